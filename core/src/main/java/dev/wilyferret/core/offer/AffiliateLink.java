package dev.wilyferret.core.offer;

import dev.wilyferret.core.address.Tags;
import dev.wilyferret.core.address.UriTemplate;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;

/**
 * The affiliate link of an offer: a template and what fills each of its variables.
 *
 * @param fills one entry for each variable of the template, in its order
 */
public record AffiliateLink(UriTemplate template, Map<String, SubIdFill> fills) {

    /** Entries for variables the template does not have are dropped; a variable without one is left empty. */
    public AffiliateLink {
        Map<String, SubIdFill> ordered = new LinkedHashMap<>();
        for (String name : template.variables()) {
            ordered.put(name, fills.getOrDefault(name, new SubIdFill.Nothing()));
        }
        fills = java.util.Collections.unmodifiableMap(ordered);
    }

    /** Whether a sale can be led back to its click. */
    public boolean carriesClickId() {
        return fills.values().stream().anyMatch(SubIdFill.ClickId.class::isInstance);
    }

    /**
     * The address a visitor is sent to.
     *
     * @param clickId the id of their click, as text
     * @param tags the tags of the link they came by, if by one
     */
    public String expand(String clickId, Optional<Tags> tags) {
        Map<String, String> values = new HashMap<>();
        fills.forEach((name, fill) -> {
            String value = switch (fill) {
                case SubIdFill.Fixed(String text) -> text;
                case SubIdFill.ClickId() -> clickId;
                case SubIdFill.FromTag(SubIdFill.Tag tag) -> tags.map(tag::of).orElse("");
                case SubIdFill.Nothing() -> "";
            };
            if (!value.isEmpty()) {
                values.put(name, value);
            }
        });
        return template.address(values);
    }
}
