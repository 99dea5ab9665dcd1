package dev.wilyferret.app.pixels;

import dev.wilyferret.app.clicks.ClickBook;
import dev.wilyferret.app.clicks.ClickLog;
import dev.wilyferret.app.clicks.Rush;
import dev.wilyferret.app.outside.Outside;
import dev.wilyferret.app.storage.Lane;
import dev.wilyferret.app.workspace.Workspaces;
import dev.wilyferret.core.id.PixelId;
import dev.wilyferret.core.id.ShortId;
import dev.wilyferret.core.money.Money;
import dev.wilyferret.core.pixel.ServerCall;
import dev.wilyferret.core.text.Fault;
import dev.wilyferret.core.text.PlainText;
import dev.wilyferret.core.text.Refusal;
import java.io.IOException;
import java.net.URI;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Queue;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.concurrent.Semaphore;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.SmartLifecycle;
import org.springframework.stereotype.Component;

/**
 * Tells ad platforms what is in the queue: a bounded number at once for each account, so that none waits for another that is
 * slow, each on a thread of its own.
 */
@Component
class PixelPost implements SmartLifecycle {

    private static final String VALUE = "value";
    private static final String CURRENCY = "currency";
    private static final Set<String> OF_SALES = Set.of(VALUE, CURRENCY);
    private static final Logger LOG = LoggerFactory.getLogger(PixelPost.class);
    private static final int AT_ONCE = 24;
    /** So few at once while many visitors come that they do not wait for it. */
    private static final int AT_ONCE_IN_A_RUSH = 10;

    private static final Duration BUSY = Duration.ofMillis(20);
    private static final Duration IDLE = Duration.ofMillis(500);
    private static final Duration ENDS = Duration.ofMinutes(1);
    private static final int SAID = 300;

    private final PixelQueue queue;
    private final PixelAccounts accounts;
    private final PageAddresses pages;
    private final ClickBook clicks;
    private final Workspaces workspaces;
    private final Outside outside;
    private final ClickLog log;
    private final Clock clock;
    private final Queue<PixelQueue.Answered> answered = new ConcurrentLinkedQueue<>();
    private final Map<PixelId, Semaphore> places = new ConcurrentHashMap<>();
    private volatile boolean running;
    private Optional<Thread> thread = Optional.empty();

    PixelPost(
            PixelQueue queue,
            PixelAccounts accounts,
            PageAddresses pages,
            ClickBook clicks,
            Workspaces workspaces,
            Outside outside,
            ClickLog log,
            Clock clock) {
        this.queue = queue;
        this.accounts = accounts;
        this.pages = pages;
        this.clicks = clicks;
        this.workspaces = workspaces;
        this.outside = outside;
        this.log = log;
        this.clock = clock;
    }

    private record Answer(PixelQueue.State state, String words) {}

    private void run() {
        Instant ended = Instant.EPOCH;
        Rush rush = new Rush(log);
        while (running) {
            try {
                if (ended.plus(ENDS).isBefore(clock.instant())) {
                    queue.end();
                    ended = clock.instant();
                }
                boolean noted = noteAnswers();
                Thread.sleep(turn(rush.on()) || noted ? BUSY : IDLE);
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
                return;
            } catch (RuntimeException trouble) {
                LOG.warn("Ad platforms are not told just now; it is tried again: {}", Fault.of(trouble));
                pause();
            }
        }
    }

    private void pause() {
        try {
            Thread.sleep(IDLE);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            running = false;
        }
    }

    /** Begins to tell what is due, as far as there are places; false if nothing is. */
    private boolean turn(boolean rush) {
        List<PixelQueue.Waiting> waiting = queue.waiting();
        for (PixelQueue.Waiting one : waiting) {
            Semaphore free = places.computeIfAbsent(one.pixel(), fresh -> new Semaphore(AT_ONCE));
            int most = free.availablePermits() - (rush ? AT_ONCE - AT_ONCE_IN_A_RUSH : 0);
            if (most > 0) {
                Optional<PixelAccount> account = accounts.find(one.workspace(), one.pixel());
                queue.take(one.pixel(), most).forEach(due -> begin(due, account, free));
            }
        }
        return !waiting.isEmpty();
    }

    private void begin(PixelQueue.Due due, Optional<PixelAccount> account, Semaphore free) {
        free.acquireUninterruptibly();
        Thread.ofVirtual().name("pixel").start(() -> {
            Answer answer = new Answer(PixelQueue.State.WAITING, "Something went wrong here; it is told again.");
            try {
                answer = told(due, account);
            } catch (RuntimeException e) {
                LOG.warn("An ad platform could not be told; it is told again: {}", Fault.of(e));
            } finally {
                answered.add(new PixelQueue.Answered(
                        due, answer.state, PlainText.cut(answer.words.replaceAll("\\p{C}+", " "), SAID)));
                free.release();
            }
        });
    }

    /** Writes down together what was answered since; what cannot be is told again, under the same id. */
    private boolean noteAnswers() {
        List<PixelQueue.Answered> some = new ArrayList<>();
        for (PixelQueue.Answered one = answered.poll(); one != null; one = answered.poll()) {
            some.add(one);
        }
        if (!some.isEmpty()) {
            queue.note(some);
        }
        return !some.isEmpty();
    }

    private Answer told(PixelQueue.Due due, Optional<PixelAccount> account) {
        Optional<ServerCall> call = account.flatMap(one -> one.details().server());
        if (call.isEmpty()) {
            return new Answer(PixelQueue.State.REFUSED, "The account has no server's address any more.");
        }
        if (call.get().needsToken() && account.orElseThrow().details().token().isEmpty()) {
            return new Answer(
                    PixelQueue.State.WAITING, "The access token is missing, or cannot be read without the key file.");
        }
        try {
            Map<String, String> values = values(due, account.orElseThrow(), call.get());
            URI address = URI.create(call.get().address(values));
            Outside.Answer answer = call.get().body().isEmpty()
                    ? outside.get(address)
                    : outside.post(
                            address,
                            "application/json",
                            Map.of(),
                            call.get().body().expand(values));
            return new Answer(state(answer.status()), (answer.status() + " " + answer.body()).strip());
        } catch (IOException failed) {
            return new Answer(PixelQueue.State.WAITING, "No answer: " + failed.getMessage());
        } catch (IllegalArgumentException | Refusal wrong) {
            return new Answer(PixelQueue.State.REFUSED, "The address cannot be asked: " + wrong.getMessage());
        }
    }

    /** What a server answers at fault of its own, or of having too much to do, may be another answer later. */
    private static PixelQueue.State state(int status) {
        if (status >= 200 && status < 300) {
            return PixelQueue.State.TAKEN;
        }
        return status >= 500 || status == 429 || status == 408 ? PixelQueue.State.WAITING : PixelQueue.State.REFUSED;
    }

    private Map<String, String> values(PixelQueue.Due due, PixelAccount account, ServerCall call) {
        Map<String, String> values = new HashMap<>();
        if (call.asksForArrival()) {
            clicks.click(due.workspace(), due.click())
                    .ifPresent(
                            click -> values.putAll(click.arrival().parameters().values()));
            // Not every event has a value; who comes says none.
            values.keySet().removeAll(OF_SALES);
        }
        values.put("id", account.details().pixelId());
        values.put("event", account.details().eventName(due.event()));
        values.put("eid", due.eventId());
        values.put("page", due.page().flatMap(pages::of).orElse(""));
        values.put("time", String.valueOf(due.happenedAt().getEpochSecond()));
        values.put("click", ShortId.of(due.click()));
        values.put("token", account.details().token());
        due.value().ifPresent(minor -> {
            Money money = new Money(minor, workspaces.get(due.workspace()).currency());
            values.put(VALUE, money.major().toPlainString());
            values.put(CURRENCY, money.currency().getCurrencyCode());
        });
        return values;
    }

    @Override
    public void start() {
        running = true;
        thread = Optional.of(Thread.ofPlatform().name("pixels").daemon().start(() -> Lane.BACKGROUND.run(this::run)));
    }

    @Override
    public void stop() {
        running = false;
        thread.ifPresent(one -> {
            one.interrupt();
            try {
                one.join(Duration.ofSeconds(2));
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
            }
        });
        Lane.BACKGROUND.run(this::noteAnswers);
    }

    @Override
    public boolean isRunning() {
        return running;
    }
}
