package dev.wilyferret.app.results;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import dev.wilyferret.app.clicks.ClickBook;
import dev.wilyferret.app.clicks.ClickLog;
import dev.wilyferret.app.kit.AppTest;
import dev.wilyferret.app.kit.Guest;
import dev.wilyferret.app.kit.Scenario;
import dev.wilyferret.app.leads.Lead;
import dev.wilyferret.app.leads.Leads;
import dev.wilyferret.app.people.Joining;
import dev.wilyferret.app.people.People;
import dev.wilyferret.app.people.Subscriber;
import dev.wilyferret.app.shelf.Bonuses;
import dev.wilyferret.app.workspace.Workspace;
import dev.wilyferret.app.workspace.Workspaces;
import dev.wilyferret.core.figures.Behind;
import dev.wilyferret.core.figures.ClickCounts;
import dev.wilyferret.core.figures.Leg;
import dev.wilyferret.core.figures.Period;
import dev.wilyferret.core.figures.Station;
import dev.wilyferret.core.figures.Tally;
import dev.wilyferret.core.id.BonusId;
import dev.wilyferret.core.id.ClickId;
import dev.wilyferret.core.id.EventId;
import dev.wilyferret.core.id.ListId;
import dev.wilyferret.core.id.PageId;
import dev.wilyferret.core.id.ShortId;
import dev.wilyferret.core.id.UuidV7;
import dev.wilyferret.core.id.VisitorId;
import dev.wilyferret.core.people.EmailAddress;
import dev.wilyferret.core.visit.Arrival;
import dev.wilyferret.core.visit.Headers;
import dev.wilyferret.core.visit.Parameters;
import dev.wilyferret.core.visit.SiteEvent;
import dev.wilyferret.core.visit.Verdict;
import java.sql.Timestamp;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.UUID;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.transaction.support.TransactionTemplate;

class FiguresTest extends AppTest {

    private static final ZoneId ZONE = ZoneId.of("Asia/Kolkata");

    @Autowired
    private ClickLog log;

    @Autowired
    private ClickBook book;

    @Autowired
    private UuidV7 ids;

    @Autowired
    private Figures figures;

    @Autowired
    private Leads leads;

    @Autowired
    private Bonuses bonuses;

    @Autowired
    private Making making;

    @Autowired
    private Follower follower;

    @Autowired
    private Audit audit;

    @Autowired
    private Workspaces workspaces;

    @Autowired
    private FigureStore store;

    @Autowired
    private TransactionTemplate transaction;

    @Autowired
    private People people;

    private Scenario.Trail trail;
    private ListId list;

    @BeforeEach
    void aTrail() {
        trail = scenario.trail();
        list = scenario.list(trail.workspace(), false);
    }

    /** What the log itself says, counted in SQL. */
    private record Recount(
            ClickCounts clicks, Map<PageId, Long> viewers, long wentOn, long sales, long commission, long optIns) {}

    private Recount recount(Period period) {
        Timestamp from = Timestamp.from(period.from());
        Timestamp until = Timestamp.from(period.until());
        List<Object> place =
                List.of(trail.workspace().value(), trail.promotion().id().value(), from, until);
        String counted = """
                (select id, visitor_id from standing_click where workspace_id = ? and promotion_id = ? and at >= ? and at < ?
                  and standing = 'COUNTED') c""";
        ClickCounts clicks = sql.sql("""
                        select count(*), count(*) filter (where standing = 'OWN'), count(*) filter (where standing = 'FILTERED'),
                          count(*) filter (where standing = 'TAKEN_OUT'),
                          count(distinct visitor_id) filter (where standing = 'COUNTED')
                        from standing_click where workspace_id = ? and promotion_id = ? and at >= ? and at < ?
                        """)
                .params(place)
                .query((row, number) ->
                        new ClickCounts(row.getLong(1), row.getLong(2), row.getLong(3), row.getLong(4), row.getLong(5)))
                .single();
        Map<PageId, Long> viewers = new HashMap<>();
        sql.sql("select e.page_id, count(distinct c.visitor_id) from " + counted
                        + " join site_event e on e.click_id = c.id where e.kind = 'PAGE_VIEW' group by 1")
                .params(place)
                .query(row -> {
                    viewers.put(new PageId(row.getObject(1, UUID.class)), row.getLong(2));
                });
        long wentOn = sql.sql("select count(distinct c.visitor_id) from " + counted
                        + " join site_event e on e.click_id = c.id where e.kind = 'WENT_ON'")
                .params(place)
                .query(Long.class)
                .single();
        long optIns = sql.sql("select count(*) from " + counted + " join lead l on l.click_id = c.id")
                .params(place)
                .query(Long.class)
                .single();
        return sql.sql(
                        "select count(*) filter (where s.state <> 'REVERSED'), coalesce(sum(s.commission_minor - s.refunded_minor)"
                                + " filter (where s.state in ('APPROVED', 'REFUNDED')), 0) from " + counted
                                + " join sale s on s.click_id = c.id")
                .params(place)
                .query((row, number) -> new Recount(clicks, viewers, wentOn, row.getLong(1), row.getLong(2), optIns))
                .single();
    }

    private Recount shown(Period period) {
        Tally tally = figures.of(trail.workspace(), trail.promotion().id(), period);
        Map<PageId, Long> viewers = new HashMap<>();
        tally.stations().forEach(station -> {
            if (station instanceof Station.Page(PageId page) && tally.reached(station) > 0) {
                viewers.put(page, tally.reached(station));
            }
        });
        Tally.Sums sums = tally.sums();
        return new Recount(
                tally.clicks(),
                viewers,
                tally.visitors(leg -> leg.to() instanceof Station.Offer),
                sums.sold().sales(),
                sums.sold().revenue(),
                sums.optIns());
    }

    private SiteEvent.Click click(Random random, Instant at) {
        return new SiteEvent.Click(
                new ClickId(ids.at(at)),
                trail.workspace(),
                trail.promotion().id(),
                Optional.empty(),
                Arrival.of(
                        new VisitorId(
                                new UUID(trail.workspace().value().getLeastSignificantBits(), random.nextInt(40))),
                        random.nextBoolean() ? Optional.of(trail.link().id()) : Optional.empty(),
                        Optional.empty(),
                        Parameters.NONE,
                        random.nextInt(10) == 0,
                        new Arrival.Place("192.0.2.1", "192.0.2.0/24", random.nextBoolean() ? "AT" : "IN"),
                        Headers.of("agent")),
                random.nextInt(8) == 0 ? new Verdict.DeclaredCrawler("bot") : new Verdict.Counted());
    }

    private List<SiteEvent> visit(Random random, Instant at, List<SiteEvent.Click> clicks) {
        SiteEvent.Click click = click(random, at);
        clicks.add(click);
        List<SiteEvent> events = new ArrayList<>(List.of(click));
        for (int i = random.nextInt(6); i > 0; i--) {
            PageId page = random.nextBoolean()
                    ? trail.bridge().id()
                    : trail.redirect().id();
            EventId id = new EventId(ids.at(at.plusSeconds(random.nextInt(900))));
            events.add(
                    random.nextInt(3) == 0
                            ? new SiteEvent.WentOn(
                                    id, trail.workspace(), click.promotion(), click.id(), click.visitor(), page)
                            : new SiteEvent.PageView(
                                    id, trail.workspace(), click.promotion(), click.id(), click.visitor(), page));
        }
        return events;
    }

    private String postback(SiteEvent.Click click, int order) {
        return "/postback/" + trail.network().postbackKey() + "?secret="
                + trail.network().secret() + "&click_id=" + ShortId.of(click.id()) + "&order_id=LF-" + order
                + "&commission=" + order + ".50";
    }

    /** A sale, what becomes of one, an opt-in, an erasure, a restart of whoever follows. */
    private void happens(Random random, List<SiteEvent.Click> clicks) {
        SiteEvent.Click click = clicks.get(random.nextInt(clicks.size()));
        guest().get(postback(click, 1 + random.nextInt(40)));
        for (String status : List.of("pending", "refunded", "reversed")) {
            guest().get(postback(click, 1 + random.nextInt(40)).replace(".50", "") + "&status=" + status);
        }
        Subscriber one = optIn(click, "reader" + random.nextInt(30) + "@a.example");
        if (random.nextInt(4) == 0) {
            people.erase(trail.workspace(), one.id());
        }
        if (random.nextInt(6) == 0) {
            follower.stop();
            follower.start();
        }
    }

    private Subscriber optIn(SiteEvent.Click click, String address) {
        return leads.keep(
                        trail.workspace(),
                        new Lead(
                                UUID.randomUUID(),
                                trail.promotion().id(),
                                trail.bridge().id(),
                                click.id(),
                                address,
                                Map.of(),
                                "",
                                "",
                                Optional.empty(),
                                "",
                                clock.instant()),
                        Optional.of(list),
                        Joining.plain(new EmailAddress(address), "", ""))
                .orElseThrow();
    }

    /** Clicks of four days, events that arrive in any order, rulings, late sales, refunds; then packed; then all made from the log again. */
    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3})
    void theFiguresAreARecountAfterAnyCourse(long seed) {
        Random random = new Random(seed);
        Instant last = clock.instant().plusSeconds(60);
        List<SiteEvent> events = new ArrayList<>();
        List<SiteEvent.Click> clicks = new ArrayList<>();
        for (int i = 0; i < 120; i++) {
            events.addAll(visit(random, last.minus(Duration.ofMinutes(random.nextInt(4 * 1440))), clicks));
        }
        Collections.shuffle(events, random);
        while (!events.isEmpty()) {
            List<SiteEvent> some = events.subList(0, Math.min(events.size(), 1 + random.nextInt(40)));
            log.append(List.copyOf(some));
            some.clear();
            book.rule(
                    trail.workspace(), clicks.get(random.nextInt(clicks.size())).id(), random.nextBoolean());
            happens(random, clicks);
        }
        followed();
        List<Period> periods = List.of(
                Period.EVER,
                Period.last(1, last, ZONE),
                Period.last(2, last, ZONE),
                Period.last(3, last, ZoneId.of("America/St_Johns")),
                Period.last(2, last, ZONE).before());
        assertAll(periods, "as they came");
        clock.pass(Duration.ofMinutes(1));
        packed();
        assertAll(periods, "packed");
        SiteEvent.Click late = clicks.getFirst();
        guest().get(postback(late, 999));
        book.rule(trail.workspace(), clicks.getLast().id(), true);
        followed();
        assertAll(periods, "with a late sale beside a sheet");
        transaction.executeWithoutResult(status -> making.beginAnew(trail.workspace()));
        log.append(visit(random, last.minusSeconds(7200), clicks));
        await().until(() ->
                sql.sql("select count(*) from figure_generation where workspace_id = ? and made_from is not null")
                                .param(trail.workspace().value())
                                .query(Long.class)
                                .single()
                        == 0);
        followed();
        assertThat(sql.sql("select generation from figure_generation where workspace_id = ?")
                        .param(trail.workspace().value())
                        .query(Integer.class)
                        .list())
                .containsExactly(2);
        assertAll(periods, "made anew");
    }

    /** Waits until all visits are in sheets. Those of days whose sheets are still to be made lie nowhere before. */
    private void packed() {
        await().atMost(Duration.ofSeconds(20))
                .until(() -> figures.percentMade(trail.workspace()).isEmpty()
                        && sql.sql("select count(*) from visit where workspace_id = ?")
                                        .param(trail.workspace().value())
                                        .query(Long.class)
                                        .single()
                                == 0);
    }

    private void assertAll(List<Period> periods, String when) {
        for (Period period : periods) {
            assertThat(shown(period)).as("%s, %s", when, period).isEqualTo(recount(period));
        }
        assertThat(shown(Period.EVER).clicks().raw()).as("something to compare").isPositive();
    }

    @Test
    void aVisitorsWayIsInTheFiguresWithinTwoSeconds() {
        Guest guest = guest();
        guest.get(trail.link().path());
        guest.get(trail.bridgePath());
        String click = guest.cookie("wf_c").orElseThrow().split("\\.")[0];
        guest().get("/postback/" + trail.network().postbackKey() + "?secret="
                + trail.network().secret() + "&click_id=" + click + "&order_id=LF-1&commission=27.50");
        await().atMost(Duration.ofSeconds(2)).untilAsserted(() -> {
            Tally tally = figures.of(trail.workspace(), trail.promotion().id(), Period.EVER);
            assertThat(tally.clicks().counted()).isEqualTo(1);
            assertThat(tally.reached(new Station.Page(trail.bridge().id()))).isEqualTo(1);
            assertThat(tally.sums().sold().revenue()).isEqualTo(2750);
            assertThat(tally.clicks(trail.link().id()).counted()).isEqualTo(1);
        });
    }

    @Test
    void anEventWithoutItsClickIsSetAsideUntilItComes() {
        List<SiteEvent.Click> clicks = new ArrayList<>();
        List<SiteEvent> events = visit(new Random(4), clock.instant(), clicks);
        List<SiteEvent> followed = events.subList(1, events.size());
        assertThat(followed).isNotEmpty();
        log.append(List.copyOf(followed));
        followed();
        assertThat(setAside()).isEqualTo(1);
        log.append(List.of(clicks.getFirst()));
        followed();
        assertThat(setAside()).isZero();
        assertThat(shown(Period.EVER)).isEqualTo(recount(Period.EVER));
    }

    /** What the follower did in a transaction that never ended, as when the program is killed in it. */
    @Test
    void aTurnThatIsCutOffLosesAndDoublesNothing() {
        List<SiteEvent.Click> clicks = new ArrayList<>();
        Random random = new Random(5);
        log.append(visit(random, clock.instant(), clicks));
        followed();
        transaction.executeWithoutResult(status -> {
            // The lock belongs to this thread's transaction.
            await().pollInSameThread().until(store::alone);
            log.append(visit(random, clock.instant(), clicks));
            book.rule(trail.workspace(), clicks.getFirst().id(), false);
            assertThat(follower.step()).isTrue();
            assertThat(shown(Period.EVER).clicks().raw())
                    .as("it was on its way")
                    .isEqualTo(2);
            status.setRollbackOnly();
        });
        followed();
        assertThat(shown(Period.EVER)).isEqualTo(recount(Period.EVER));
        assertThat(shown(Period.EVER).clicks().raw()).isEqualTo(2);
    }

    @Test
    void aClickThatCannotBeToldKeepsNoOtherFromIt() {
        List<SiteEvent.Click> clicks = new ArrayList<>();
        log.append(visit(new Random(6), clock.instant(), clicks));
        followed();
        device(clicks.getFirst().id().value(), "TELEGRAPH");
        book.rule(trail.workspace(), clicks.getFirst().id(), true);
        log.append(visit(new Random(7), clock.instant(), clicks));
        followed();
        assertThat(setAside()).isEqualTo(1);
        assertThat(shown(Period.EVER).clicks().raw()).isEqualTo(2);
    }

    @Test
    void figuresAreMadeAnewWithoutAClickThatCannotBeTold() {
        List<SiteEvent.Click> clicks = new ArrayList<>();
        for (int i = 0; i < 5; i++) {
            log.append(visit(new Random(i), clock.instant(), clicks));
        }
        assertThat(figures.settle(trail.workspace(), Duration.ofSeconds(20))).isTrue();
        UUID broken = clicks.get(2).id().value();
        device(broken, "TELEGRAPH");
        assertThat(figures.countAnew(trail.workspace())).isTrue();
        await().until(() -> figures.percentMadeAnew(trail.workspace()).isEmpty());
        assertThat(setAside()).isEqualTo(1);
        assertThat(owner(trail.stage()).get("/settings/figures").body())
                .contains("1 click: It cannot be told; the program&#39;s log says why.");
        assertThat(shown(Period.EVER).clicks().raw()).isEqualTo(4);
        assertThat(audit.next(trail.workspace())).contains(true);
        device(broken, "PHONE");
        clock.pass(Duration.ofMinutes(61));
        await().until(() -> setAside() == 0);
        assertThat(shown(Period.EVER).clicks().raw()).isEqualTo(5);
    }

    /** A sheet holds eight; one short of that is not the end of the day. */
    @Test
    void countingAnewReadsAllOfADayThoughOneClickOfItCannotBeTold() {
        List<SiteEvent.Click> clicks = new ArrayList<>();
        for (int i = 0; i < 30; i++) {
            log.append(visit(new Random(i), clock.instant(), clicks));
        }
        assertThat(figures.settle(trail.workspace(), Duration.ofSeconds(20))).isTrue();
        // The last of the first part, one in the middle, and the very last.
        List<Integer> broken = List.of(7, 12, 29);
        broken.forEach(at -> device(clicks.get(at).id().value(), "TELEGRAPH"));
        assertThat(figures.countAnew(trail.workspace())).isTrue();
        await().atMost(Duration.ofSeconds(20))
                .until(() -> figures.percentMadeAnew(trail.workspace()).isEmpty());
        assertThat(setAside()).isEqualTo(3);
        assertThat(shown(Period.EVER).clicks().raw()).isEqualTo(27);
        assertThat(audit.next(trail.workspace())).contains(true);
        sql.sql("delete from click where workspace_id = ? and device = 'TELEGRAPH'")
                .param(trail.workspace().value())
                .update();
    }

    /** A country that is wrong changes no sum. */
    @Test
    void comparingSeesWhatIsWrongInASliceAlone() {
        List<SiteEvent.Click> clicks = new ArrayList<>();
        for (int i = 0; i < 4; i++) {
            log.append(visit(new Random(i), clock.instant(), clicks));
        }
        followed();
        clock.pass(Duration.ofMinutes(1));
        packed();
        assertThat(audit.next(trail.workspace())).contains(true);
        sql.sql("update click set country = 'FI' where id = ?")
                .param(clicks.getFirst().id().value())
                .update();
        assertThat(audit.next(trail.workspace())).contains(false);
    }

    /** As of a damaged disk. */
    @Test
    void figuresThatCannotBeReadKeepNoOtherWorkspaceWaitingAndAreMadeAnew() {
        log.append(visit(new Random(1), clock.instant(), new ArrayList<>()));
        followed();
        clock.pass(Duration.ofMinutes(1));
        packed();
        sql.sql("update day_sheet set columns = 'x' where workspace_id = ?")
                .param(trail.workspace().value())
                .update();
        log.append(visit(new Random(2), clock.instant(), new ArrayList<>()));
        Scenario.Trail other = scenario.trail();
        guest().get(other.link().path());
        followed();
        clock.pass(Duration.ofMinutes(1));
        await().atMost(Duration.ofSeconds(20))
                .until(() -> sql.sql("select count(*) from day_sheet where workspace_id = ?")
                                .param(other.workspace().value())
                                .query(Long.class)
                                .single()
                        == 1);
        audit.next();
        // It is counted anew once its workspace is no longer left alone.
        assertThat(sql.sql("select count(*) from figure_generation where workspace_id = ?")
                        .param(trail.workspace().value())
                        .query(Long.class)
                        .single())
                .isEqualTo(2);
    }

    /** What becomes unreadable after it was told is found when figures are compared with the log. */
    @Test
    void comparingGoesOnPastAClickThatCannotBeTold() {
        List<SiteEvent.Click> clicks = new ArrayList<>();
        log.append(visit(new Random(4), clock.instant(), clicks));
        log.append(visit(new Random(5), clock.instant(), clicks));
        assertThat(figures.settle(trail.workspace(), Duration.ofSeconds(20))).isTrue();
        device(clicks.getFirst().id().value(), "TELEGRAPH");
        audit.next();
        assertThat(setAside()).isEqualTo(1);
        audit.next();
        await().until(() -> shown(Period.EVER).clicks().raw() == 1);
        assertThat(audit.next(trail.workspace())).contains(true);
    }

    private long setAside() {
        return figures.setAside(trail.workspace()).values().stream()
                .mapToLong(Long::longValue)
                .sum();
    }

    private void device(UUID click, String name) {
        sql.sql("update click set device = ? where id = ?").params(name, click).update();
    }

    @Test
    void anEventFarAheadIsSetAside() {
        log.append(visit(new Random(8), clock.instant().plus(Duration.ofHours(2)), new ArrayList<>()));
        followed();
        assertThat(setAside()).isEqualTo(1);
        assertThat(shown(Period.EVER).clicks().raw()).isZero();
    }

    @Test
    void settingsSayWhetherAllIsCountedAndCountAgain() {
        guest().get(trail.link().path());
        followed();
        Guest owner = owner(trail.stage());
        await().untilAsserted(() -> assertThat(owner.get("/settings/figures").body())
                .contains("Nothing is set aside", "Count everything again"));
        owner.send("/settings/figures");
        await().untilAsserted(
                        () -> assertThat(sql.sql("select generation from figure_generation where workspace_id = ?")
                                        .param(trail.workspace().value())
                                        .query(Integer.class)
                                        .list())
                                .containsExactly(2));
        assertThat(shown(Period.EVER).clicks().counted()).isEqualTo(1);
    }

    /** The trouble may have been the database's, for a moment. */
    @Test
    void aClickThatCouldNotBeToldIsTriedAgain() {
        List<SiteEvent.Click> clicks = new ArrayList<>();
        log.append(visit(new Random(14), clock.instant(), clicks).subList(0, 1));
        followed();
        sql.sql("insert into visit_aside values (?, ?, ?, ?)")
                .params(
                        trail.workspace().value(),
                        clicks.getFirst().id().value(),
                        FigureStore.UNTOLD,
                        java.sql.Timestamp.from(clock.instant()))
                .update();
        assertThat(setAside()).isEqualTo(1);
        clock.pass(Duration.ofMinutes(61));
        await().atMost(Duration.ofSeconds(30)).until(() -> setAside() == 0);
    }

    /** What a person does later is told of the visit that brought them. */
    @Test
    void whatIsHandedOutBelongsToTheVisitOfTheOptIn() {
        List<SiteEvent.Click> clicks = new ArrayList<>();
        log.append(visit(new Random(12), clock.instant(), clicks).subList(0, 1));
        book.rule(trail.workspace(), clicks.getFirst().id(), true);
        Subscriber one = optIn(clicks.getFirst(), "ines@a.example");
        BonusId bonus = new BonusId(UUID.randomUUID());
        clock.pass(Duration.ofMinutes(5));
        bonuses.fetch(trail.workspace(), bonus, one.id());
        followed();
        Tally tally = figures.of(trail.workspace(), trail.promotion().id(), Period.EVER);
        assertThat(tally.stations())
                .containsExactlyInAnyOrder(
                        new Station.OptIn(trail.bridge().id()), new Station.Confirmed(), new Station.HandedOut(bonus));
        assertThat(tally.visitors(
                        leg -> leg.equals(new Leg(Optional.of(new Station.Confirmed()), new Station.HandedOut(bonus)))))
                .isEqualTo(1);
        assertThat(figures.behind(
                        trail.workspace(),
                        trail.promotion().id(),
                        Period.EVER,
                        Behind.reached(new Station.HandedOut(bonus)::equals),
                        Optional.empty(),
                        10))
                .containsExactly(clicks.getFirst().id());
    }

    private void someDays(int days) {
        Random random = new Random(13);
        List<SiteEvent> events = new ArrayList<>();
        for (int day = 0; day < days; day++) {
            for (int i = 0; i < 5; i++) {
                events.addAll(visit(random, clock.instant().minus(Duration.ofDays(day)), new ArrayList<>()));
            }
        }
        log.append(events);
    }

    private void awaitWhole() {
        await().atMost(Duration.ofSeconds(30))
                .until(() -> figures.percentMadeAnew(trail.workspace()).isEmpty()
                        && figures.percentMade(trail.workspace()).isEmpty());
        followed();
    }

    @Test
    void whatCameWhileNobodyFollowedIsToldLater() {
        someDays(2);
        followed();
        follower.stop();
        someDays(3);
        clock.pass(Duration.ofHours(1));
        assertThat(figures.waiting(trail.workspace())).isPositive();
        assertThat(owner(trail.stage()).get("/settings/figures").body()).contains("wait to be counted");
        follower.start();
        followed();
        assertThat(shown(Period.EVER)).isEqualTo(recount(Period.EVER));
        assertThat(shown(Period.EVER).clicks().raw()).isEqualTo(25);
    }

    /** As a restart of the database does, for whoever is connected. */
    @Test
    void aMakingThatLosesItsDatabaseGoesOn() {
        someDays(40);
        followed();
        transaction.executeWithoutResult(status -> making.beginAnew(trail.workspace()));
        for (int cut = 0; cut < 3; cut++) {
            try {
                sql.sql(
                                "select count(pg_terminate_backend(pid)) from pg_stat_activity where datname = current_database()"
                                        + " and pid <> pg_backend_pid()")
                        .query(Long.class)
                        .single();
            } catch (RuntimeException itselfCut) {
                // Another one's turn.
            }
        }
        // Whoever is first to use a connection that was cut is told so.
        await().ignoreExceptions()
                .atMost(Duration.ofSeconds(30))
                .until(() -> figures.percentMadeAnew(trail.workspace()).isEmpty());
        // From then on a connection that was cut and waits in a pool is tried before it is given out.
        await().ignoreExceptions()
                .pollDelay(Duration.ofMillis(600))
                .until(() -> shown(Period.EVER).equals(recount(Period.EVER)));
        assertThat(shown(Period.EVER)).isEqualTo(recount(Period.EVER));
        assertThat(shown(Period.EVER).clicks().raw()).isEqualTo(200);
    }

    /** A visit of ten hours ago is one of today where it is noon, and of yesterday where it is early. */
    @Test
    void anotherTimeZoneOfTheWorkspaceShowsItsOwnDays() {
        Workspace workspace = workspaces.get(trail.workspace());
        log.append(visit(new Random(14), clock.instant().minus(Duration.ofHours(10)), new ArrayList<>()));
        followed();
        ZoneId noon = whereItIs(12);
        ZoneId early = whereItIs(5);
        for (ZoneId zone : List.of(noon, early, ZoneId.of("America/St_Johns"), ZoneId.of("Asia/Kathmandu"))) {
            workspaces.describe(new Workspace(
                    workspace.id(),
                    workspace.name(),
                    workspace.currency(),
                    zone,
                    workspace.legal(),
                    workspace.files()));
            Period today = Period.last(
                    1, clock.instant(), workspaces.get(trail.workspace()).zone());
            assertThat(today.zone()).isEqualTo(zone);
            assertThat(shown(today)).as("%s", zone).isEqualTo(recount(today));
            assertThat(owner(trail.stage())
                            .get("/promotions/" + trail.promotion().id() + "?days=1")
                            .body())
                    .as("%s", zone)
                    .contains(shown(today).clicks().raw() == 1 ? ">1<" : ">0<");
        }
        assertThat(shown(Period.last(1, clock.instant(), noon)).clicks().raw()).isEqualTo(1);
        assertThat(shown(Period.last(1, clock.instant(), early)).clicks().raw()).isZero();
    }

    private ZoneId whereItIs(int hour) {
        int utc = clock.instant().atZone(ZoneOffset.UTC).getHour();
        return ZoneId.of("UTC%+d".formatted(Math.floorMod(hour - utc + 11, 24) - 11));
    }

    /** Sheets that are gone, or say something else, are found and made again; nobody has to know of it. */
    @Test
    void whatDiffersFromTheLogIsFoundAndMadeAgain() {
        someDays(6);
        followed();
        clock.pass(Duration.ofMinutes(1));
        packed();
        assertThat(audit.next(trail.workspace())).isEqualTo(Optional.of(true));
        spoil();
        awaitFound();
        awaitWhole();
        assertThat(shown(Period.EVER)).isEqualTo(recount(Period.EVER));
        assertThat(owner(trail.stage()).get("/settings/figures").body()).contains("differed from the log");
        spoil();
        awaitFound();
        assertThat(figures.percentMadeAnew(trail.workspace()))
                .as("not again on the same day")
                .isEmpty();
        clock.pass(Duration.ofHours(25));
        awaitFound();
        awaitWhole();
        assertThat(shown(Period.EVER)).isEqualTo(recount(Period.EVER));
    }

    /** Followed while nobody sees yet that others are being made beside those that are shown. */
    @Test
    void aDayThatBeginsWhileFiguresBeginAnewIsInBoth() {
        log.append(visit(new Random(5), clock.instant().minus(Duration.ofDays(1)), new ArrayList<>()));
        followed();
        packed();
        transaction.executeWithoutResult(status -> {
            making.beginAnew(trail.workspace());
            log.append(visit(new Random(6), clock.instant(), new ArrayList<>()));
            followed();
        });
        awaitWhole();
        assertThat(shown(Period.EVER)).isEqualTo(recount(Period.EVER));
        assertThat(shown(Period.EVER).clicks().raw()).isEqualTo(2);
    }

    private void spoil() {
        sql.sql("delete from day_sheet where workspace_id = :workspace and day < :today")
                .param("workspace", trail.workspace().value())
                .param(
                        "today",
                        LocalDate.ofInstant(clock.instant(), ZoneOffset.UTC).minusDays(2))
                .update();
        assertThat(shown(Period.EVER)).isNotEqualTo(recount(Period.EVER));
    }

    private void awaitFound() {
        await().atMost(Duration.ofSeconds(20))
                .until(() -> audit.next(trail.workspace()).equals(Optional.of(false)));
    }
}
