package dev.wilyferret.app.clicks;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import dev.wilyferret.app.kit.Guest;
import dev.wilyferret.app.kit.Program;
import dev.wilyferret.app.kit.TestDatabase;
import dev.wilyferret.core.id.ShortId;
import java.sql.DriverManager;
import java.time.Duration;
import java.util.HashSet;
import java.util.Map;
import java.util.Queue;
import java.util.Set;
import java.util.UUID;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.concurrent.Executors;
import java.util.concurrent.atomic.AtomicBoolean;
import org.junit.jupiter.api.Test;

/** The program is killed outright under load, as if the plug were pulled. */
class KillTest {

    @Test
    void everyClickThatGotItsRedirectIsInTheLog() throws Exception {
        TestDatabase.create("killed");
        Program program = Program.start("killed", Map.of()).awaitUp();
        Queue<UUID> answered = new ConcurrentLinkedQueue<>();
        AtomicBoolean going = new AtomicBoolean(true);
        String origin = program.siteAddress();
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
            await().atMost(Duration.ofSeconds(60)).until(() -> answered.size() > 300 || !going.get());
            program.kill();
            going.set(false);
        }
        assertThat(answered).as("clicks answered before the kill").hasSizeGreaterThan(100);

        program.startAgain();
        program.awaitUp();
        Set<UUID> kept = kept();
        program.stop();
        assertThat(kept).containsAll(answered);
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
