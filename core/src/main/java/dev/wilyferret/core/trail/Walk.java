package dev.wilyferret.core.trail;

import dev.wilyferret.core.figures.Leg;
import dev.wilyferret.core.figures.Station;
import dev.wilyferret.core.figures.Visit;
import dev.wilyferret.core.visit.SiteEvent;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;

/**
 * One visitor's way along the trail.
 *
 * @param steps of all their visits, in the order of time
 * @param legs each once
 */
public record Walk(List<Step> steps, List<Leg> legs) {

    /**
     * One click of the visitor, with what became of it.
     *
     * @param sales that name it
     */
    public record Coming(
            SiteEvent.Click click, List<SiteEvent.Followed> followed, Visit.People people, List<Sale> sales) {}

    /** @param since time since the visitor's first click */
    public record Step(Instant at, Duration since, Happening happening) {}

    /** What a step of a walk was. */
    public sealed interface Happening {
        record Clicked(SiteEvent.Click click) implements Happening {}

        /** Came by a station; never that of sales or of own steps. */
        record Reached(Station station) implements Happening {}

        record Fired(SiteEvent.PixelFired fire) implements Happening {}

        /** A step of the owner's own. */
        record Took(SiteEvent.StepTaken taken) implements Happening {

            Station station() {
                return new Station.Step(taken.page(), taken.step().name());
            }
        }

        record Bought(Sale sale) implements Happening {}
    }

    /**
     * A sale as the walk needs it; the network reports it later.
     *
     * @param stands false once it was reversed
     */
    public record Sale(Instant at, String order, boolean stands) {}

    /** @param comings at least one */
    public static Walk of(List<Coming> comings) {
        Instant first = comings.stream()
                .map(coming -> coming.click.at())
                .min(Comparator.naturalOrder())
                .orElseThrow();
        List<Step> all = new ArrayList<>();
        Set<Leg> legs = new LinkedHashSet<>();
        for (Coming coming : comings) {
            List<Step> steps = steps(coming, first);
            legs.addAll(Leg.of(steps.stream()
                    .flatMap(step -> station(step.happening).stream())
                    .toList()));
            all.addAll(steps);
        }
        all.sort(Comparator.comparing(Step::at));
        return new Walk(List.copyOf(all), List.copyOf(legs));
    }

    private static List<Step> steps(Coming coming, Instant first) {
        SiteEvent.Click click = coming.click;
        List<Step> steps = new ArrayList<>();
        steps.add(step(first, click.at(), new Happening.Clicked(click)));
        Visit.reached(click.promotion(), Optional.empty(), coming.followed, coming.people).stream()
                .filter(one -> !(one.station() instanceof Station.Step))
                .forEach(one -> steps.add(step(first, one.at(), new Happening.Reached(one.station()))));
        for (SiteEvent.Followed event : coming.followed) {
            if (event instanceof SiteEvent.StepTaken taken && taken.promotion().equals(click.promotion())) {
                steps.add(step(first, taken.at(), new Happening.Took(taken)));
            }
            if (event instanceof SiteEvent.PixelFired fire) {
                steps.add(step(first, fire.at().plusMillis(fire.tookMillis()), new Happening.Fired(fire)));
            }
        }
        coming.sales.forEach(sale -> steps.add(step(first, sale.at(), new Happening.Bought(sale))));
        steps.sort(Comparator.comparing(Step::at));
        return steps;
    }

    private static Step step(Instant first, Instant at, Happening happening) {
        return new Step(at, Duration.between(first, at), happening);
    }

    /** The clicks of the walk, the first one first. */
    public List<SiteEvent.Click> clicks() {
        return steps.stream()
                .map(Step::happening)
                .filter(Happening.Clicked.class::isInstance)
                .map(happening -> ((Happening.Clicked) happening).click)
                .toList();
    }

    /** The places that were reached, with the time since the first click at which each was first reached. */
    public Map<Place, Duration> reached(Function<Station, Place> placeOf) {
        Map<Place, Duration> reached = new HashMap<>();
        reached.put(new Place.Filter(), Duration.ZERO);
        for (Step step : steps) {
            station(step.happening).ifPresent(station -> reached.putIfAbsent(placeOf.apply(station), step.since));
        }
        return reached;
    }

    /** Of what has a station; sales that were reversed have none. */
    private static Optional<Station> station(Happening happening) {
        return switch (happening) {
            case Happening.Clicked(SiteEvent.Click click) ->
                click.draw().map(draw -> new Station.Variant(draw.variant(), draw.stretch(), draw.first()));
            case Happening.Reached(Station station) -> Optional.of(station);
            case Happening.Fired fired -> Optional.empty();
            case Happening.Took took -> Optional.of(took.station());
            case Happening.Bought(Sale sale) -> sale.stands ? Optional.of(new Station.Sale()) : Optional.empty();
        };
    }
}
