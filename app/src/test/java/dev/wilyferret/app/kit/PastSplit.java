package dev.wilyferret.app.kit;

import dev.wilyferret.app.clicks.ClickLog;
import dev.wilyferret.app.pages.Page;
import dev.wilyferret.app.pages.Pages;
import dev.wilyferret.app.results.Figures;
import dev.wilyferret.app.rotations.Rotating;
import dev.wilyferret.app.rotations.Rotations;
import dev.wilyferret.core.design.StartingDesign;
import dev.wilyferret.core.id.ClickId;
import dev.wilyferret.core.id.EventId;
import dev.wilyferret.core.id.RotationId;
import dev.wilyferret.core.id.UuidV7;
import dev.wilyferret.core.id.VisitorId;
import dev.wilyferret.core.link.Destination;
import dev.wilyferret.core.page.NextStep;
import dev.wilyferret.core.rotation.Behind;
import dev.wilyferret.core.rotation.Rotation;
import dev.wilyferret.core.rotation.Variant;
import dev.wilyferret.core.visit.Arrival;
import dev.wilyferret.core.visit.Device;
import dev.wilyferret.core.visit.Draw;
import dev.wilyferret.core.visit.Headers;
import dev.wilyferret.core.visit.Parameters;
import dev.wilyferret.core.visit.SiteEvent;
import dev.wilyferret.core.visit.Verdict;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** A split test of two pages, "Old" and "New", that has gone on for days. */
@Component
public class PastSplit {

    private static final int A_DAY = 120;

    private final Rotations rotations;
    private final Pages pages;
    private final Scenario scenario;
    private final ClickLog log;
    private final Figures figures;
    private final UuidV7 ids;
    private final Clock clock;

    PastSplit(
            Rotations rotations,
            Pages pages,
            Scenario scenario,
            ClickLog log,
            Figures figures,
            UuidV7 ids,
            Clock clock) {
        this.rotations = rotations;
        this.pages = pages;
        this.scenario = scenario;
        this.log = log;
        this.figures = figures;
        this.ids = ids;
        this.clock = clock;
    }

    /** The test, and the pages it is of. */
    public record Split(Scenario.Trail trail, Page second, RotationId id) {}

    /** Begun nine days ago; nobody came yet. */
    public Split begin() {
        Scenario.Trail trail = scenario.trail();
        Page second = pages.make(trail.workspace(), trail.promotion().id(), StartingDesign.bridge());
        scenario.write(second, Scenario.bridgeText("Another headline", new NextStep.ToOffer(), List.of()));
        return new Split(
                trail,
                second,
                rotations.begun(
                        trail.workspace(),
                        trail.promotion().id(),
                        new Behind.OfLink(trail.link().id()),
                        clock.instant().minus(Duration.ofDays(9)),
                        List.of(
                                new Rotations.Named(
                                        "Old",
                                        new Destination.ToPage(trail.bridge().id())),
                                new Rotations.Named("New", new Destination.ToPage(second.id())))));
    }

    public Rotating rotating(Split split) {
        return rotations.find(split.trail.workspace(), split.id).orElseThrow();
    }

    /** Of each day's 60 visitors of each so many go on. */
    public void days(Split split, int last, int first, int old, int fresh) {
        List<SiteEvent> events = new ArrayList<>();
        for (int day = first; day >= last; day--) {
            for (int i = 0; i < A_DAY; i++) {
                visit(
                        split,
                        events,
                        clock.instant().minus(Duration.ofDays(day)).plusMillis(i),
                        i % 2,
                        i / 2 < (i % 2 == 0 ? old : fresh));
            }
        }
        log.append(events);
        if (!figures.settle(split.trail.workspace(), Duration.ofSeconds(20))) {
            throw new IllegalStateException("The figures did not follow");
        }
    }

    private void visit(Split split, List<SiteEvent> events, Instant at, int variant, boolean goesOn) {
        Scenario.Trail trail = split.trail;
        VisitorId visitor = new VisitorId(ids.at(at));
        Rotation rotation = rotating(split).rotation();
        Variant drawn = rotation.variants().get(variant);
        Arrival arrival = new Arrival(
                visitor,
                Optional.of(trail.link().id()),
                Optional.of(trail.link().tags()),
                Parameters.NONE,
                false,
                new Arrival.Place("192.0.2.1", "192.0.2.0/24", "AT"),
                Device.PHONE,
                new Headers("Mozilla/5.0 Firefox/151.0", "", "", Headers.Hints.NONE, Headers.Fetch.NONE, ""));
        SiteEvent.Click click = new SiteEvent.Click(
                new ClickId(ids.at(at)),
                trail.workspace(),
                trail.promotion().id(),
                Optional.of(new Draw(rotation.id(), rotation.stretch(), drawn.id(), 0.5, true)),
                arrival,
                Verdict.on(arrival));
        events.add(click);
        Page page = variant == 0 ? trail.bridge() : split.second;
        events.add(new SiteEvent.PageView(
                new EventId(ids.at(at)), click.workspace(), click.promotion(), click.id(), visitor, page.id()));
        if (goesOn) {
            events.add(new SiteEvent.WentOn(
                    new EventId(ids.at(at)), click.workspace(), click.promotion(), click.id(), visitor, page.id()));
        }
    }
}
