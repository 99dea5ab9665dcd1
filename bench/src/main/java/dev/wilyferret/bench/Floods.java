package dev.wilyferret.bench;

import static dev.wilyferret.bench.Findings.millisSince;

import dev.wilyferret.core.id.ClickId;
import dev.wilyferret.core.id.ShortId;
import dev.wilyferret.core.id.UuidV7;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.Socket;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.time.Clock;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.Semaphore;
import java.util.concurrent.ThreadLocalRandom;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.IntFunction;

/**
 * Requests that come many times a second and are cheap to send, beside honest visitors: these are to wait at most twice as long as without
 * them, and nothing is to be left behind. What honest visitors wait without is measured before and after each, and the longer counts,
 * since the machine itself is not the same from one minute to the next.
 */
final class Floods {

    private static final int SECONDS = 12;
    /** Unmeasured, so that no compiler of the JVM is measured. */
    private static final int WARM_UP_SECONDS = 5;

    private static final int HONEST = 4;
    private static final int PAUSE_MILLIS = 30;
    private static final int ON_THE_WAY = 400;
    private static final String MARK = "floodmark";

    private final Database database;
    private final Victim victim;
    private final Findings findings;

    Floods(Database database, Victim victim, Findings findings) {
        this.database = database;
        this.victim = victim;
        this.findings = findings;
    }

    /** One request of a flood by its number; what it answers with is looked at by the flood's own end. */
    private interface Asked {
        HttpResponse<String> ask(int number) throws IOException, InterruptedException;
    }

    void all() throws Exception {
        waits(SECONDS);
        oneCookie();
        agents();
        ownPasses();
        sessions();
        log();
        madeUpClicks();
    }

    /** How long honest visitors wait, 99 of 100, in milliseconds. */
    private double waits(int seconds) throws Exception {
        long end = System.nanoTime() + seconds * 1_000_000_000L;
        ConcurrentLinkedQueue<Double> took = new ConcurrentLinkedQueue<>();
        try (ExecutorService threads = Executors.newVirtualThreadPerTaskExecutor()) {
            List<Future<Boolean>> honest = new ArrayList<>();
            for (int one = 0; one < HONEST; one++) {
                honest.add(threads.submit(() -> {
                    while (System.nanoTime() < end) {
                        took.add(findings.click());
                        Thread.sleep(PAUSE_MILLIS);
                    }
                    return true;
                }));
            }
            for (Future<Boolean> one : honest) {
                one.get();
            }
        }
        List<Double> sorted = took.stream().sorted().toList();
        return sorted.get((int) (sorted.size() * 0.99));
    }

    /**
     * @param more whether nothing was left behind that should not be
     * @param figures what to say of that
     */
    private record Left(boolean more, String figures) {}

    private void flood(String name, int perSecond, Asked asked, IntFunction<Left> left) throws Exception {
        AtomicInteger answered = new AtomicInteger();
        send(perSecond, WARM_UP_SECONDS, asked, answered);
        double before = waits(SECONDS);
        double beside;
        try (ExecutorService threads = Executors.newVirtualThreadPerTaskExecutor()) {
            Future<Double> honest = threads.submit(() -> waits(SECONDS));
            send(perSecond, SECONDS, asked, answered);
            beside = honest.get();
        }
        double without = Math.max(before, waits(SECONDS));
        Left found = left.apply(answered.get());
        findings.say(
                name,
                found.more && beside <= 2 * without,
                "%,d answered at %,d a second; honest p99 %.0f ms, without it %.0f ms; %s",
                answered.get(),
                perSecond,
                beside,
                without,
                found.figures);
    }

    private static void send(int perSecond, int seconds, Asked asked, AtomicInteger answered) throws Exception {
        Semaphore free = new Semaphore(ON_THE_WAY);
        int begins = answered.get();
        long begun = System.nanoTime();
        try (ExecutorService threads = Executors.newVirtualThreadPerTaskExecutor()) {
            for (int number = 0; number < perSecond * seconds; number++) {
                double ahead = number * 1000.0 / perSecond - millisSince(begun);
                if (ahead > 1) {
                    Thread.sleep((long) ahead);
                }
                int own = begins + number;
                free.acquire();
                threads.submit(() -> {
                    try {
                        asked.ask(own);
                        answered.incrementAndGet();
                    } finally {
                        free.release();
                    }
                    return true;
                });
            }
        }
    }

    private long count(String question) {
        try {
            return Long.parseLong(database.ask(question));
        } catch (Exception e) {
            throw new IllegalStateException(e);
        }
    }

    private void oneCookie() throws Exception {
        HttpResponse<String> seen = victim.get(Victim.site() + "/balcony-calendar/calendar");
        String page = seen.body();
        int at = page.indexOf("/opt-in/");
        String out = Victim.site() + "/out/" + page.substring(at + 8, page.indexOf('/', at + 8));
        String cookie = Victim.cookie(seen);
        flood("ways out with one cookie", 100, number -> victim.get(out, "Cookie", cookie), answered -> {
            long most = count("select max(n) from (select count(*) n from site_event group by click_id) each");
            return new Left(most < 1000, "at most %,d events a click".formatted(most));
        });
    }

    private void agents() throws Exception {
        flood(
                "clicks by unknown browsers",
                50,
                number -> victim.send(victim.request(Victim.site() + "/go/balcony-1")
                        .setHeader("User-Agent", agent(number))
                        .GET()
                        .build()),
                answered -> {
                    double behind = followed();
                    return new Left(behind < 60_000, "figures up %.1f s later".formatted(behind / 1000));
                });
    }

    private static String agent(int number) {
        StringBuilder agent = new StringBuilder("Mozilla/5.0 (Linux; " + number + ") ");
        while (agent.length() < 480) {
            agent.append("App")
                    .append(ThreadLocalRandom.current().nextInt(100_000))
                    .append("/1.")
                    .append(number)
                    .append(' ');
        }
        return agent.toString();
    }

    /** Milliseconds until nothing is left to be told; infinity after two minutes. */
    private double followed() {
        long begun = System.nanoTime();
        while (millisSince(begun) < 120_000) {
            if (count("select count(*) from visit_work") == 0) {
                return millisSince(begun);
            }
            try {
                Thread.sleep(200);
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
                break;
            }
        }
        return Double.POSITIVE_INFINITY;
    }

    private void ownPasses() throws Exception {
        String agent = agent(1) + "x".repeat(7_000);
        AtomicInteger refused = new AtomicInteger();
        flood(
                "made-up passes, with long user agents",
                30,
                number -> {
                    HttpResponse<String> answer = victim.send(victim.request(Victim.site() + "/own/x" + number)
                            .setHeader("User-Agent", agent)
                            .GET()
                            .build());
                    refused.addAndGet(answer.statusCode() == 404 ? 1 : 0);
                    return answer;
                },
                answered -> new Left(refused.get() == answered, "%,d not found".formatted(refused.get())));
    }

    private void sessions() throws Exception {
        AtomicInteger begun = new AtomicInteger();
        flood(
                "asking the console without signing in",
                100,
                number -> {
                    HttpResponse<String> answer = victim.get(Victim.console() + "/offers?" + number);
                    begun.addAndGet(Victim.cookie(answer).contains("session") ? 1 : 0);
                    return answer;
                },
                answered -> new Left(begun.get() == 0, "%,d sessions".formatted(begun.get())));
    }

    private void log() throws Exception {
        flood(
                "addresses that cannot be decoded",
                100,
                number -> {
                    try (Socket socket = new Socket("127.0.0.1", Victim.SITE)) {
                        socket.getOutputStream()
                                .write(("GET /go/balcony-1?a=%zz&" + MARK
                                                + "=%0a12:00:00%20ERROR%&b=%c0 HTTP/1.1\r\nHost: 127.0.0.1\r\nConnection: close\r\n\r\n")
                                        .getBytes(StandardCharsets.US_ASCII));
                        String answer = new String(socket.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
                        if (!answer.startsWith("HTTP/1.1 302")) {
                            throw new IOException(answer);
                        }
                    }
                    return victim.get(Victim.site() + "/px/a/" + MARK + "%0a");
                },
                answered -> {
                    try (var lines = Files.lines(database.folder().resolve("out"))) {
                        long said = lines.filter(line -> line.contains(MARK)).count();
                        return new Left(said == 0 && answered > 0, "%,d lines of the log say so".formatted(said));
                    } catch (IOException e) {
                        throw new UncheckedIOException(e);
                    }
                });
    }

    private void madeUpClicks() throws Exception {
        HttpResponse<String> seen = victim.get(Victim.site() + "/go/balcony-1");
        String real = Victim.cookie(seen);
        int click = real.indexOf("wf_c=") + 5;
        UuidV7 ids = new UuidV7(Clock.systemUTC(), ThreadLocalRandom.current());
        flood(
                "cookies that name made-up clicks",
                100,
                number -> victim.get(
                        Victim.site() + "/balcony-calendar/calendar",
                        "Cookie",
                        "wf_c=" + ShortId.of(new ClickId(ids.next())) + real.substring(click + 26)),
                answered -> {
                    double behind = followed();
                    long aside = count("select count(*) from visit_aside");
                    return new Left(
                            aside == 0 && behind < 60_000,
                            "%,d visits set aside, figures up %.1f s later".formatted(aside, behind / 1000));
                });
    }
}
