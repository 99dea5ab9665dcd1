package dev.wilyferret.app.keeping;

import static org.assertj.core.api.Assertions.assertThat;

import com.sun.net.httpserver.HttpServer;
import dev.wilyferret.app.kit.FreePort;
import dev.wilyferret.app.kit.Guest;
import dev.wilyferret.app.kit.PostBox;
import dev.wilyferret.app.kit.Program;
import dev.wilyferret.app.kit.TestDatabase;
import dev.wilyferret.core.id.ClickId;
import dev.wilyferret.core.id.ShortId;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.nio.charset.StandardCharsets;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.time.Duration;
import java.util.HashSet;
import java.util.Map;
import java.util.Queue;
import java.util.Set;
import java.util.UUID;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.locks.LockSupport;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.awaitility.Awaitility;
import org.junit.jupiter.api.Test;

/**
 * The program is killed outright under load, as if the plug were pulled: every click that got its redirect is in the log, and
 * of a broadcast that was stopped, gone on with and killed halfway everybody gets one letter; an ad platform is told every event that
 * was in the queue, under one id however often.
 */
class PlugPulledTest {

    /** Enough to be stopped and killed in the middle of; ./ferret bench large sends to more. */
    private static final int PEOPLE = Integer.getInteger("ferret.receivers", 1_500);

    private static final int AT_ONCE = 4;
    private static final int EVENTS = 500;
    /** So many may be in the air when the program is killed, and as many answered and not noted yet. */
    private static final int TOLD_AT_ONCE = 24;

    private static final String CROWD = "@crowd.example";

    @Test
    void whatWasAnsweredIsKeptAndWhatWasUnderWayGoesOn() throws Exception {
        TestDatabase.create("plug");
        int smtp = FreePort.take();
        PostBox post = PostBox.on(smtp);
        Platform platform = new Platform();
        Program program = Program.start(
                        "plug",
                        Map.of(
                                "FERRET_MAIL_HOST", "127.0.0.1",
                                "FERRET_MAIL_PORT", String.valueOf(smtp),
                                "FERRET_MAIL_START_TLS", "false",
                                "FERRET_MAIL_PER_MINUTE", "1000000",
                                "FERRET_MAIL_AT_ONCE", String.valueOf(AT_ONCE),
                                "FERRET_DEMO_RANGE", platform.origin(),
                                "FERRET_OUTSIDE_ALLOWED", platform.pair()))
                .awaitUp();
        Guest owner = signedIn(program);
        String mail = broadcast(owner);
        Set<ClickId> answered;
        owner.sendTo(mail, mail + "/send");
        long began = System.nanoTime();
        awaitLetters(post, PEOPLE / 8, 90);
        System.out.printf(
                "broadcast: the first %,d in %d s%n",
                PEOPLE / 8, Duration.ofNanos(System.nanoTime() - began).toSeconds());
        owner.sendTo(mail, mail + "/stop");
        // What was in the air when it was stopped has arrived once the count stands still.
        AtomicInteger seen = new AtomicInteger();
        int held = Awaitility.await()
                .pollInterval(Duration.ofMillis(500))
                .until(() -> received(post), now -> seen.getAndSet(now) == now);
        assertThat(held).as("letters while it is stopped").isLessThan(PEOPLE);
        try (Clicks clicks = new Clicks(program.siteAddress())) {
            owner.sendTo(mail, mail + "/resume");
            awaitLetters(post, held + PEOPLE / 8, 90);
            Awaitility.await().atMost(Duration.ofSeconds(60)).until(() -> clicks.answered.size() > 200);
            change("""
                    insert into pixel_send (workspace_id, id, pixel_id, click_id, page_id, event, event_id, happened_at, value_minor,
                      state, tries, due_at, answer)
                    select a.workspace_id, gen_random_uuid(), a.id, gen_random_uuid(), null, 'LEAD', 'e' || n, now(), null, 'WAITING', 0,
                      now(), ''
                    from pixel_account a, generate_series(1, %d) n
                    """.formatted(EVENTS));
            Awaitility.await()
                    .atMost(Duration.ofSeconds(60))
                    .until(() -> platform.ids().size() > TOLD_AT_ONCE);
            program.kill();
            answered = Set.copyOf(clicks.answered);
        }
        assertThat(received(post)).as("letters before the kill").isLessThan(PEOPLE);

        assertThat(platform.ids()).as("events told before the kill").hasSizeLessThan(EVENTS);

        program.startAgain();
        Awaitility.await()
                .atMost(Duration.ofSeconds(90))
                .untilAsserted(() -> assertThat(clicksKept()).containsAll(answered));
        long again = System.nanoTime();
        awaitLetters(post, PEOPLE, 240);
        System.out.printf(
                "broadcast: all after the restart in %d s%n",
                Duration.ofNanos(System.nanoTime() - again).toSeconds());
        assertThat(post.count(CROWD).path("receivers").asInt()).isEqualTo(PEOPLE);
        assertThat(received(post)).isEqualTo(PEOPLE);
        int twice = post.count("").path("suppressed").asInt();
        System.out.printf(
                "broadcast: %,d received once each; %d handed over twice and known by their Message-ID%n",
                PEOPLE, twice);
        assertThat(twice).as("letters in the air at the kill").isLessThanOrEqualTo(AT_ONCE);
        Guest back = signedIn(program);
        Awaitility.await()
                .atMost(Duration.ofSeconds(20))
                .untilAsserted(
                        () -> assertThat(back.get(mail).body()).contains("%,d of %,d".formatted(PEOPLE, PEOPLE)));
        // What was being told is tried again in a minute; nobody waits for that here.
        change("update pixel_send set due_at = now() where state = 'WAITING'");
        Awaitility.await()
                .atMost(Duration.ofSeconds(60))
                .until(() -> count("select count(*) from pixel_send where event_id like 'e%' and state = 'TAKEN'")
                        == EVENTS);
        assertThat(platform.ids()).hasSize(EVENTS);
        assertThat(platform.came() - EVENTS).as("events told twice").isLessThanOrEqualTo(2 * TOLD_AT_ONCE);
        platform.close();
        // Whatever the follower was killed in: once all is packed, the sheets hold each click once.
        Awaitility.await()
                .atMost(Duration.ofSeconds(60))
                .until(() -> count("select count(*) from visit_work") + count("select count(*) from visit") == 0);
        assertThat(count("select sum(visits) from day_sheet")).isEqualTo(count("select count(*) from click"));
        program.stop();
    }

    private static void change(String statement) throws SQLException {
        try (var connection = DriverManager.getConnection(TestDatabase.url("plug"), "ferret", TestDatabase.password());
                var change = connection.createStatement()) {
            change.execute(statement);
        }
    }

    /** An ad platform that takes a moment for each event. */
    private static final class Platform implements AutoCloseable {

        private static final Pattern EVENT = Pattern.compile("\"id\":\"(e[0-9]+)\"");
        private final HttpServer server;
        private final Queue<String> came = new ConcurrentLinkedQueue<>();

        Platform() throws IOException {
            server = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
            server.setExecutor(Executors.newVirtualThreadPerTaskExecutor());
            server.createContext("/", exchange -> {
                String body = new String(exchange.getRequestBody().readAllBytes(), StandardCharsets.UTF_8);
                LockSupport.parkNanos(Duration.ofMillis(100).toNanos());
                Matcher event = EVENT.matcher(body);
                if (event.find()) {
                    came.add(event.group(1));
                }
                exchange.sendResponseHeaders(204, -1);
                exchange.close();
            });
            server.start();
        }

        String pair() {
            return "127.0.0.1:" + server.getAddress().getPort();
        }

        String origin() {
            return "http://" + pair();
        }

        Set<String> ids() {
            return new HashSet<>(came);
        }

        int came() {
            return came.size();
        }

        @Override
        public void close() {
            server.stop(0);
        }
    }

    private static long count(String question) throws SQLException {
        try (var connection = DriverManager.getConnection(TestDatabase.url("plug"), "ferret", TestDatabase.password());
                var statement = connection.createStatement();
                var rows = statement.executeQuery(question)) {
            rows.next();
            return rows.getLong(1);
        }
    }

    /** Visitors who click as fast as they are answered. */
    private static final class Clicks implements AutoCloseable {

        private final Queue<ClickId> answered = new ConcurrentLinkedQueue<>();
        private final AtomicBoolean going = new AtomicBoolean(true);
        private final ExecutorService pool = Executors.newFixedThreadPool(8);

        Clicks(String origin) {
            for (int i = 0; i < 8; i++) {
                pool.submit(() -> {
                    while (going.get()) {
                        try {
                            click(origin);
                        } catch (RuntimeException gone) {
                            going.set(false);
                        }
                    }
                });
            }
        }

        private void click(String origin) {
            Guest guest = new Guest(origin);
            if (guest.get("/go/balcony-1").statusCode() == 302) {
                String clicked = guest.cookie("wf_c").orElseThrow().split("\\.")[0];
                answered.add(new ClickId(ShortId.parse(clicked).orElseThrow()));
            }
        }

        @Override
        public void close() {
            going.set(false);
            pool.close();
        }
    }

    private static Set<ClickId> clicksKept() throws SQLException {
        Set<ClickId> kept = new HashSet<>();
        try (var connection = DriverManager.getConnection(TestDatabase.url("plug"), "ferret", TestDatabase.password());
                var statement = connection.createStatement();
                var rows = statement.executeQuery("select id from click")) {
            while (rows.next()) {
                kept.add(new ClickId(rows.getObject(1, UUID.class)));
            }
        }
        return kept;
    }

    private static Guest signedIn(Program program) {
        Guest owner = new Guest(program.consoleAddress());
        owner.send("/sign-in", "email", "demo@growbench.example", "password", "oyster-on-the-balcony");
        return owner;
    }

    private static int received(PostBox post) {
        return post.count(CROWD).path("letters").asInt();
    }

    private static void awaitLetters(PostBox post, int count, int seconds) {
        Awaitility.await()
                .atMost(Duration.ofSeconds(seconds))
                .pollInterval(Duration.ofMillis(200))
                .until(() -> received(post) >= count);
    }

    /** A list of the crowd, and a broadcast to it; gives the path of its bench. */
    private static String broadcast(Guest owner) throws Exception {
        String list = Guest.location(owner.sendTo(
                        "/people/lists/new",
                        "/people/lists",
                        "name",
                        "Crowd",
                        "senderName",
                        "Growbench",
                        "senderAddress",
                        "hello@growbench.example",
                        "replyTo",
                        ""))
                .replaceFirst("^https?://[^/]+", "");
        try (Connection connection =
                        DriverManager.getConnection(TestDatabase.url("plug"), "ferret", TestDatabase.password());
                var insert = connection.prepareStatement("""
                        insert into subscriber (workspace_id, id, list_id, email, address_key, first_name, last_name, phone,
                          answers, tags, state, source, campaign, country, consent, suspect, order_ref, joined_at, confirmed_at,
                          in_sequence)
                        select l.workspace_id, gen_random_uuid(), l.id, n || '@crowd.example', n || '@crowd.example', '', '', '',
                          '{}', '{}', 'CONFIRMED', '', '', '', '', '', '', now(), now(), false
                        from mail_list l, generate_series(1, ?) n where l.name = 'Crowd'
                        """)) {
            insert.setInt(1, PEOPLE);
            insert.executeUpdate();
        }
        String mail = Guest.location(owner.sendTo(list, list + "/broadcasts")).replaceFirst("^https?://[^/]+", "");
        String revision =
                found("name=\"revision\" value=\"(\\d+)\"", owner.get(mail).body());
        owner.sendTo(
                mail,
                mail,
                "name",
                "hello",
                "subject",
                "Hello all",
                "preview",
                "",
                "body",
                "Hello to everybody.",
                "revision",
                revision);
        return mail;
    }

    private static String found(String pattern, String text) {
        Matcher matcher = Pattern.compile(pattern).matcher(text);
        assertThat(matcher.find()).as(pattern).isTrue();
        return matcher.group(1);
    }
}
