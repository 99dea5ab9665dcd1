package dev.wilyferret.core.link;

import dev.wilyferret.core.address.Tags;
import dev.wilyferret.core.address.UriTemplate;
import dev.wilyferret.core.text.PlainText;
import dev.wilyferret.core.text.Refusal;
import java.net.URI;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * A stored, named address that is none of the program's own.
 *
 * @param name one line of at most 120 characters
 * @param address a template on a fixed host, which may take {@link #VARIABLES}
 */
public record Elsewhere(String name, UriTemplate address) {

    private static final String CLICK = "click_id";

    /** What the address may take. */
    public static final List<String> VARIABLES = List.of(CLICK, "source", "medium", "campaign", "term", "content");

    /** @throws Refusal if the name is empty or too long, or the address takes what there is not */
    public Elsewhere {
        name = PlainText.line("name", name, 120);
        address.variables().stream()
                .filter(variable -> !VARIABLES.contains(variable))
                .findFirst()
                .ifPresent(unknown -> {
                    throw new Refusal("Nothing fills {%s}. An address may take %s."
                            .formatted(PlainText.cut(unknown, 40), String.join(", ", VARIABLES)));
                });
    }

    /** The host it leads to, as browsers name it. */
    public String host() {
        return URI.create(address.address(Map.of())).getHost();
    }

    /**
     * The address a visitor is sent to: filled in, and tagged.
     *
     * @param clickId as text
     * @param tags of the link the visitor came by
     */
    public String sent(String clickId, Optional<Tags> tags) {
        Map<String, String> values = new LinkedHashMap<>();
        values.put(CLICK, clickId);
        tags.ifPresent(known -> {
            values.put("source", known.source());
            values.put("medium", known.medium());
            values.put("campaign", known.campaign());
            values.put("term", known.term());
            values.put("content", known.content());
        });
        values.values().removeIf(String::isEmpty);
        String filled = address.address(values);
        return tags.map(known -> known.onto(filled)).orElse(filled);
    }
}
