package dev.wilyferret.app.trails;

import dev.wilyferret.app.promotions.Promotion;
import dev.wilyferret.core.figures.Behind;
import dev.wilyferret.core.figures.Leg;
import dev.wilyferret.core.figures.Period;
import dev.wilyferret.core.trail.Place;
import dev.wilyferret.core.trail.Trail;
import dev.wilyferret.core.visit.Standing;
import java.util.Optional;
import java.util.Set;
import org.springframework.stereotype.Component;

/** Which clicks are behind a figure of a trail, by the key its list's address has. */
@Component
class ClicksBehind {

    /** Begins the key of those who were at a place and went no further. */
    static final String LEFT = "left-";

    static final String TRAFFIC = "traffic";
    static final String NO_PAGE = "no-page";

    private final Overviews overviews;

    ClicksBehind(Overviews overviews) {
        this.overviews = overviews;
    }

    /** @param words what they are, for a heading */
    record Some(String key, String words, Behind behind) {}

    /** Empty if there is no such figure. */
    Optional<Some> of(Promotion promotion, Period period, String key) {
        return switch (key) {
            case "", TRAFFIC -> Optional.of(new Some(TRAFFIC, "All clicks", Behind.ANY));
            case "filter" -> Optional.of(new Some(key, "Counted clicks", Behind.standing(Standing.COUNTED)));
            case NO_PAGE ->
                Optional.of(new Some(
                        key,
                        "Counted clicks that saw no page",
                        Behind.standing(Standing.COUNTED).without(leg -> true)));
            // So addresses said it before pages and offers were told apart.
            case "offer" -> Optional.of(new Some(key, "Counted clicks sent on to an offer", Behind.sentOn()));
            default -> ofPlace(promotion, period, key);
        };
    }

    private Optional<Some> ofPlace(Promotion promotion, Period period, String key) {
        boolean left = key.startsWith(LEFT);
        String name = left ? key.substring(LEFT.length()) : key;
        Drawn drawn =
                overviews.one(promotion.workspace(), promotion.id(), period).orElseThrow();
        return place(drawn, name).map(place -> {
            Behind at = Behind.reached(station -> drawn.setup().place(station).equals(place));
            return left
                    ? new Some(
                            key,
                            words(drawn, place) + " and went no further",
                            at.without(onward(drawn, place)::contains))
                    : new Some(key, words(drawn, place), at);
        });
    }

    private static Optional<Place> place(Drawn drawn, String name) {
        return switch (name) {
            case "page" -> drawn.setup().landing().map(page -> new Place.Page(page.id()));
            case "redirect" -> drawn.setup().redirect().map(page -> new Place.Redirect(page.id()));
            default -> Place.read(name).filter(place -> !(place instanceof Place.Filter));
        };
    }

    private static Set<Leg> onward(Drawn drawn, Place place) {
        return drawn.trail().stop(place).map(Trail.Stop::onward).orElse(Set.of());
    }

    private static String words(Drawn drawn, Place place) {
        String name = drawn.trail().stop(place).map(Trail.Stop::name).orElse("a page that is gone");
        return "Counted clicks that "
                + switch (place) {
                    case Place.Variant _ -> "were given “" + name + "”";
                    case Place.Page _ -> "saw “" + name + "”";
                    case Place.Redirect _ -> "passed “" + name + "”";
                    case Place.OptIn _ -> "left an address";
                    case Place.Confirmed _ -> "confirmed their address";
                    case Place.Mails _ -> "came back by a mail";
                    case Place.HandedOut _ -> "were handed a file or a bonus";
                    case Place.Offer _, Place.Elsewhere _ -> "were sent on to “" + name + "”";
                    case Place.Step _ -> "took your step “" + name + "”";
                    case Place.Sales _ -> "brought a sale";
                    case Place.Gone _, Place.Missing _ -> "saw a page that is gone";
                    case Place.Source _, Place.OtherSources _, Place.Filter _ -> "came";
                };
    }
}
