package dev.wilyferret.app.offers;

import dev.wilyferret.core.offer.SubIdFill;
import java.util.LinkedHashMap;
import java.util.Map;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** How the filling of an affiliate link is kept: each variable's name with a code, fixed texts behind {@code =}. */
final class FillsJson {

    private static final JsonMapper JSON = JsonMapper.builder().build();

    private FillsJson() {}

    static String write(Map<String, SubIdFill> fills) {
        Map<String, String> codes = new LinkedHashMap<>();
        fills.forEach((name, fill) -> codes.put(name, code(fill)));
        return JSON.writeValueAsString(codes);
    }

    static Map<String, SubIdFill> read(String json) {
        Map<String, SubIdFill> fills = new LinkedHashMap<>();
        JSON.readValue(json, new TypeReference<Map<String, String>>() {})
                .forEach((name, code) -> fills.put(name, fill(code)));
        return fills;
    }

    static String code(SubIdFill fill) {
        return switch (fill) {
            case SubIdFill.Fixed(String text) -> "=" + text;
            case SubIdFill.ClickId() -> "CLICK_ID";
            case SubIdFill.FromTag(SubIdFill.Tag tag) -> tag.name();
            case SubIdFill.LinkCode() -> "LINK";
            case SubIdFill.FromPage() -> "PAGE";
            case SubIdFill.Nothing() -> "NOTHING";
        };
    }

    static SubIdFill fill(String code) {
        return switch (code) {
            case "CLICK_ID" -> new SubIdFill.ClickId();
            case "LINK" -> new SubIdFill.LinkCode();
            case "PAGE" -> new SubIdFill.FromPage();
            case "NOTHING" -> new SubIdFill.Nothing();
            default ->
                code.startsWith("=")
                        ? new SubIdFill.Fixed(code.substring(1))
                        : new SubIdFill.FromTag(SubIdFill.Tag.valueOf(code));
        };
    }
}
