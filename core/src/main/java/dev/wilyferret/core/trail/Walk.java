package dev.wilyferret.core.trail;

import dev.wilyferret.core.id.PageId;
import dev.wilyferret.core.trail.Station.Kind;
import dev.wilyferret.core.visit.SiteEvent;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import java.util.function.Predicate;

/** One visitor's way along the trail, from one click. */
public record Walk(List<Step> steps) {

    /**
     * @param sinceClick time since the click
     * @param event what happened; empty for a sale, which the network reports later
     */
    public record Step(Kind station, Instant at, Duration sinceClick, Happening happening) {}

    /** What a step of a walk was. */
    public sealed interface Happening {
        record Clicked(SiteEvent.Click click) implements Happening {}

        record Saw(PageId page) implements Happening {}

        record Fired(SiteEvent.PixelFired fire) implements Happening {}

        record WentToOffer() implements Happening {}

        record Bought(String order) implements Happening {}
    }

    /** A sale as the walk needs it. */
    public record Sale(Instant at, String order) {}

    /** @param isRedirect tells redirect pages from pages that are read */
    public static Walk of(
            SiteEvent.Click click, List<SiteEvent.Followed> followed, List<Sale> sales, Predicate<PageId> isRedirect) {
        List<Step> steps = new ArrayList<>();
        steps.add(new Step(Kind.TRAFFIC, click.at(), Duration.ZERO, new Happening.Clicked(click)));
        for (SiteEvent.Followed event : followed) {
            Kind page = isRedirect.test(event.page()) ? Kind.REDIRECT : Kind.PAGE;
            steps.add(
                    switch (event) {
                        case SiteEvent.PageView view -> step(click, page, view.at(), new Happening.Saw(view.page()));
                        case SiteEvent.WentOn out -> step(click, Kind.OFFER, out.at(), new Happening.WentToOffer());
                        case SiteEvent.PixelFired fire ->
                            step(click, page, fire.at().plusMillis(fire.tookMillis()), new Happening.Fired(fire));
                    });
        }
        for (Sale sale : sales) {
            steps.add(step(click, Kind.SALES, sale.at(), new Happening.Bought(sale.order())));
        }
        steps.sort(Comparator.comparing(Step::at));
        return new Walk(List.copyOf(steps));
    }

    private static Step step(SiteEvent.Click click, Kind station, Instant at, Happening happening) {
        return new Step(station, at, Duration.between(click.at(), at), happening);
    }

    /** The stations the visitor reached. */
    public Set<Kind> reached() {
        Set<Kind> reached = EnumSet.noneOf(Kind.class);
        steps.forEach(step -> reached.add(step.station()));
        return reached;
    }
}
