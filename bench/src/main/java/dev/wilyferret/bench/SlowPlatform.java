package dev.wilyferret.bench;

import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.sql.SQLException;
import java.time.Duration;
import java.util.concurrent.Executors;
import java.util.concurrent.atomic.AtomicLong;

/** An ad platform that answers what it is told in 50 ms, and a queue full of events for it. */
final class SlowPlatform implements AutoCloseable {

    private static final int PORT = 18_095;
    private static final Duration ANSWERS_IN = Duration.ofMillis(50);
    static final int EVENTS = 100_000;

    private static final String FILLED = """
            insert into pixel_send (workspace_id, id, pixel_id, click_id, page_id, event, event_id, happened_at, value_minor, state,
              tries, due_at, answer)
            select a.workspace_id, gen_random_uuid(), a.id, gen_random_uuid(), null, 'LEAD', n::text, now(), null, 'WAITING', 0, now(), ''
            from (select workspace_id, id from pixel_account limit 1) a, generate_series(1, %d) n
            """;

    private final HttpServer server;
    private final AtomicLong told = new AtomicLong();
    private long begun;

    SlowPlatform() throws IOException {
        server = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), PORT), 0);
        server.setExecutor(Executors.newVirtualThreadPerTaskExecutor());
        server.createContext("/", exchange -> {
            exchange.getRequestBody().readAllBytes();
            pause();
            told.incrementAndGet();
            exchange.sendResponseHeaders(204, -1);
            exchange.close();
        });
        server.start();
    }

    private static void pause() {
        try {
            Thread.sleep(ANSWERS_IN);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    /** What the program has to be let reach. */
    static String allowed() {
        return "127.0.0.1:" + PORT;
    }

    void fill(Database database) throws SQLException {
        database.change(
                "update pixel_account set way = 'SERVER', server_body = '', server_template = 'http://127.0.0.1:" + PORT
                        + "/events{?event,eid}'");
        begun = System.nanoTime();
        database.change(FILLED.formatted(EVENTS));
    }

    /** How many were told so far. */
    long told() {
        return told.get();
    }

    /** Waits until all are told, and says how many seconds that took since the queue was filled. */
    long drained() throws InterruptedException {
        while (told.get() < EVENTS) {
            Thread.sleep(200);
        }
        return Duration.ofNanos(System.nanoTime() - begun).toSeconds();
    }

    @Override
    public void close() {
        server.stop(0);
    }
}
