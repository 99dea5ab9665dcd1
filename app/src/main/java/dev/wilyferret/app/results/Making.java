package dev.wilyferret.app.results;

import dev.wilyferret.app.clicks.PastClicks;
import dev.wilyferret.app.promotions.Promotion;
import dev.wilyferret.app.promotions.Promotions;
import dev.wilyferret.app.storage.DatabaseAway;
import dev.wilyferret.app.workspace.Workspaces;
import dev.wilyferret.core.figures.Period;
import dev.wilyferret.core.figures.Sheet;
import dev.wilyferret.core.figures.Visit;
import dev.wilyferret.core.id.ClickId;
import dev.wilyferret.core.id.PromotionId;
import dev.wilyferret.core.id.WorkspaceId;
import java.time.Clock;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;

/**
 * Makes the figures of a workspace from the log: for the first time after an upgrade, or anew beside those that are shown. Day by
 * day, the latest first, a promotion at a time, so that following goes on in between.
 */
@Component
class Making {

    private static final int AT_ONCE = 5_000;

    private final PastClicks clicks;
    private final Retelling retelling;
    private final FigureStore store;
    private final Workspaces workspaces;
    private final Promotions promotions;
    private final LeftAlone leftAlone;
    private final Clock clock;

    Making(
            PastClicks clicks,
            Retelling retelling,
            FigureStore store,
            Workspaces workspaces,
            Promotions promotions,
            LeftAlone leftAlone,
            Clock clock) {
        this.promotions = promotions;
        this.leftAlone = leftAlone;
        this.clicks = clicks;
        this.retelling = retelling;
        this.store = store;
        this.workspaces = workspaces;
        this.clock = clock;
    }

    /** Begins figures for every workspace that has none. */
    boolean beginMissing() {
        store.without(workspaces.ids()).forEach(this::begin);
        return true;
    }

    /**
     * Begins figures anew beside those that are shown, which stay until the new ones are whole. They are made from tomorrow's day on: the
     * follower may be telling a first click of a day just now that knows nothing of them.
     */
    void beginAnew(WorkspaceId workspace) {
        int number = store.generations(workspace).stream()
                        .mapToInt(Generation::number)
                        .max()
                        .orElse(0)
                + 1;
        begin(workspace, number, Optional.of(today().plusDays(2)));
    }

    /** Begins figures where there are none, by the follower itself. */
    void begin(WorkspaceId workspace) {
        begin(workspace, 1, Optional.empty());
    }

    /** @param from they are made from this day on at least */
    private void begin(WorkspaceId workspace, int number, Optional<LocalDate> from) {
        Optional<LocalDate> last = clicks.dayBefore(workspace, Period.EVER.last());
        store.begin(new Generation(
                workspace,
                number,
                store.generations(workspace).isEmpty(),
                Stream.concat(last.map(day -> day.plusDays(1)).stream(), from.stream())
                        .max(Comparator.naturalOrder()),
                clicks.firstDay(workspace).orElse(today()),
                last.orElse(today())));
    }

    private LocalDate today() {
        return LocalDate.ofInstant(clock.instant(), ZoneOffset.UTC);
    }

    /** Whether days are still to be made. */
    boolean unfinished() {
        return store.unfinished(leftAlone.now()).isPresent();
    }

    /** Makes one more sheet; false if there is nothing left to be made. */
    boolean step() {
        Optional<Generation> unfinished = store.unfinished(leftAlone.now());
        unfinished.ifPresent(generation -> {
            try {
                step(generation);
            } catch (RuntimeException failed) {
                throw failed instanceof Retelling.Untold || DatabaseAway.mayPass(failed)
                        ? failed
                        : new LeftAlone.Failed(generation.workspace(), failed);
            }
        });
        return unfinished.isPresent();
    }

    private void step(Generation generation) {
        Optional<LocalDate> day =
                clicks.dayBefore(generation.workspace(), generation.madeFrom().orElseThrow());
        if (day.isEmpty()) {
            finish(generation);
            return;
        }
        boolean any = clicks.promotions(generation.workspace(), promotions(generation.workspace()), day.get()).stream()
                .anyMatch(promotion -> makePart(generation, promotion, day.get()));
        if (!any) {
            store.madeFrom(generation, day);
        }
    }

    /** Makes the next part of a day; false if all its clicks were read. What comes later is followed. */
    private boolean makePart(Generation generation, PromotionId promotion, LocalDate day) {
        Optional<FigureStore.Read> read = store.read(generation, promotion, day);
        if (read.filter(FigureStore.Read::done).isPresent()) {
            return false;
        }
        List<ClickId> part =
                clicks.of(generation.workspace(), promotion, day, read.map(FigureStore.Read::to), store.most());
        if (part.isEmpty()) {
            return false;
        }
        make(generation, promotion, day, part, read.isEmpty());
        store.read(generation, promotion, day, new FigureStore.Read(part.getLast(), part.size() < store.most()));
        return true;
    }

    private List<PromotionId> promotions(WorkspaceId workspace) {
        return promotions.of(workspace).stream().map(Promotion::id).toList();
    }

    private void finish(Generation generation) {
        store.madeFrom(generation, Optional.empty());
        if (!generation.shown()) {
            store.show(generation);
            store.generations(generation.workspace()).stream()
                    .filter(old -> old.number() < generation.number())
                    .forEach(old -> store.drop(old.workspace(), old.number()));
        }
    }

    /** @throws Retelling.Untold if a click that is not set aside cannot be told */
    private void make(Generation generation, PromotionId promotion, LocalDate day, List<ClickId> part, boolean first) {
        List<ClickId> all = List.copyOf(retelling.notAhead(generation.workspace(), part));
        List<Visit> visits = new ArrayList<>(all.size());
        for (int from = 0; from < all.size(); from += AT_ONCE) {
            List<ClickId> some = all.subList(from, Math.min(all.size(), from + AT_ONCE));
            visits.addAll(retelling.visits(generation, retelling.tellable(generation.workspace(), some)));
        }
        if (visits.isEmpty()) {
            return;
        }
        store.keep(
                new FigureStore.Place(
                        generation.workspace(),
                        generation.number(),
                        promotion,
                        day,
                        first ? FigureStore.BEGINNING : part.getFirst().value()),
                Sheet.of(promotion, visits));
    }
}
