package dev.wilyferret.core.figures;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * A way from one station to the next.
 *
 * @param from empty where the visit begins
 */
public record Leg(Optional<Station> from, Station to) {

    /** The most legs that are kept of a visit; whoever goes further is counted as far as that. */
    public static final int MOST = 100;

    /**
     * The legs of a visit that came by these stations in this order; each once, however often it was gone. A station that
     * follows on itself is one.
     */
    public static List<Leg> of(List<Station> stations) {
        Set<Leg> legs = new LinkedHashSet<>();
        Optional<Station> at = Optional.empty();
        for (Station next : stations) {
            if (!at.equals(Optional.of(next)) && legs.size() < MOST) {
                legs.add(new Leg(at, next));
            }
            at = Optional.of(next);
        }
        return new ArrayList<>(legs);
    }

    /** As it is kept; {@link #read} reads it. */
    public String text() {
        return from.map(Station::text).orElse("") + ">" + to.text();
    }

    public static Leg read(String text) {
        int between = text.indexOf('>');
        return new Leg(
                Optional.of(text.substring(0, between))
                        .filter(from -> !from.isEmpty())
                        .map(Station::read),
                Station.read(text.substring(between + 1)));
    }
}
