package dev.wilyferret.app.site;

import dev.wilyferret.core.address.Tags;
import jakarta.servlet.http.HttpServletRequest;
import java.util.HashMap;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;

/** What is known of a visit, for the tokens in a page's words. */
final class TokenValues {

    private static final int MOST = 120;

    private TokenValues() {}

    /**
     * The tags the request carries by their names in small letters, the usual five without their prefix too; over them the
     * tags of the link the visit came by.
     */
    static Map<String, String> of(HttpServletRequest request, Optional<Tags> tags, String offer) {
        Map<String, String> values = new HashMap<>();
        request.getParameterMap().forEach((name, all) -> {
            String clean = name.toLowerCase(Locale.ROOT);
            if (all.length > 0 && clean.length() <= 40) {
                String value = shown(all[0]);
                values.put(clean, value);
                if (clean.startsWith("utm_")) {
                    values.putIfAbsent(clean.substring(4), value);
                }
            }
        });
        tags.ifPresent(known -> known.parameters().forEach((name, value) -> values.put(name.substring(4), value)));
        values.put("offer", offer);
        return values;
    }

    private static String shown(String value) {
        String clean = value.replaceAll("\\p{C}", "").strip();
        return clean.codePointCount(0, clean.length()) <= MOST
                ? clean
                : clean.substring(0, clean.offsetByCodePoints(0, MOST));
    }
}
