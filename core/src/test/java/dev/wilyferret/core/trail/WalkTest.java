package dev.wilyferret.core.trail;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wilyferret.core.figures.Leg;
import dev.wilyferret.core.figures.Station;
import dev.wilyferret.core.figures.Visit;
import dev.wilyferret.core.id.ClickId;
import dev.wilyferret.core.id.EventId;
import dev.wilyferret.core.id.MailId;
import dev.wilyferret.core.id.PageId;
import dev.wilyferret.core.id.PixelId;
import dev.wilyferret.core.id.PromotionId;
import dev.wilyferret.core.id.UuidV7;
import dev.wilyferret.core.id.VisitorId;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.pixel.PixelAnswer;
import dev.wilyferret.core.pixel.PixelEvent;
import dev.wilyferret.core.visit.Arrival;
import dev.wilyferret.core.visit.Headers;
import dev.wilyferret.core.visit.Parameters;
import dev.wilyferret.core.visit.SiteEvent;
import dev.wilyferret.core.visit.Verdict;
import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.random.RandomGeneratorFactory;
import org.junit.jupiter.api.Test;

class WalkTest {

    @Test
    void aWalkStandsInTheOrderOfTime() {
        Instant noon = Instant.parse("2026-11-24T12:00:00Z");
        UuidV7 ids = new UuidV7(
                InstantSource.fixed(noon),
                RandomGeneratorFactory.of("L64X128MixRandom").create(5));
        WorkspaceId workspace = new WorkspaceId(ids.next());
        PromotionId promotion = new PromotionId(ids.next());
        PageId bridge = new PageId(ids.next());
        PageId redirect = new PageId(ids.next());
        PixelId pixel = new PixelId(ids.next());
        VisitorId visitor = new VisitorId(ids.next());
        var click = click(new ClickId(ids.at(noon)), workspace, promotion, visitor);
        var view = new SiteEvent.PageView(
                new EventId(ids.at(noon.plusMillis(300))), workspace, promotion, click.id(), visitor, bridge);
        var passed = new SiteEvent.PageView(
                new EventId(ids.at(noon.plusSeconds(9))), workspace, promotion, click.id(), visitor, redirect);
        var fired = new SiteEvent.PixelFired(
                SiteEvent.PixelFired.idFor(passed.id(), pixel, PixelEvent.LEAD),
                workspace,
                promotion,
                click.id(),
                visitor,
                redirect,
                pixel,
                PixelEvent.LEAD,
                PixelAnswer.ANSWERED,
                120);
        var out = new SiteEvent.WentOn(
                new EventId(ids.at(noon.plusMillis(9140))), workspace, promotion, click.id(), visitor, redirect);
        Visit.People people = new Visit.People(
                List.of(new Visit.OptIn(bridge, noon.plusSeconds(5), Optional.of(noon.plusSeconds(60)))),
                List.of(new Visit.Did(new Station.Mail(new MailId(new UUID(4, 1))), noon.plusSeconds(3600))));
        Walk.Sale kept = new Walk.Sale(noon.plusSeconds(600), "LF-1", true);
        Walk.Sale reversed = new Walk.Sale(noon.plusSeconds(700), "LF-2", false);
        Walk walk = Walk.of(
                List.of(new Walk.Coming(click, List.of(out, fired, passed, view), people, List.of(reversed, kept))));
        assertThat(walk.steps().stream().map(Walk.Step::happening).map(WalkTest::said))
                .containsExactly(
                        "clicked", "page", "opt-in", "page", "fired", "offer", "confirmed", "LF-1", "LF-2", "mail");
        assertThat(walk.steps())
                .extracting(Walk.Step::since)
                .startsWith(Duration.ZERO, Duration.ofMillis(300), Duration.ofSeconds(5), Duration.ofSeconds(9));
        Setup setup = Promoted.straight().setup();
        Map<Place, Duration> reached = walk.reached(setup::place);
        assertThat(reached)
                .containsEntry(new Place.Gone(), Duration.ofMillis(300))
                .containsEntry(new Place.Confirmed(), Duration.ofMinutes(1))
                .containsEntry(new Place.Mails(), Duration.ofHours(1))
                .containsEntry(new Place.Sales(), Duration.ofMinutes(10));
        assertThat(walk.legs().stream().map(Leg::to))
                .as("a sale that was reversed is none")
                .containsOnlyOnce(new Station.Sale());
        Trail trail = Trail.of(setup, walk, one -> "plumage");
        assertThat(trail.stop(new Place.Mails()).orElseThrow().figure()).isEqualTo(1);
        assertThat(trail.stop(new Place.Source("plumage")).orElseThrow().figure())
                .isEqualTo(1);
        assertThat(trail.stop(new Place.Page(Promoted.id(1))).orElseThrow().figure())
                .isZero();
    }

    @Test
    void allClicksOfAVisitorAreOneWalk() {
        Instant noon = Instant.parse("2026-11-24T12:00:00Z");
        UuidV7 ids = new UuidV7(
                InstantSource.fixed(noon),
                RandomGeneratorFactory.of("L64X128MixRandom").create(6));
        PageId bridge = new PageId(ids.next());
        Walk.Coming first = coming(ids, noon, List.of(), bridge);
        Walk.Coming again =
                coming(ids, noon.plusSeconds(60), List.of(new Walk.Sale(noon.plusSeconds(90), "LF-3", true)), bridge);
        Walk walk = Walk.of(List.of(again, first));
        assertThat(walk.clicks()).containsExactly(first.click(), again.click());
        assertThat(walk.steps().stream().map(Walk.Step::happening).map(WalkTest::said))
                .containsExactly("clicked", "page", "clicked", "page", "LF-3");
        assertThat(walk.steps().getLast().since()).isEqualTo(Duration.ofSeconds(90));
        assertThat(walk.legs())
                .containsExactlyInAnyOrder(
                        new Leg(Optional.of(new Station.Page(bridge)), new Station.Sale()),
                        new Leg(Optional.empty(), new Station.Page(bridge)));
        Trail trail =
                Trail.of(Promoted.straight().setup(), walk, one -> one.equals(first.click()) ? "plumage" : "letters");
        assertThat(trail.stops())
                .filteredOn(stop -> stop.place() instanceof Place.Source)
                .extracting(Trail.Stop::figure)
                .containsExactly(1L, 1L);
        assertThat(trail.stop(new Place.Sales()).orElseThrow().losses()).isEmpty();
    }

    private static Walk.Coming coming(UuidV7 ids, Instant at, List<Walk.Sale> sales, PageId page) {
        WorkspaceId workspace = new WorkspaceId(new UUID(5, 1));
        PromotionId promotion = new PromotionId(new UUID(5, 2));
        VisitorId visitor = new VisitorId(new UUID(5, 3));
        var click = click(new ClickId(ids.at(at)), workspace, promotion, visitor);
        var view = new SiteEvent.PageView(
                new EventId(ids.at(at.plusMillis(300))), workspace, promotion, click.id(), visitor, page);
        return new Walk.Coming(click, List.of(view), Visit.People.NONE, sales);
    }

    private static SiteEvent.Click click(ClickId id, WorkspaceId workspace, PromotionId promotion, VisitorId visitor) {
        return new SiteEvent.Click(
                id,
                workspace,
                promotion,
                Optional.empty(),
                Arrival.of(
                        visitor,
                        Optional.empty(),
                        Optional.empty(),
                        Parameters.NONE,
                        false,
                        Arrival.Place.UNKNOWN,
                        Headers.NONE),
                new Verdict.Counted());
    }

    private static String said(Walk.Happening happening) {
        return switch (happening) {
            case Walk.Happening.Clicked clicked -> "clicked";
            case Walk.Happening.Fired fired -> "fired";
            case Walk.Happening.Took took -> took.taken().step().name();
            case Walk.Happening.Bought(Walk.Sale sale) -> sale.order();
            case Walk.Happening.Reached(Station station) -> station.text().split(" ")[0];
        };
    }
}
