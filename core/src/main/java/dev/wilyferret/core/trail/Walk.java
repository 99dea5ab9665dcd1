package dev.wilyferret.core.trail;

import dev.wilyferret.core.figures.Station;
import dev.wilyferret.core.figures.Visit;
import dev.wilyferret.core.visit.SiteEvent;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;

/** One visitor's way along the trail, from one click. */
public record Walk(List<Step> steps) {

    /** @param sinceClick time since the click */
    public record Step(Instant at, Duration sinceClick, Happening happening) {}

    /** What a step of a walk was. */
    public sealed interface Happening {
        record Clicked(SiteEvent.Click click) implements Happening {}

        /** Came by a station; never that of sales. */
        record Reached(Station station) implements Happening {}

        record Fired(SiteEvent.PixelFired fire) implements Happening {}

        record Bought(Sale sale) implements Happening {}
    }

    /**
     * A sale as the walk needs it; the network reports it later.
     *
     * @param stands false once it was reversed
     */
    public record Sale(Instant at, String order, boolean stands) {}

    public static Walk of(
            SiteEvent.Click click, List<SiteEvent.Followed> followed, Visit.People people, List<Sale> sales) {
        List<Step> steps = new ArrayList<>();
        steps.add(step(click, click.at(), new Happening.Clicked(click)));
        Visit.reached(click.promotion(), followed, people)
                .forEach(one -> steps.add(step(click, one.at(), new Happening.Reached(one.station()))));
        for (SiteEvent.Followed event : followed) {
            if (event instanceof SiteEvent.PixelFired fire) {
                steps.add(step(click, fire.at().plusMillis(fire.tookMillis()), new Happening.Fired(fire)));
            }
        }
        sales.forEach(sale -> steps.add(step(click, sale.at(), new Happening.Bought(sale))));
        steps.sort(Comparator.comparing(Step::at));
        return new Walk(List.copyOf(steps));
    }

    private static Step step(SiteEvent.Click click, Instant at, Happening happening) {
        return new Step(at, Duration.between(click.at(), at), happening);
    }

    /** The places that were reached, with the time since the click at which each was first reached. */
    public Map<Place, Duration> reached(Function<Station, Place> placeOf) {
        Map<Place, Duration> reached = new HashMap<>();
        reached.put(new Place.Filter(), Duration.ZERO);
        for (Step step : steps) {
            station(step.happening).ifPresent(station -> reached.putIfAbsent(placeOf.apply(station), step.sinceClick));
        }
        return reached;
    }

    /** The stations that were come by, in their order; sales that were reversed are none. */
    public List<Station> stations() {
        return steps.stream().flatMap(step -> station(step.happening).stream()).toList();
    }

    private static Optional<Station> station(Happening happening) {
        return switch (happening) {
            case Happening.Clicked clicked -> Optional.empty();
            case Happening.Reached(Station station) -> Optional.of(station);
            case Happening.Fired fired -> Optional.empty();
            case Happening.Bought(Sale sale) -> sale.stands ? Optional.of(new Station.Sale()) : Optional.empty();
        };
    }
}
