package dev.wilyferret.core.trail;

import dev.wilyferret.core.figures.Leg;
import dev.wilyferret.core.figures.Rate;
import dev.wilyferret.core.figures.Tally;
import dev.wilyferret.core.visit.SiteEvent;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;

/** A promotion as a graph: the places visitors come by and the ways between them, planned or gone, with their figures. */
public record Trail(List<Stop> stops, List<Way> ways) {

    /**
     * A place on the trail.
     *
     * @param name as its owner gave it
     * @param note the state in a few words
     * @param figure how many arrived here
     * @param losses those who went no further from here
     * @param onward the legs by which visitors went on from here
     */
    public record Stop(
            Place place, String name, State state, String note, long figure, List<Loss> losses, Set<Leg> onward) {

        /** The unit, as it is said of the figure. */
        public String said() {
            return place instanceof Place.Filter ? "counted" : place.unit().of(figure);
        }
    }

    public enum State {
        /** Nothing there yet: drawn as a gap. */
        GAP,
        /** There, but not at work: a draft, or something still missing. */
        WAITING,
        /** At work. */
        READY
    }

    /** @param words what became of them, said after their number */
    public record Loss(Kind kind, long figure, String words) {

        public enum Kind {
            /** Clicks that the filter kept out, the owner's own, or taken out by hand. */
            KEPT_OUT,
            /** Visitors who came to no page. */
            NO_PAGE,
            /** Visitors who were here and went no further. */
            WENT_NO_FURTHER
        }
    }

    /**
     * A way from place to place.
     *
     * @param label the words of what leads there; empty where it was gone and is not planned
     * @param figure clicks up to the filter, visitors after it
     */
    public record Way(Place from, Place to, String label, boolean planned, long figure) {}

    /** What happened on the trail in a period, as far as a drawing needs it. */
    public static Trail of(Setup setup, Traffic traffic) {
        return new Charting(setup, traffic).trail();
    }

    /**
     * What stands, with one visitor's way along it.
     *
     * @param sourceOf each click's source; an empty name for none
     */
    public static Trail of(Setup setup, Walk walk, Function<SiteEvent.Click, String> sourceOf) {
        Map<String, Long> sources =
                walk.clicks().stream().collect(Collectors.groupingBy(sourceOf, Collectors.counting()));
        return of(setup.withSources(sources.keySet()), new Traffic(sources, Tally.of(walk.legs())));
    }

    public Optional<Stop> stop(Place place) {
        return stops.stream().filter(stop -> stop.place.equals(place)).findFirst();
    }

    public List<Way> from(Place place) {
        return ways.stream().filter(way -> way.from.equals(place)).toList();
    }

    public List<Way> to(Place place) {
        return ways.stream().filter(way -> way.to.equals(place)).toList();
    }

    /** Of those at the beginning of a way, the share that went it; empty where that is not the quotient of one unit. */
    public Optional<Rate> share(Way way) {
        return stop(way.from)
                .filter(from -> from.place.unit() == Unit.VISITORS && from.figure > 0)
                .map(from -> new Rate(way.figure, from.figure));
    }
}
