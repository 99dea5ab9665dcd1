package dev.wilyferret.app.clicks;

import dev.wilyferret.app.storage.DatabaseAway;
import dev.wilyferret.app.storage.Lane;
import dev.wilyferret.core.text.Fault;
import dev.wilyferret.core.visit.SiteEvent;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.ArrayBlockingQueue;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import java.util.concurrent.atomic.LongAdder;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.SmartLifecycle;
import org.springframework.stereotype.Component;

/**
 * Writes what many requests bring in one commit: while one group is being written, the next one gathers. A database
 * that is away for a moment makes visitors wait, not lose; the group is tried again until the patience ends.
 */
@Component
class GroupCommitClickLog implements ClickLog, SmartLifecycle {

    private static final Logger LOG = LoggerFactory.getLogger(GroupCommitClickLog.class);
    private static final int MOST_WAITING = 20_000;
    private static final int MOST_A_GROUP = 400;
    private static final int WRITERS = 2;
    static final Duration PATIENCE = Duration.ofSeconds(20);
    private static final Duration PAUSE = Duration.ofMillis(150);

    private record Entry(List<SiteEvent> events, long deadline, CompletableFuture<Void> kept) {
        boolean overdue() {
            return System.nanoTime() - deadline > 0;
        }
    }

    private final BlockingQueue<Entry> waiting = new ArrayBlockingQueue<>(MOST_WAITING);
    private final List<Thread> writers = new ArrayList<>();
    private final EventWriter writer;
    private final List<KeptEvents> told;
    private final LongAdder kept = new LongAdder();
    private volatile boolean running;

    GroupCommitClickLog(EventWriter writer, List<KeptEvents> told) {
        this.writer = writer;
        this.told = told;
    }

    @Override
    public void append(List<SiteEvent> events) {
        Entry entry = new Entry(events, System.nanoTime() + PATIENCE.toNanos(), new CompletableFuture<>());
        if (!waiting.offer(entry)) {
            throw new NotKept(
                    "%,d requests are waiting for the click log already".formatted(MOST_WAITING),
                    new TimeoutException());
        }
        try {
            entry.kept.get(PATIENCE.toMillis() + 1000, TimeUnit.MILLISECONDS);
        } catch (ExecutionException e) {
            throw new NotKept("The click log could not be written", e.getCause());
        } catch (TimeoutException e) {
            throw new NotKept("The click log did not answer in time", e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new NotKept("Interrupted while waiting for the click log", e);
        }
    }

    @Override
    public long kept() {
        return kept.sum();
    }

    private void write() {
        List<Entry> group = new ArrayList<>();
        while (running || !waiting.isEmpty()) {
            try {
                Entry first = waiting.poll(200, TimeUnit.MILLISECONDS);
                if (first == null) {
                    continue;
                }
                group.add(first);
                waiting.drainTo(group, MOST_A_GROUP - 1);
                keep(group);
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
                return;
            } finally {
                group.clear();
            }
        }
    }

    /** Keeps a group, however often the database has to be asked; gives up only on those whose patience ended. */
    private void keep(List<Entry> group) throws InterruptedException {
        List<Entry> left = new ArrayList<>(group);
        while (!left.isEmpty()) {
            try {
                writer.write(
                        left.stream().flatMap(entry -> entry.events.stream()).toList());
                left.forEach(entry -> {
                    kept.add(entry.events.size());
                    told.forEach(one -> one.kept(entry.events));
                    entry.kept.complete(null);
                });
                return;
            } catch (RuntimeException failed) {
                if (DatabaseAway.mayPass(failed)) {
                    LOG.warn(
                            "The click log waits for the database: {}",
                            failed.getClass().getSimpleName());
                    left.removeIf(entry -> entry.overdue() && entry.kept.completeExceptionally(failed));
                    Thread.sleep(PAUSE);
                } else if (left.size() == 1) {
                    LOG.error(
                            "An event cannot be kept: {}: {}",
                            left.getFirst().events.getFirst().id(),
                            Fault.of(failed));
                    left.removeFirst().kept.completeExceptionally(failed);
                } else {
                    keepOneByOne(left);
                    return;
                }
            }
        }
    }

    /** So that one event that cannot be kept does not take its group along. */
    private void keepOneByOne(List<Entry> group) throws InterruptedException {
        for (Entry entry : group) {
            keep(List.of(entry));
        }
    }

    @Override
    public void start() {
        running = true;
        for (int i = 0; i < WRITERS; i++) {
            writers.add(Thread.ofPlatform().name("click-log-" + i).start(() -> Lane.CLICKS.run(this::write)));
        }
    }

    @Override
    public void stop() {
        running = false;
        for (Thread thread : writers) {
            try {
                thread.join(PATIENCE);
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
            }
        }
        writers.clear();
    }

    @Override
    public boolean isRunning() {
        return running;
    }

    /** Before the public site starts, and stopped after it. */
    @Override
    public int getPhase() {
        return 0;
    }
}
