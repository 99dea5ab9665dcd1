package dev.wilyferret.core.figures;

import dev.wilyferret.core.id.PageId;
import dev.wilyferret.core.visit.Standing;
import java.util.Optional;
import java.util.function.Predicate;

/**
 * Which visits are behind a figure.
 *
 * @param reached a station they reached; empty if that does not matter
 */
public record Behind(Standing standing, Optional<Predicate<Station>> reached) {

    public static Behind standing(Standing standing) {
        return new Behind(standing, Optional.empty());
    }

    /** Counted visits that reached a station. */
    public static Behind reached(Predicate<Station> station) {
        return new Behind(Standing.COUNTED, Optional.of(station));
    }

    /** Counted visits that saw a page; none if there is no such page. */
    public static Behind saw(Optional<PageId> page) {
        return reached(station -> station instanceof Station.Page(PageId id) && page.equals(Optional.of(id)));
    }

    /** Counted visits that were sent on to an offer. */
    public static Behind sentOn() {
        return reached(Station.Offer.class::isInstance);
    }

    /** Counted visits that brought a sale. */
    public static Behind bought() {
        return reached(Station.Sale.class::isInstance);
    }

    boolean holds(Visit visit) {
        return visit.standing() == standing && holds(visit.legs());
    }

    boolean holds(Iterable<Leg> legs) {
        if (reached.isEmpty()) {
            return true;
        }
        for (Leg leg : legs) {
            if (reached.get().test(leg.to())) {
                return true;
            }
        }
        return false;
    }
}
