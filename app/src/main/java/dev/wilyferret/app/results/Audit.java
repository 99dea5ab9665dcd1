package dev.wilyferret.app.results;

import dev.wilyferret.app.clicks.PastClicks;
import dev.wilyferret.app.clicks.VisitWork;
import dev.wilyferret.app.promotions.Promotion;
import dev.wilyferret.app.promotions.Promotions;
import dev.wilyferret.app.workspace.Workspace;
import dev.wilyferret.app.workspace.Workspaces;
import dev.wilyferret.core.figures.Period;
import dev.wilyferret.core.figures.Tally;
import dev.wilyferret.core.id.ClickId;
import dev.wilyferret.core.id.PromotionId;
import dev.wilyferret.core.id.WorkspaceId;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.TimeUnit;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.TransactionDefinition;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Compares figures with what the log says, a day of a workspace at a time, the latest first and then round again. Where they
 * differ, whatever the reason, all of that workspace are counted again, but not more often than once a day.
 */
@Component
class Audit {

    private static final Logger LOG = LoggerFactory.getLogger(Audit.class);
    private static final int AT_ONCE = 5_000;
    private static final Duration APART = Duration.ofDays(1);

    /** A day that was compared. */
    record Compared(Instant at, LocalDate day, boolean agreed) {}

    private final PastClicks clicks;
    private final VisitWork work;
    private final Retelling retelling;
    private final Making making;
    private final Figures figures;
    private final FigureStore store;
    private final Workspaces workspaces;
    private final Promotions promotions;
    private final Clock clock;
    private final TransactionTemplate oneState;
    private final TransactionTemplate transaction;
    private final Map<WorkspaceId, Compared> last = new ConcurrentHashMap<>();
    private final Map<WorkspaceId, Instant> countedAnew = new ConcurrentHashMap<>();

    Audit(
            PastClicks clicks,
            VisitWork work,
            Retelling retelling,
            Making making,
            Figures figures,
            FigureStore store,
            Workspaces workspaces,
            Promotions promotions,
            PlatformTransactionManager transactions,
            Clock clock) {
        this.clicks = clicks;
        this.work = work;
        this.retelling = retelling;
        this.making = making;
        this.figures = figures;
        this.store = store;
        this.workspaces = workspaces;
        this.promotions = promotions;
        this.clock = clock;
        this.transaction = new TransactionTemplate(transactions);
        this.oneState = new TransactionTemplate(transactions);
        oneState.setIsolationLevel(TransactionDefinition.ISOLATION_REPEATABLE_READ);
        oneState.setReadOnly(true);
    }

    /** What was compared last; empty since the program was started. */
    Optional<Compared> last(WorkspaceId workspace) {
        return Optional.ofNullable(last.get(workspace));
    }

    @Scheduled(fixedDelay = 10, initialDelay = 10, timeUnit = TimeUnit.MINUTES)
    void next() {
        for (Workspace workspace : workspaces.all()) {
            try {
                next(workspace.id());
            } catch (Retelling.Untold untold) {
                retelling.setUntoldAside(untold);
            } catch (RuntimeException trouble) {
                LOG.warn("The figures of workspace {} could not be compared with the log", workspace.id(), trouble);
            }
        }
    }

    /** Compares the next day, and says whether it agrees; empty if nothing can be compared just now. */
    Optional<Boolean> next(WorkspaceId workspace) {
        Optional<Compared> compared = oneState.execute(status -> compare(workspace));
        compared.ifPresent(one -> {
            last.put(workspace, one);
            if (!one.agreed) {
                differed(workspace, one);
            }
        });
        return compared.map(Compared::agreed);
    }

    private void differed(WorkspaceId workspace, Compared one) {
        Optional<Instant> before = Optional.ofNullable(countedAnew.get(workspace));
        boolean again = before.isEmpty() || before.get().plus(APART).isBefore(one.at);
        LOG.warn(
                "The figures of workspace {} on {} differed from the log; {}",
                workspace,
                one.day,
                again ? "all are counted again" : "they were counted again a short while ago, and that did not help");
        if (again) {
            countedAnew.put(workspace, one.at);
            transaction.executeWithoutResult(status -> making.beginAnew(workspace));
        }
    }

    private Optional<Compared> compare(WorkspaceId workspace) {
        List<Generation> generations = store.generations(workspace);
        if (generations.size() != 1 || !generations.getFirst().whole()) {
            return Optional.empty();
        }
        LocalDate tomorrow =
                LocalDate.ofInstant(clock.instant(), ZoneOffset.UTC).plusDays(1);
        return last(workspace)
                .flatMap(before -> clicks.dayBefore(workspace, before.day))
                .or(() -> clicks.dayBefore(workspace, tomorrow))
                .filter(day -> !work.waits(workspace, day))
                .map(day -> new Compared(clock.instant(), day, agrees(generations.getFirst(), day)));
    }

    private boolean agrees(Generation shown, LocalDate day) {
        Map<PromotionId, Tally> told = figures.of(shown.workspace(), new Period(day, day, ZoneOffset.UTC));
        Map<PromotionId, Tally> log = new HashMap<>();
        for (Promotion promotion : promotions.of(shown.workspace())) {
            Tally tally = recount(shown, promotion.id(), day);
            if (!tally.equals(Tally.NONE)) {
                log.put(promotion.id(), tally);
            }
        }
        return told.equals(log);
    }

    private Tally recount(Generation shown, PromotionId promotion, LocalDate day) {
        Tally tally = Tally.NONE;
        List<ClickId> some = clicks.of(shown.workspace(), promotion, day, Optional.empty(), AT_ONCE);
        while (!some.isEmpty()) {
            tally = Tally.sum(List.of(tally, Tally.of(retelling.onlyRead(shown, some))));
            some = clicks.of(shown.workspace(), promotion, day, Optional.of(some.getLast()), AT_ONCE);
        }
        return tally;
    }
}
