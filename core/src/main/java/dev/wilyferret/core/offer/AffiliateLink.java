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
 * @param limit what the network takes in a sub ID
 */
public record AffiliateLink(UriTemplate template, Map<String, SubIdFill> fills, SlotLimit limit) {

    public AffiliateLink(UriTemplate template, Map<String, SubIdFill> fills) {
        this(template, fills, SlotLimit.NONE);
    }

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
     * The address a visitor is sent to. What does not fit a sub ID is cut to what fits, but for the click id: a part of it leads
     * nowhere.
     *
     * @param clickId the id of their click, as text
     * @param by the link they came by, if by one
     */
    public String expand(String clickId, Optional<By> by) {
        Map<String, String> values = new HashMap<>();
        fills.forEach((name, fill) -> {
            String value = switch (fill) {
                case SubIdFill.ClickId() -> clickId;
                case SubIdFill.Fixed(String text) -> text;
                case SubIdFill.FromTag _, SubIdFill.LinkCode _, SubIdFill.Nothing _ -> limit.fitted(value(fill, by));
            };
            if (!value.isEmpty()) {
                values.put(name, value);
            }
        });
        return template.address(values);
    }

    /** The link a visitor came by. */
    public record By(Tags tags, String code) {}

    private static String value(SubIdFill fill, Optional<By> by) {
        return switch (fill) {
            case SubIdFill.Fixed(String text) -> text;
            case SubIdFill.FromTag(SubIdFill.Tag tag) ->
                by.map(link -> tag.of(link.tags)).orElse("");
            case SubIdFill.LinkCode() -> by.map(By::code).orElse("");
            case SubIdFill.ClickId _, SubIdFill.Nothing _ -> "";
        };
    }

    /** What the network would not take whole, by the place: what it would be, and what is sent of it. */
    public Map<String, Cut> cut(String clickId, Optional<By> by) {
        Map<String, Cut> cut = new LinkedHashMap<>();
        fills.forEach((name, fill) -> {
            String value = fill instanceof SubIdFill.ClickId ? clickId : value(fill, by);
            if (!(fill instanceof SubIdFill.Fixed) && !limit.takes(value)) {
                cut.put(name, new Cut(value, fill instanceof SubIdFill.ClickId ? value : limit.fitted(value)));
            }
        });
        return cut;
    }

    /** @param sent what is sent of it; the same for a click id, which the network then cuts itself */
    public record Cut(String value, String sent) {}
}
