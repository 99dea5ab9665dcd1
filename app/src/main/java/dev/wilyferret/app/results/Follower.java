package dev.wilyferret.app.results;

import dev.wilyferret.app.clicks.ClickLog;
import dev.wilyferret.app.clicks.Rush;
import dev.wilyferret.app.clicks.VisitWork;
import dev.wilyferret.app.pixels.PixelQueue;
import dev.wilyferret.app.storage.DatabaseAway;
import dev.wilyferret.app.storage.Lane;
import dev.wilyferret.core.figures.Sheet;
import dev.wilyferret.core.figures.Visit;
import dev.wilyferret.core.id.ClickId;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.text.Fault;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.function.BooleanSupplier;
import java.util.stream.Collectors;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.SmartLifecycle;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Keeps the figures up. What was written about a click is noted in the writer's transaction ({@link VisitWork}); here those visits
 * are told anew, what the program is to tell ad platforms of them is put into its queue, and the notes that were read are struck
 * out, in one transaction: whatever it is killed in, nothing is lost and nothing is counted twice. Of several programs on one database one follows. In between, sheets are made.
 */
@Component
class Follower implements SmartLifecycle {

    private static final Logger LOG = LoggerFactory.getLogger(Follower.class);
    private static final int AT_ONCE = 2_000;
    private static final int MANY_BESIDE = 200;
    private static final int SWEPT = 10_000;
    private static final Duration QUIET = Duration.ofSeconds(5);
    private static final Duration PAUSE = Duration.ofMillis(100);
    private static final Duration LOOK_ASIDE = Duration.ofSeconds(5);
    private static final Duration A_MOMENT = Duration.ofMillis(150);
    private static final Duration LONGEST_REST = Duration.ofMillis(500);
    private static final Duration LONGEST_REST_IN_A_RUSH = Duration.ofSeconds(3);
    private static final Duration AFTER_TROUBLE = Duration.ofSeconds(1);

    private final VisitWork work;
    private final Retelling retelling;
    private final Making making;
    private final FigureStore store;
    private final PixelQueue pixels;
    private final LeftAlone leftAlone;
    private final TransactionTemplate transaction;
    private final ClickLog log;
    private final Clock clock;
    private volatile boolean running;
    private Optional<Thread> thread = Optional.empty();

    Follower(
            VisitWork work,
            Retelling retelling,
            Making making,
            FigureStore store,
            PixelQueue pixels,
            LeftAlone leftAlone,
            TransactionTemplate transaction,
            ClickLog log,
            Clock clock) {
        this.work = work;
        this.retelling = retelling;
        this.making = making;
        this.store = store;
        this.pixels = pixels;
        this.leftAlone = leftAlone;
        this.transaction = transaction;
        this.log = log;
        this.clock = clock;
    }

    /** Does some of what there is to do, following first; false if there is nothing. */
    boolean step() {
        boolean followed = alone(this::follow);
        boolean packed = eachWorkspaceByItself(() -> forAMoment(this::pack));
        boolean made = eachWorkspaceByItself(() -> forAMoment(making::step));
        boolean swept = alone(() -> store.sweep(SWEPT));
        return followed || packed || made || swept;
    }

    private boolean alone(BooleanSupplier something) {
        return Objects.requireNonNull(transaction.execute(status -> store.alone() && something.getAsBoolean()));
    }

    private boolean follow() {
        List<VisitWork.Note> notes = work.take(AT_ONCE);
        Map<WorkspaceId, Set<ClickId>> clicks = notes.stream()
                .collect(Collectors.groupingBy(
                        VisitWork.Note::workspace, Collectors.mapping(VisitWork.Note::click, Collectors.toSet())));
        clicks.forEach(this::tell);
        work.strike(notes);
        return !notes.isEmpty();
    }

    private void tell(WorkspaceId workspace, Set<ClickId> clicks) {
        Instant now = clock.instant();
        if (store.generations(workspace).isEmpty()) {
            making.begin(workspace);
        }
        Set<ClickId> present = retelling.notAhead(workspace, clicks);
        List<Retelling.Known> known = retelling.known(workspace, present);
        Set<ClickId> there = known.stream().map(one -> one.kept().click()).collect(Collectors.toSet());
        for (Generation generation : store.generations(workspace)) {
            store.keep(workspace, generation.number(), retelling.visits(generation, known), now);
        }
        pixels.fill(workspace, known.stream().map(Retelling.Known::kept).toList());
        store.noLongerAside(workspace, there);
        present.stream()
                .filter(click -> !there.contains(click))
                .forEach(click -> store.setAside(workspace, click, FigureStore.MISSING, now));
    }

    /** Puts the visits that lie beside a sheet into it; false if no sheet waits for that. */
    private boolean pack() {
        Optional<FigureStore.Place> marked = store.marked(MANY_BESIDE, clock.instant(), QUIET, leftAlone.now());
        marked.ifPresent(at -> {
            try {
                pack(at);
            } catch (RuntimeException failed) {
                throw DatabaseAway.mayPass(failed) ? failed : new LeftAlone.Failed(at.workspace(), failed);
            }
        });
        return marked.isPresent();
    }

    private void pack(FigureStore.Place at) {
        List<Visit> beside = store.takeAway(at);
        store.keep(
                at, store.sheet(at).map(sheet -> sheet.with(beside)).orElseGet(() -> Sheet.of(at.promotion(), beside)));
    }

    /** A click that cannot be told does not keep all others from it, nor does a workspace that cannot be worked on. */
    private boolean eachWorkspaceByItself(BooleanSupplier work) {
        try {
            return alone(work);
        } catch (Retelling.Untold untold) {
            retelling.setUntoldAside(untold);
            return true;
        } catch (LeftAlone.Failed failed) {
            leftAlone.note(failed);
            return true;
        }
    }

    /** Many small sheets in one turn, or a large one; false if there was none. */
    private static boolean forAMoment(BooleanSupplier one) {
        long begins = System.nanoTime();
        boolean any = false;
        while (System.nanoTime() - begins < A_MOMENT.toNanos() && one.getAsBoolean()) {
            any = true;
        }
        return any;
    }

    /** What was set aside and may be told now is noted again. */
    private boolean lookAside() {
        store.asideForAnotherTry(clock.instant())
                .forEach(aside -> work.note(aside.workspace(), List.of(aside.click())));
        return true;
    }

    /** One note after the other, so that a click that cannot be told does not keep all others from it. */
    private void oneByOne() {
        for (VisitWork.Note note : Objects.requireNonNull(transaction.execute(status -> work.take(AT_ONCE)))) {
            try {
                alone(() -> {
                    tell(note.workspace(), Set.of(note.click()));
                    work.strike(List.of(note));
                    return true;
                });
            } catch (RuntimeException untold) {
                if (DatabaseAway.mayPass(untold)) {
                    throw untold;
                }
                alone(() -> {
                    retelling.setUntoldAside(note.workspace(), note.click(), untold);
                    work.strike(List.of(note));
                    return true;
                });
            }
        }
    }

    private void run() {
        boolean begun = false;
        Instant looked = Instant.EPOCH;
        boolean troubled = false;
        Rush rush = new Rush(log);
        while (running) {
            try {
                begun = begun || alone(making::beginMissing);
                if (looked.plus(LOOK_ASIDE).isBefore(clock.instant()) && alone(this::lookAside)) {
                    looked = clock.instant();
                }
                if (troubled) {
                    oneByOne();
                }
                long begins = System.nanoTime();
                boolean busy = step();
                troubled = false;
                long ends = System.nanoTime();
                boolean rushed = rush.on();
                Thread.sleep(busy ? rest(Duration.ofNanos(ends - begins), making.unfinished(), rushed) : PAUSE);
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
                return;
            } catch (RuntimeException trouble) {
                LOG.warn("Figures are not kept up just now; it is tried again: {}", Fault.of(trouble));
                troubled = true;
                pause();
            }
        }
    }

    /**
     * Visitors and screens come first: about a quarter of one processor, or two thirds of it while days are made, so that this
     * comes to an end; but never long, since figures are to be fresh. In a rush of visitors a seventh, and what is left waits
     * until that is over.
     */
    private static Duration rest(Duration worked, boolean making, boolean rush) {
        Duration rest = rush ? worked.multipliedBy(6) : making ? worked.dividedBy(2) : worked.multipliedBy(3);
        Duration longest = rush ? LONGEST_REST_IN_A_RUSH : LONGEST_REST;
        return rest.compareTo(longest) < 0 ? rest : longest;
    }

    private void pause() {
        try {
            Thread.sleep(AFTER_TROUBLE);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            running = false;
        }
    }

    @Override
    public void start() {
        running = true;
        thread = Optional.of(Thread.ofPlatform().name("figures").daemon().start(() -> Lane.BACKGROUND.run(this::run)));
    }

    @Override
    public void stop() {
        running = false;
        thread.ifPresent(one -> {
            try {
                one.join(Duration.ofSeconds(10));
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
            }
        });
    }

    @Override
    public boolean isRunning() {
        return running;
    }
}
