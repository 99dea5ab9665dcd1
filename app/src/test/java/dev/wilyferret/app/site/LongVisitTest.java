package dev.wilyferret.app.site;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wilyferret.app.clicks.ClickBook;
import dev.wilyferret.app.clicks.ClickCounts;
import dev.wilyferret.app.clicks.PastClicks;
import dev.wilyferret.app.kit.AppTest;
import dev.wilyferret.app.kit.Guest;
import dev.wilyferret.app.kit.Scenario;
import dev.wilyferret.core.id.ClickId;
import dev.wilyferret.core.id.ShortId;
import dev.wilyferret.core.id.UuidV7;
import dev.wilyferret.core.visit.SiteEvent;
import dev.wilyferret.core.visit.VisitLife;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;

/** A visit takes what its visitor does for twelve hours and three hundred events; then a new click of theirs goes on. */
class LongVisitTest extends AppTest {

    @Autowired
    private ClickBook clicks;

    @Autowired
    private ClickCounts counts;

    @Autowired
    private PastClicks past;

    @Autowired
    private ClickStamps stamps;

    private Scenario.Trail trail;

    @BeforeEach
    void begin() {
        trail = scenario.trail();
    }

    private static ClickId click(Guest guest) {
        return new ClickId(ShortId.parse(guest.cookie("wf_c").orElseThrow().split("\\.")[0])
                .orElseThrow());
    }

    private int events(ClickId click) {
        return sql.sql("select count(*) from site_event where click_id = ?")
                .param(click.value())
                .query(Integer.class)
                .single();
    }

    private void isOfTheSameVisitorAndLink(ClickId before, ClickId now) {
        SiteEvent.Click first = clicks.click(trail.workspace(), before).orElseThrow();
        assertThat(clicks.click(trail.workspace(), now)).hasValueSatisfying(later -> {
            assertThat(later.visitor()).isEqualTo(first.visitor());
            assertThat(later.link()).contains(trail.link().id());
            assertThat(later.arrival().tags()).isEqualTo(first.arrival().tags());
            assertThat(later.continued()).isTrue();
        });
        assertThat(first.continued()).isFalse();
        assertThat(counts.billed(
                        trail.workspace(),
                        Map.of(trail.link().id(), trail.promotion().id()),
                        UuidV7.first(clock.instant().plusSeconds(60))))
                .as("clicks that a limit counts")
                .isEqualTo(Map.of(trail.link().id(), 1L));
    }

    @Test
    void afterItsMostEventsANewClickGoesOn() {
        Guest monitor = guest();
        monitor.get(trail.link().path());
        ClickId first = click(monitor);
        String out = "/out/" + ShortId.of(trail.bridge().id());
        for (int i = 0; i < VisitLife.MOST_EVENTS + 5; i++) {
            assertThat(monitor.get(out).statusCode()).isEqualTo(302);
        }
        ClickId second = click(monitor);
        assertThat(second).isNotEqualTo(first);
        assertThat(events(first)).isEqualTo(VisitLife.MOST_EVENTS);
        assertThat(events(second)).isEqualTo(5);
        isOfTheSameVisitorAndLink(first, second);
        followed();
        assertThat(past.of(trail.workspace(), List.of(first)).getFirst().followed())
                .hasSize(VisitLife.MOST_EVENTS);
    }

    @Test
    void afterTwelveHoursANewClickGoesOn() {
        Guest reader = guest();
        reader.get(trail.link().path());
        reader.get(trail.bridgePath());
        ClickId first = click(reader);
        clock.pass(VisitLife.LASTS.minusMinutes(1));
        reader.get(trail.bridgePath());
        assertThat(click(reader)).isEqualTo(first);
        clock.pass(Duration.ofMinutes(2));
        reader.get(trail.bridgePath());
        assertThat(click(reader)).isNotEqualTo(first);
        assertThat(events(first)).isEqualTo(2);
        isOfTheSameVisitorAndLink(first, click(reader));
    }

    /** As a click that a program before this one let grow. */
    @Test
    void whoReadsTheEventsOfAClickStopsAtTheMostThereCanBe() {
        Guest guest = guest();
        guest.get(trail.link().path());
        ClickId click = click(guest);
        sql.sql("""
                        insert into site_event (workspace_id, id, at, promotion_id, click_id, visitor_id, page_id, kind)
                        select workspace_id, overlay(gen_random_uuid()::text placing left(id::text, 14) from 1 for 14)::uuid, at,
                          promotion_id, id, visitor_id, cast(:page as uuid), 'PAGE_VIEW'
                        from click, generate_series(1, 20000) where id = :click
                        """)
                .param("page", trail.bridge().id().value())
                .param("click", click.value())
                .update();
        clicks.rule(trail.workspace(), click, true);
        followed();
        assertThat(past.of(trail.workspace(), List.of(click)).getFirst().followed())
                .hasSize(VisitLife.MOST_EVENTS);
        assertThat(clicks.followed(trail.workspace(), click)).hasSize(VisitLife.MOST_EVENTS);
        assertThat(owner(trail.stage())
                        .get("/promotions/" + trail.promotion().id() + "/clicks/" + click)
                        .statusCode())
                .isIn(200, 404);
        assertThat(owner(trail.stage()).get("/clicks/" + click).statusCode()).isEqualTo(200);
    }

    @Test
    void aCookieIsBelievedWithinTheLifeOfAVisitAlone() {
        Guest guest = guest();
        guest.get(trail.link().path());
        String[] parts = guest.cookie("wf_c").orElseThrow().split("-")[0].split("\\.");
        for (Duration away : List.of(Duration.ofHours(13), Duration.ofDays(-2))) {
            UUID made =
                    new UuidV7(clock, new java.util.Random()).at(clock.instant().minus(away));
            parts[0] = ShortId.of(new ClickId(made));
            String named = String.join(".", parts);
            guest().get(trail.bridgePath(), "Cookie", "wf_c=" + named + "-" + stamps.of(named));
            assertThat(events(new ClickId(made))).as("%s ago", away).isZero();
        }
    }

    @Test
    void aClickThatThereNeverWasIsNotBelieved() {
        Guest guest = guest();
        guest.get(trail.link().path());
        String cookie = guest.cookie("wf_c").orElseThrow();
        ClickId made = new ClickId(new UuidV7(clock, new java.util.Random(7)).next());
        String madeUp = ShortId.of(made) + cookie.substring(26);
        for (String named : List.of(
                madeUp, madeUp.substring(0, madeUp.indexOf('-')), madeUp.replaceAll("-.*", "-"), madeUp + "x")) {
            guest().get(trail.bridgePath(), "Cookie", "wf_c=" + named);
            guest().get("/out/" + ShortId.of(trail.bridge().id()), "Cookie", "wf_c=" + named);
        }
        assertThat(events(made)).isZero();
        assertThat(guest().get(trail.bridgePath(), "Cookie", "wf_c=" + cookie).statusCode())
                .isEqualTo(200);
        assertThat(events(click(guest))).as("the one that there was").isEqualTo(1);
    }
}
