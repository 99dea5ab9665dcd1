package dev.wilyferret.app.rotations;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wilyferret.app.clicks.ClickLog;
import dev.wilyferret.app.kit.AppTest;
import dev.wilyferret.app.kit.Scenario;
import dev.wilyferret.app.pages.Page;
import dev.wilyferret.app.pages.Pages;
import dev.wilyferret.app.results.Figures;
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
import org.jsoup.Jsoup;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;

/** Rotations over days: who counts, what is said, and shares that follow it. */
class DailySteeringTest extends AppTest {

    private static final int A_DAY = 120;

    @Autowired
    private Rotations rotations;

    @Autowired
    private DailySteering steering;

    @Autowired
    private Pages pages;

    @Autowired
    private ClickLog log;

    @Autowired
    private Figures figures;

    @Autowired
    private UuidV7 ids;

    @Autowired
    private Clock clock;

    private Scenario.Trail trail;
    private Page second;
    private RotationId id;

    private void begin() {
        trail = scenario.trail();
        second = pages.make(trail.workspace(), trail.promotion().id(), StartingDesign.bridge());
        scenario.write(second, Scenario.bridgeText("Another headline", new NextStep.ToOffer(), List.of()));
        id = rotations.begun(
                trail.workspace(),
                trail.promotion().id(),
                new Behind.OfLink(trail.link().id()),
                clock.instant().minus(Duration.ofDays(9)),
                List.of(
                        new Rotations.Named(
                                "Old", new Destination.ToPage(trail.bridge().id())),
                        new Rotations.Named("New", new Destination.ToPage(second.id()))));
    }

    private Rotating rotating() {
        return rotations.find(trail.workspace(), id).orElseThrow();
    }

    /** Of each day's visitors so many of each variant go on; half of them see each. */
    private void days(int last, int first, int old, int fresh) {
        List<SiteEvent> events = new ArrayList<>();
        for (int day = first; day >= last; day--) {
            for (int i = 0; i < A_DAY; i++) {
                visit(
                        events,
                        clock.instant().minus(Duration.ofDays(day)).plusMillis(i),
                        i % 2,
                        i / 2 < (i % 2 == 0 ? old : fresh));
            }
        }
        log.append(events);
        assertThat(figures.settle(trail.workspace(), Duration.ofSeconds(20))).isTrue();
    }

    private void visit(List<SiteEvent> events, Instant at, int variant, boolean goesOn) {
        VisitorId visitor = new VisitorId(ids.at(at));
        Rotation rotation = rotating().rotation();
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
        Page page = variant == 0 ? trail.bridge() : second;
        events.add(new SiteEvent.PageView(
                new EventId(ids.at(at)), click.workspace(), click.promotion(), click.id(), visitor, page.id()));
        if (goesOn) {
            events.add(new SiteEvent.WentOn(
                    new EventId(ids.at(at)), click.workspace(), click.promotion(), click.id(), visitor, page.id()));
        }
    }

    private String bench() {
        return Jsoup.parse(owner(trail.stage()).get(rotating().address()).body())
                .text();
    }

    @Test
    void whoCameTodayDoesNotCountYetAndBetterIsSaidByEvidence() {
        begin();
        days(1, 8, 10, 30);
        days(0, 0, 60, 0);
        assertThat(bench()).contains("“New” is better.", "Old 540 480 80 16.7 %", "New 540 480 240 50.0 %");
        assertThat(bench()).contains("How long a difference takes to be found", "The course so far");
    }

    @Test
    void sharesFollowWhatWasSeenOnceADayAndSayWhy() {
        begin();
        days(1, 8, 15, 24);
        rotations.share(trail.workspace(), id, Rotation.Sharing.STEERED, Optional.empty(), 20);
        int stretch = rotating().rotation().stretch();
        steering.run();
        assertThat(rotating().rotation().variants()).extracting(Variant::weight).containsExactly(20, 80);
        assertThat(rotating().rotation().stretch()).isEqualTo(stretch);
        assertThat(bench())
                .contains("Shares are Old 20 %, New 80 %. Chances of being best: Old 0 %, New 100 %; none below 20 %.");
        Instant since = rotating().sharedSince();
        steering.run();
        assertThat(rotating().sharedSince()).as("once a day").isEqualTo(since);
    }

    @Test
    void withTooFewNobodyIsSteeredAnywhere() {
        begin();
        days(8, 8, 1, 2);
        rotations.share(trail.workspace(), id, Rotation.Sharing.STEERED, Optional.empty(), 10);
        steering.run();
        assertThat(rotating().rotation().variants()).extracting(Variant::weight).containsExactly(1, 1);
    }
}
