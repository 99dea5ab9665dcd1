package dev.wilyferret.app.clicks;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wilyferret.app.FerretApplication;
import dev.wilyferret.app.kit.FreePort;
import dev.wilyferret.app.kit.Guest;
import dev.wilyferret.app.kit.TestDatabase;
import dev.wilyferret.core.id.ShortId;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.DriverManager;
import java.time.Duration;
import java.util.HashSet;
import java.util.List;
import java.util.Queue;
import java.util.Set;
import java.util.UUID;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicBoolean;
import org.awaitility.Awaitility;
import org.junit.jupiter.api.Test;

/** The program is killed outright under load, as if the plug were pulled. */
class KillTest {

    @Test
    void everyClickThatGotItsRedirectIsInTheLog() throws Exception {
        TestDatabase.create("killed");
        int site = FreePort.take();
        int console = FreePort.take();
        Process program = start(console, site);
        Queue<UUID> answered = new ConcurrentLinkedQueue<>();
        AtomicBoolean going = new AtomicBoolean(true);
        String origin = "http://127.0.0.1:" + site;
        Awaitility.await()
                .atMost(Duration.ofSeconds(90))
                .ignoreExceptions()
                .until(() -> new Guest(origin).head("/go/balcony-1").statusCode() == 302);
        try (var pool = Executors.newFixedThreadPool(8)) {
            for (int i = 0; i < 8; i++) {
                pool.submit(() -> {
                    while (going.get()) {
                        try {
                            Guest guest = new Guest(origin);
                            if (guest.get("/go/balcony-1").statusCode() == 302) {
                                answered.add(ShortId.parse(guest.cookie("wf_c")
                                                .orElseThrow()
                                                .split("\\.")[0])
                                        .orElseThrow());
                            }
                        } catch (RuntimeException gone) {
                            going.set(false);
                        }
                    }
                });
            }
            Thread.sleep(1500);
            program.destroyForcibly().waitFor(10, TimeUnit.SECONDS);
            going.set(false);
        }
        assertThat(answered).as("clicks answered before the kill").hasSizeGreaterThan(100);

        Process again = start(console, site);
        Awaitility.await()
                .atMost(Duration.ofSeconds(90))
                .ignoreExceptions()
                .until(() -> new Guest(origin).get("/go/balcony-1").statusCode() == 302);
        Set<UUID> kept = kept();
        again.destroy();
        again.waitFor(20, TimeUnit.SECONDS);
        assertThat(kept).containsAll(answered);
    }

    private static Process start(int console, int site) throws IOException {
        Path files = Files.createTempDirectory("ferret-kill-files");
        String java = Path.of(System.getProperty("java.home"), "bin", "java").toString();
        ProcessBuilder builder = new ProcessBuilder(List.of(
                java,
                "-XX:TieredStopAtLevel=1",
                "-cp",
                System.getProperty("java.class.path"),
                FerretApplication.class.getName()));
        builder.environment().put("SPRING_DATASOURCE_URL", TestDatabase.url("killed"));
        builder.environment().put("SPRING_DATASOURCE_PASSWORD", TestDatabase.password());
        builder.environment().put("SERVER_PORT", String.valueOf(console));
        builder.environment().put("FERRET_SITE_PORT", String.valueOf(site));
        builder.environment().put("FERRET_SITE_ADDRESS", "http://127.0.0.1:" + site);
        builder.environment().put("FERRET_FILES", files.toString());
        builder.environment().put("FERRET_DEMO_FILL", "true");
        builder.environment().put("FERRET_DEMO_PASSWORD", "oyster-on-the-balcony");
        builder.environment().put("FERRET_DEMO_POSTBACK_SECRET", "secret");
        return builder.redirectErrorStream(true)
                .redirectOutput(files.resolve("out").toFile())
                .start();
    }

    private static Set<UUID> kept() throws Exception {
        Set<UUID> kept = new HashSet<>();
        try (var connection =
                        DriverManager.getConnection(TestDatabase.url("killed"), "ferret", TestDatabase.password());
                var statement = connection.createStatement();
                var rows = statement.executeQuery("select id from click")) {
            while (rows.next()) {
                kept.add(rows.getObject(1, UUID.class));
            }
        }
        return kept;
    }
}
