package dev.wilyferret.core.offer;

import dev.wilyferret.core.address.Query;
import dev.wilyferret.core.address.Tags;
import dev.wilyferret.core.address.UriTemplate;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;

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

    /** The parameter of its address that carries the click id; empty if none does. */
    public Optional<String> clickParameter() {
        String click = "=click-id";
        return Stream.of(expand(new Leaving("click-id")).split("[?&#]"))
                .filter(pair -> pair.endsWith(click))
                .map(pair -> Query.decoded(pair.substring(0, pair.length() - click.length())))
                .findFirst();
    }

    /** Whether a sale can be led back to its click. */
    public boolean carriesClickId() {
        return fills.values().stream().anyMatch(SubIdFill.ClickId.class::isInstance);
    }

    /**
     * A visitor on their way to the offer.
     *
     * @param clickId the id of their click, as text
     * @param tags of the link they came by, if by one
     * @param code the short code of that link; empty if by none
     * @param page the slug of the page they leave; empty if they come straight from a link
     */
    public record Leaving(String clickId, Optional<Tags> tags, String code, String page) {

        public Leaving(String clickId) {
            this(clickId, Optional.empty(), "", "");
        }
    }

    /**
     * The address a visitor is sent to. What does not fit a sub ID is cut to what fits, but for the click id: a part of it leads
     * nowhere.
     */
    public String expand(Leaving visitor) {
        Map<String, String> values = new HashMap<>();
        fills.forEach((name, fill) -> {
            String value = value(fill, visitor);
            if (!value.isEmpty()) {
                values.put(name, mayBeCut(fill) ? limit.fitted(value) : value);
            }
        });
        values.values().removeIf(String::isEmpty);
        return template.address(values);
    }

    private static boolean mayBeCut(SubIdFill fill) {
        return !(fill instanceof SubIdFill.ClickId || fill instanceof SubIdFill.Fixed);
    }

    private static String value(SubIdFill fill, Leaving visitor) {
        return switch (fill) {
            case SubIdFill.ClickId() -> visitor.clickId;
            case SubIdFill.Fixed(String text) -> text;
            case SubIdFill.FromTag(SubIdFill.Tag tag) ->
                visitor.tags.map(tag::of).orElse("");
            case SubIdFill.LinkCode() -> visitor.code;
            case SubIdFill.FromPage() -> visitor.page;
            case SubIdFill.Nothing() -> "";
        };
    }

    /** What the network would not take whole, by the place: what it would be, and what is sent of it. */
    public Map<String, Cut> cut(Leaving visitor) {
        Map<String, Cut> cut = new LinkedHashMap<>();
        fills.forEach((name, fill) -> {
            String value = value(fill, visitor);
            if (!(fill instanceof SubIdFill.Fixed) && !limit.takes(value)) {
                cut.put(name, new Cut(value, mayBeCut(fill) ? limit.fitted(value) : value));
            }
        });
        return cut;
    }

    /** @param sent what is sent of it; the same for a click id, which the network then cuts itself */
    public record Cut(String value, String sent) {}
}
