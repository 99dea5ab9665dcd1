package dev.wilyferret.app.results;

import dev.wilyferret.app.clicks.PastClicks;
import dev.wilyferret.app.clicks.VisitWork;
import dev.wilyferret.app.promotions.Promotion;
import dev.wilyferret.app.promotions.Promotions;
import dev.wilyferret.app.storage.DatabaseAway;
import dev.wilyferret.app.workspace.Workspaces;
import dev.wilyferret.core.figures.Dimension;
import dev.wilyferret.core.figures.Period;
import dev.wilyferret.core.figures.Tally;
import dev.wilyferret.core.figures.Visit;
import dev.wilyferret.core.id.ClickId;
import dev.wilyferret.core.id.PromotionId;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.text.Fault;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.TimeUnit;
import java.util.stream.Collectors;
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
    private static final List<Dimension> SLICES = List.of(Dimension.COUNTRY, Dimension.DEVICE, Dimension.SOURCE);
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
        for (WorkspaceId workspace : workspaces.ids()) {
            try {
                next(workspace);
            } catch (Retelling.Untold untold) {
                retelling.setUntoldAside(untold);
            } catch (RuntimeException trouble) {
                LOG.warn(
                        "The figures of workspace {} could not be compared with the log: {}",
                        workspace,
                        Fault.of(trouble));
            }
        }
    }

    /** Compares the next day, and says whether it agrees; empty if nothing can be compared just now. */
    Optional<Boolean> next(WorkspaceId workspace) {
        Optional<Compared> compared = comparedOrUnreadable(workspace);
        compared.ifPresent(one -> {
            last.put(workspace, one);
            if (!one.agreed) {
                differed(workspace, one);
            }
        });
        return compared.map(Compared::agreed);
    }

    /** Figures that cannot even be read differ. */
    private Optional<Compared> comparedOrUnreadable(WorkspaceId workspace) {
        try {
            return Objects.requireNonNull(oneState.execute(status -> compare(workspace)));
        } catch (Retelling.Untold untold) {
            throw untold;
        } catch (RuntimeException unreadable) {
            if (DatabaseAway.mayPass(unreadable)) {
                throw unreadable;
            }
            LOG.error("The figures of workspace {} cannot be read: {}", workspace, Fault.of(unreadable));
            Instant now = clock.instant();
            return Optional.of(new Compared(now, LocalDate.ofInstant(now, ZoneOffset.UTC), false));
        }
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

    /** In sum, and told apart by what can be told apart by few values. */
    private boolean agrees(Generation shown, LocalDate day) {
        Period period = new Period(day, day, ZoneOffset.UTC);
        Map<PromotionId, Tally> told = figures.of(shown.workspace(), period);
        for (Promotion promotion : promotions.of(shown.workspace())) {
            Recount log = recount(shown, promotion.id(), day);
            if (!told.getOrDefault(promotion.id(), Tally.NONE).equals(log.whole)
                    || SLICES.stream()
                            .anyMatch(slice -> !log.apart(slice)
                                    .equals(figures.of(shown.workspace(), promotion.id(), period, List.of(slice))))) {
                return false;
            }
        }
        return true;
    }

    /** What the log says of a promotion's day. */
    private record Recount(Tally whole, Map<Dimension, Map<List<String>, Tally>> slices) {

        Map<List<String>, Tally> apart(Dimension slice) {
            return slices.getOrDefault(slice, Map.of());
        }

        Recount plus(List<Visit> visits) {
            Map<Dimension, Map<List<String>, Tally>> more = new EnumMap<>(Dimension.class);
            for (Dimension slice : SLICES) {
                Map<List<String>, Tally> apart = new HashMap<>(apart(slice));
                visits.stream()
                        .collect(Collectors.groupingBy(visit -> List.of(visit.trait(slice))))
                        .forEach((value, some) ->
                                apart.merge(value, Tally.of(some), (one, two) -> Tally.sum(List.of(one, two))));
                more.put(slice, apart);
            }
            return new Recount(Tally.sum(List.of(whole, Tally.of(visits))), more);
        }
    }

    private Recount recount(Generation shown, PromotionId promotion, LocalDate day) {
        Recount sum = new Recount(Tally.NONE, Map.of());
        List<ClickId> some = clicks.of(shown.workspace(), promotion, day, Optional.empty(), AT_ONCE);
        while (!some.isEmpty()) {
            sum = sum.plus(retelling.onlyRead(shown, some));
            some = clicks.of(shown.workspace(), promotion, day, Optional.of(some.getLast()), AT_ONCE);
        }
        return sum;
    }
}
