package dev.wilyferret.app.clicks;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.mockito.ArgumentMatchers.anyList;
import static org.mockito.Mockito.doAnswer;
import static org.mockito.Mockito.doThrow;
import static org.mockito.Mockito.mock;

import dev.wilyferret.app.kit.AppTest;
import dev.wilyferret.app.kit.Guest;
import dev.wilyferret.app.kit.Scenario;
import dev.wilyferret.app.kit.TestDatabase;
import dev.wilyferret.app.results.Figures;
import dev.wilyferret.core.figures.Period;
import dev.wilyferret.core.id.ClickId;
import dev.wilyferret.core.id.PromotionId;
import dev.wilyferret.core.id.ShortId;
import dev.wilyferret.core.id.UuidV7;
import dev.wilyferret.core.id.VisitorId;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.visit.Arrival;
import dev.wilyferret.core.visit.Headers;
import dev.wilyferret.core.visit.Parameters;
import dev.wilyferret.core.visit.SiteEvent;
import dev.wilyferret.core.visit.Standing;
import dev.wilyferret.core.visit.Verdict;
import java.sql.SQLException;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Queue;
import java.util.UUID;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.concurrent.Executors;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;

class ClickLogTest extends AppTest {

    @Autowired
    private ClickLog log;

    @Autowired
    private ClickBook book;

    @Autowired
    private Figures figures;

    @Autowired
    private UuidV7 ids;

    private SiteEvent.Click click(
            WorkspaceId workspace, PromotionId promotion, Instant at, VisitorId visitor, boolean own, Verdict verdict) {
        return new SiteEvent.Click(
                new ClickId(ids.at(at)),
                workspace,
                promotion,
                Optional.empty(),
                Arrival.of(
                        visitor,
                        Optional.empty(),
                        Optional.empty(),
                        Parameters.NONE,
                        own,
                        new Arrival.Place("192.0.2.1", "192.0.2.0/24", "AT"),
                        Headers.of("agent")),
                verdict);
    }

    @Test
    void theSameEventTwiceIsKeptOnce() {
        WorkspaceId workspace = scenario.empty().id();
        SiteEvent.Click click = click(
                workspace,
                new PromotionId(ids.next()),
                clock.instant(),
                new VisitorId(ids.next()),
                false,
                new Verdict.Counted());
        log.append(List.of(click));
        log.append(List.of(click, click));
        assertThat(book.all(workspace, click.promotion(), Instant.EPOCH)).hasSize(1);
        assertThat(book.click(workspace, click.id())).contains(click);
    }

    /** A column goes to the database as one text: no sign in a value may end it, or change another's. */
    @Test
    void everySignIsKeptAsItCame() {
        WorkspaceId workspace = scenario.empty().id();
        PromotionId promotion = new PromotionId(ids.next());
        List<SiteEvent> kept = Stream.of(
                        "NULL", "null", "", " ", ",", "{}", "{\"a\"}", "\"", "\\", "\\\"", "a\nb", "\t", "'", "';--",
                        "🍄", "é\u0301")
                .<SiteEvent>map(agent -> new SiteEvent.Click(
                        new ClickId(ids.at(clock.instant())),
                        workspace,
                        promotion,
                        Optional.empty(),
                        Arrival.of(
                                new VisitorId(ids.next()),
                                Optional.empty(),
                                Optional.empty(),
                                Parameters.NONE,
                                false,
                                new Arrival.Place("192.0.2.1", "192.0.2.0/24", "AT"),
                                Headers.of(agent)),
                        new Verdict.DeclaredCrawler(agent)))
                .toList();
        log.append(kept);
        assertThat(kept)
                .allSatisfy(click -> assertThat(book.click(workspace, ((SiteEvent.Click) click).id()))
                        .get()
                        .isEqualTo(click));
    }

    /** Four clicks: two counted of one person, one own, one of a program. Then one is taken out and the own put back. */
    @Test
    void countsFollowTheStandingOfEachClick() {
        WorkspaceId workspace = scenario.empty().id();
        PromotionId promotion = new PromotionId(ids.next());
        VisitorId visitor = new VisitorId(ids.next());
        Instant now = clock.instant();
        var first = click(workspace, promotion, now.minusSeconds(60), visitor, false, new Verdict.Counted());
        var second = click(workspace, promotion, now, visitor, false, new Verdict.Counted());
        var own = click(workspace, promotion, now, new VisitorId(ids.next()), true, new Verdict.Counted());
        var program =
                click(workspace, promotion, now, new VisitorId(ids.next()), false, new Verdict.DeclaredCrawler("bot"));
        log.append(List.of(first, second, own, program));
        followed();
        var counts = figures.of(workspace, promotion, Period.EVER).clicks();
        assertThat(counts).isEqualTo(new dev.wilyferret.core.figures.ClickCounts(4, 1, 1, 0, 1));
        assertThat(counts.counted()).isEqualTo(2);

        book.rule(workspace, first.id(), false);
        book.rule(workspace, own.id(), true);
        followed();
        assertThat(figures.of(workspace, promotion, Period.EVER).clicks())
                .isEqualTo(new dev.wilyferret.core.figures.ClickCounts(4, 0, 1, 1, 2));
        assertThat(book.these(workspace, List.of(first.id())).getFirst().standing())
                .isEqualTo(Standing.TAKEN_OUT);

        book.rule(workspace, first.id(), true);
        assertThat(book.these(workspace, List.of(first.id())).getFirst().standing())
                .isEqualTo(Standing.COUNTED);
    }

    @Test
    void clicksOfAMonthLieInItsPartition() {
        WorkspaceId workspace = scenario.empty().id();
        SiteEvent.Click click = click(
                workspace,
                new PromotionId(ids.next()),
                clock.instant(),
                new VisitorId(ids.next()),
                false,
                new Verdict.Counted());
        log.append(List.of(click));
        String partition = sql.sql("select tableoid::regclass::text from click where workspace_id = ?")
                .param(workspace.value())
                .query(String.class)
                .single();
        assertThat(partition).matches("click_\\d{4}_\\d{2}");
    }

    /** One event that the table refuses must not take the others of its group along. */
    @Test
    void anEventThatCannotBeKeptDoesNotTakeItsGroupAlong() {
        EventWriter writer = mock();
        var bad = click(
                new WorkspaceId(ids.next()),
                new PromotionId(ids.next()),
                clock.instant(),
                new VisitorId(ids.next()),
                false,
                new Verdict.Counted());
        var good = click(
                new WorkspaceId(ids.next()),
                new PromotionId(ids.next()),
                clock.instant(),
                new VisitorId(ids.next()),
                false,
                new Verdict.Counted());
        List<SiteEvent> written = new ArrayList<>();
        AtomicBoolean held = new AtomicBoolean(true);
        doAnswer(call -> {
                    List<SiteEvent> events = call.getArgument(0);
                    while (held.get()) {
                        Thread.sleep(5);
                    }
                    if (events.contains(bad)) {
                        throw new IllegalArgumentException("refused");
                    }
                    written.addAll(events);
                    return null;
                })
                .when(writer)
                .write(anyList());
        GroupCommitClickLog group = new GroupCommitClickLog(writer, List.of());
        group.start();
        try (var pool = Executors.newFixedThreadPool(4)) {
            var first = pool.submit(() -> group.append(List.of(good)));
            var second = pool.submit(() -> group.append(List.of(bad)));
            var third = pool.submit(() -> group.append(List.of(good)));
            held.set(false);
            assertThat(first).succeedsWithin(Duration.ofSeconds(5));
            assertThat(third).succeedsWithin(Duration.ofSeconds(5));
            assertThat(second)
                    .failsWithin(Duration.ofSeconds(5))
                    .withThrowableThat()
                    .withCauseInstanceOf(ClickLog.NotKept.class);
        }
        group.stop();
        assertThat(written).contains(good).doesNotContain(bad);
    }

    @Test
    void aDatabaseThatIsAwayForAMomentMakesRequestsWaitNotFail() {
        EventWriter writer = mock();
        AtomicInteger tries = new AtomicInteger();
        doAnswer(call -> {
                    if (tries.incrementAndGet() < 4) {
                        throw new IllegalStateException(new SQLException("connection refused", "08001"));
                    }
                    return null;
                })
                .when(writer)
                .write(anyList());
        GroupCommitClickLog group = new GroupCommitClickLog(writer, List.of());
        group.start();
        group.append(List.of(click(
                new WorkspaceId(ids.next()),
                new PromotionId(ids.next()),
                clock.instant(),
                new VisitorId(ids.next()),
                false,
                new Verdict.Counted())));
        group.stop();
        assertThat(tries).hasValue(4);
    }

    @Test
    void whatCannotBeWrittenIsSaid() {
        EventWriter writer = mock();
        doThrow(new IllegalArgumentException("broken")).when(writer).write(anyList());
        GroupCommitClickLog group = new GroupCommitClickLog(writer, List.of());
        group.start();
        var lost = click(
                new WorkspaceId(ids.next()),
                new PromotionId(ids.next()),
                clock.instant(),
                new VisitorId(ids.next()),
                false,
                new Verdict.Counted());
        assertThatThrownBy(() -> group.append(List.of(lost))).isInstanceOf(ClickLog.NotKept.class);
        group.stop();
    }

    @Test
    void afterARestartOfTheDatabaseUnderLoadEveryAnsweredClickIsThere() throws Exception {
        Scenario.Trail trail = scenario.trail();
        Queue<ClickId> answered = new ConcurrentLinkedQueue<>();
        AtomicBoolean going = new AtomicBoolean(true);
        AtomicInteger afterwards = new AtomicInteger();
        AtomicBoolean back = new AtomicBoolean();
        try (var pool = Executors.newFixedThreadPool(6)) {
            for (int i = 0; i < 6; i++) {
                pool.submit(() -> {
                    while (going.get()) {
                        Guest guest = guest();
                        if (guest.get(trail.link().path()).statusCode() == 302) {
                            answered.add(new ClickId(ShortId.parse(
                                            guest.cookie("wf_c").orElseThrow().split("\\.")[0])
                                    .orElseThrow()));
                            afterwards.addAndGet(back.get() ? 1 : 0);
                        }
                    }
                });
            }
            Thread.sleep(700);
            TestDatabase.restart();
            back.set(true);
            long deadline = System.nanoTime() + Duration.ofSeconds(20).toNanos();
            while (afterwards.get() < 50 && System.nanoTime() < deadline) {
                Thread.sleep(50);
            }
            going.set(false);
        }
        assertThat(afterwards.get()).as("clicks answered after the restart").isGreaterThanOrEqualTo(50);
        List<ClickId> kept = sql
                .sql("select id from click where workspace_id = ?")
                .param(trail.workspace().value())
                .query(UUID.class)
                .list()
                .stream()
                .map(ClickId::new)
                .toList();
        assertThat(kept).containsAll(answered);
        scenario.write(
                trail.bridge(),
                Scenario.bridgeText(
                        "Said after the restart", new dev.wilyferret.core.page.NextStep.ToOffer(), List.of()));
        org.awaitility.Awaitility.await()
                .atMost(Duration.ofSeconds(10))
                .until(() -> guest().get(trail.bridgePath()).body().contains("Said after the restart"));
    }
}
