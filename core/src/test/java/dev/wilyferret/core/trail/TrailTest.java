package dev.wilyferret.core.trail;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wilyferret.core.figures.ClickCounts;
import dev.wilyferret.core.figures.Rate;
import dev.wilyferret.core.figures.StepFigures;
import dev.wilyferret.core.id.ClickId;
import dev.wilyferret.core.id.EventId;
import dev.wilyferret.core.id.PageId;
import dev.wilyferret.core.id.PixelId;
import dev.wilyferret.core.id.PromotionId;
import dev.wilyferret.core.id.UuidV7;
import dev.wilyferret.core.id.VisitorId;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.money.Money;
import dev.wilyferret.core.pixel.PixelAnswer;
import dev.wilyferret.core.pixel.PixelEvent;
import dev.wilyferret.core.trail.Setup.OptIn;
import dev.wilyferret.core.trail.Station.Kind;
import dev.wilyferret.core.trail.Station.State;
import dev.wilyferret.core.visit.Arrival;
import dev.wilyferret.core.visit.Headers;
import dev.wilyferret.core.visit.Parameters;
import dev.wilyferret.core.visit.SiteEvent;
import dev.wilyferret.core.visit.Verdict;
import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.util.Currency;
import java.util.List;
import java.util.Optional;
import java.util.random.RandomGeneratorFactory;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;

class TrailTest {

    private static final StepFigures NOTHING = figures(ClickCounts.NONE, 0, 0, 0, 0);
    private static final StepFigures SOME = figures(new ClickCounts(1000, 10, 40, 0, 800), 760, 260, 250, 7);

    private static StepFigures figures(ClickCounts clicks, long landed, long passed, long wentOn, long sales) {
        return new StepFigures(
                clicks, landed, passed, wentOn, sales, new Money(sales * 2750, Currency.getInstance("EUR")));
    }

    /** Everything at work. */
    private static Setup complete() {
        return new Setup(2, PageState.PUBLISHED, PageState.PUBLISHED, true, 1, 1, 1, true, true, true, OptIn.NONE);
    }

    private static Station station(Trail trail, Kind kind) {
        return trail.stations().stream()
                .filter(one -> one.kind() == kind)
                .findFirst()
                .orElseThrow();
    }

    @Test
    void carriesTheFiguresFromTrafficToSales() {
        Trail trail = Trail.of(complete(), SOME);
        assertThat(trail.stations()).extracting(Station::figure).containsExactly(1000L, 950L, 760L, 260L, 250L, 7L);
        assertThat(trail.stations()).extracting(Station::state).containsOnly(State.READY);
        assertThat(station(trail, Kind.PAGE).fromBefore()).contains(new Rate(760, 800));
        assertThat(station(trail, Kind.OFFER).fromBefore()).contains(new Rate(250, 260));
        assertThat(station(trail, Kind.FILTER).note()).isEqualTo("50 kept out");
    }

    @Test
    void leavesGapsWhereNothingIsYet() {
        Trail trail = Trail.of(
                new Setup(0, PageState.DRAFT, PageState.MISSING, false, 0, 0, 0, false, true, true, OptIn.NONE),
                NOTHING);
        assertThat(station(trail, Kind.TRAFFIC).state()).isEqualTo(State.GAP);
        assertThat(station(trail, Kind.PAGE).state()).isEqualTo(State.WAITING);
        assertThat(station(trail, Kind.REDIRECT).state()).isEqualTo(State.GAP);
    }

    @Test
    void withoutARedirectPageTheOfferFollowsTheLandingPage() {
        Setup straight =
                new Setup(1, PageState.PUBLISHED, PageState.MISSING, false, 1, 0, 1, false, true, true, OptIn.NONE);
        assertThat(station(Trail.of(straight, SOME), Kind.OFFER).fromBefore()).contains(new Rate(250, 760));
    }

    @Test
    void onePersonIsNotSeveral() {
        Trail trail = Trail.of(complete(), figures(new ClickCounts(1, 0, 0, 0, 1), 1, 1, 1, 1));
        assertThat(trail.stations())
                .extracting(Station::said)
                .containsExactly("click", "counted", "visitor", "visitor", "visitor", "sale");
        assertThat(Trail.of(complete(), SOME).stations())
                .extracting(Station::said)
                .containsExactly("clicks", "counted", "visitors", "visitors", "visitors", "sales");
    }

    private static Setup takingAddresses(int links, PageState landing, PageState redirect, int pixels, OptIn optIn) {
        return new Setup(links, landing, redirect, true, pixels, 0, pixels, false, true, true, optIn);
    }

    @Test
    void whoTakesAddressesNeedsNoRedirectPage() {
        Setup draft = takingAddresses(0, PageState.DRAFT, PageState.MISSING, 0, OptIn.TAKEN);
        Setup silent = takingAddresses(0, PageState.PUBLISHED, PageState.MISSING, 0, OptIn.MAILS_OFF);
        Setup unlinked = takingAddresses(0, PageState.PUBLISHED, PageState.MISSING, 1, OptIn.TAKEN);
        Setup all = takingAddresses(1, PageState.PUBLISHED, PageState.MISSING, 1, OptIn.TAKEN);
        Setup redirecting = takingAddresses(0, PageState.DRAFT, PageState.DRAFT, 0, OptIn.TAKEN);
        assertThat(Stream.of(draft, silent, unlinked, all, redirecting).map(setup -> Next.of(setup, NOTHING)))
                .containsExactly(
                        Next.PUBLISH_LANDING_PAGE,
                        Next.SWITCH_ON_MAILS,
                        Next.MAKE_LINK,
                        Next.NOTHING,
                        Next.PUBLISH_REDIRECT_PAGE);
        Station redirect = station(Trail.of(draft, NOTHING), Kind.REDIRECT);
        assertThat(redirect.note()).isEqualTo("none needed");
        assertThat(redirect.state()).isEqualTo(State.READY);
        assertThat(redirect.fromBefore()).isEmpty();
        assertThat(station(Trail.of(all, SOME), Kind.OFFER).fromBefore()).contains(new Rate(250, 760));
    }

    static Stream<Arguments> undone() {
        Setup all = complete();
        return Stream.of(
                Arguments.of(
                        new Setup(
                                0,
                                PageState.MISSING,
                                PageState.MISSING,
                                false,
                                0,
                                0,
                                0,
                                false,
                                false,
                                false,
                                OptIn.NONE),
                        NOTHING,
                        Next.PUT_CLICK_ID_IN_LINK),
                Arguments.of(
                        new Setup(
                                0,
                                PageState.MISSING,
                                PageState.MISSING,
                                false,
                                0,
                                0,
                                0,
                                false,
                                true,
                                false,
                                OptIn.NONE),
                        NOTHING,
                        Next.MAKE_LANDING_PAGE),
                Arguments.of(
                        new Setup(
                                0, PageState.DRAFT, PageState.MISSING, false, 0, 0, 0, false, true, false, OptIn.NONE),
                        NOTHING,
                        Next.MAKE_REDIRECT_PAGE),
                Arguments.of(
                        new Setup(0, PageState.DRAFT, PageState.DRAFT, true, 0, 0, 0, false, true, false, OptIn.NONE),
                        NOTHING,
                        Next.PUBLISH_REDIRECT_PAGE),
                Arguments.of(
                        new Setup(
                                0, PageState.DRAFT, PageState.PUBLISHED, true, 0, 0, 0, false, true, false, OptIn.NONE),
                        NOTHING,
                        Next.FILL_LEGAL),
                Arguments.of(
                        new Setup(
                                0, PageState.DRAFT, PageState.PUBLISHED, true, 0, 0, 0, false, true, true, OptIn.NONE),
                        NOTHING,
                        Next.PUBLISH_LANDING_PAGE),
                Arguments.of(
                        new Setup(
                                0,
                                PageState.PUBLISHED,
                                PageState.PUBLISHED,
                                false,
                                0,
                                0,
                                0,
                                false,
                                true,
                                true,
                                OptIn.NONE),
                        NOTHING,
                        Next.LEAD_THROUGH_REDIRECT),
                Arguments.of(
                        new Setup(
                                0,
                                PageState.PUBLISHED,
                                PageState.PUBLISHED,
                                true,
                                0,
                                0,
                                0,
                                false,
                                true,
                                true,
                                OptIn.NONE),
                        NOTHING,
                        Next.ADD_PIXEL),
                Arguments.of(
                        new Setup(
                                0,
                                PageState.PUBLISHED,
                                PageState.PUBLISHED,
                                true,
                                0,
                                0,
                                1,
                                false,
                                true,
                                true,
                                OptIn.NONE),
                        NOTHING,
                        Next.FIRE_LEAD_PIXEL),
                Arguments.of(
                        new Setup(
                                0,
                                PageState.PUBLISHED,
                                PageState.CHANGED,
                                true,
                                0,
                                1,
                                1,
                                false,
                                true,
                                true,
                                OptIn.NONE),
                        NOTHING,
                        Next.FIRE_VIEW_PIXEL),
                Arguments.of(
                        new Setup(
                                0,
                                PageState.PUBLISHED,
                                PageState.PUBLISHED,
                                true,
                                1,
                                1,
                                1,
                                false,
                                true,
                                true,
                                OptIn.NONE),
                        NOTHING,
                        Next.MAKE_LINK),
                Arguments.of(
                        new Setup(
                                1,
                                PageState.PUBLISHED,
                                PageState.PUBLISHED,
                                true,
                                1,
                                1,
                                1,
                                false,
                                true,
                                true,
                                OptIn.NONE),
                        NOTHING,
                        Next.WALK_THROUGH),
                Arguments.of(
                        new Setup(
                                1, PageState.CHANGED, PageState.PUBLISHED, true, 1, 1, 1, true, true, true, OptIn.NONE),
                        SOME,
                        Next.PUBLISH_CHANGES),
                Arguments.of(all, figures(new ClickCounts(900, 0, 0, 0, 800), 700, 60, 50, 0), Next.WAIT_FOR_SALES),
                Arguments.of(all, figures(new ClickCounts(900, 0, 0, 0, 800), 700, 60, 49, 0), Next.NOTHING),
                Arguments.of(all, SOME, Next.NOTHING));
    }

    @ParameterizedTest
    @MethodSource("undone")
    void namesTheFirstUndoneThingInTheOrderPeopleWork(Setup setup, StepFigures figures, Next expected) {
        assertThat(Next.of(setup, figures)).isEqualTo(expected);
        assertThat(expected.sentence()).endsWith(".");
        assertThat(expected.button().isEmpty()).isEqualTo(expected == Next.NOTHING);
    }

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
        var click = new SiteEvent.Click(
                new ClickId(ids.at(noon)),
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
        Walk walk = Walk.of(
                click,
                List.of(out, fired, passed, view),
                List.of(new Walk.Sale(noon.plusSeconds(600), "LF-1")),
                redirect::equals);
        assertThat(walk.steps())
                .extracting(Walk.Step::station)
                .containsExactly(Kind.TRAFFIC, Kind.PAGE, Kind.REDIRECT, Kind.REDIRECT, Kind.OFFER, Kind.SALES);
        assertThat(walk.steps())
                .extracting(Walk.Step::sinceClick)
                .containsExactly(
                        Duration.ZERO,
                        Duration.ofMillis(300),
                        Duration.ofSeconds(9),
                        Duration.ofMillis(9120),
                        Duration.ofMillis(9140),
                        Duration.ofMinutes(10));
        assertThat(walk.reached()).containsExactly(Kind.TRAFFIC, Kind.PAGE, Kind.REDIRECT, Kind.OFFER, Kind.SALES);
    }
}
