package dev.wilyferret.core.trail;

import dev.wilyferret.core.figures.Rate;
import java.util.Optional;

/**
 * One station of a trail.
 *
 * @param figure how many arrived here
 * @param unit what the figure counts, in the plural
 * @param fromBefore the share of those at the station before; empty at the first, and where none have to come by
 * @param note the state in a few words
 */
public record Station(Kind kind, State state, long figure, String unit, Optional<Rate> fromBefore, String note) {

    /** The unit as it is said of the figure. */
    public String said() {
        return figure == 1 && unit.endsWith("s") ? unit.substring(0, unit.length() - 1) : unit;
    }

    public enum Kind {
        TRAFFIC,
        FILTER,
        PAGE,
        REDIRECT,
        OFFER,
        SALES
    }

    public enum State {
        /** Nothing there yet: drawn as a gap. */
        GAP,
        /** There, but not at work: a draft, or something still missing. */
        WAITING,
        /** At work. */
        READY
    }
}
