package dev.wilyferret.app.storage;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wilyferret.app.kit.AppTest;
import dev.wilyferret.app.kit.Scenario;
import dev.wilyferret.app.kit.TestDatabase;
import dev.wilyferret.core.id.UuidV7;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.sql.Statement;
import java.sql.Timestamp;
import java.time.Instant;
import java.util.UUID;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;

class PartitionsTest extends AppTest {

    @Autowired
    private Partitions partitions;

    @Autowired
    private UuidV7 ids;

    private static Connection connection() throws SQLException {
        return DriverManager.getConnection(TestDatabase.url("ferret"), "ferret", TestDatabase.password());
    }

    private boolean there(String table) {
        return sql.sql("select to_regclass(?) is not null")
                .param(table)
                .query(Boolean.class)
                .single();
    }

    @Test
    void monthsAheadArePreparedAtTheStart() {
        partitions.lookAhead();
        Instant inThreeMonths = clock.instant().plus(java.time.Duration.ofDays(89));
        assertThat(there("click_"
                        + inThreeMonths
                                .atZone(java.time.ZoneOffset.UTC)
                                .format(java.time.format.DateTimeFormatter.ofPattern("yyyy_MM"))))
                .isTrue();
    }

    @Test
    void whileSomebodyReadsForLongNoClickWaitsForAMonthToBeMade() throws Exception {
        Scenario.Trail trail = scenario.trail();
        Instant far = Instant.parse("2041-07-15T00:00:00Z");
        try (Connection reader = connection();
                Statement reads = reader.createStatement()) {
            reader.setAutoCommit(false);
            reads.executeQuery("select count(*) from click").close();
            CompletableFuture<Void> making = CompletableFuture.runAsync(() -> partitions.ensure(far, far));
            // Old clicks are found while it waits, and new ones are kept.
            for (int i = 0; i < 5; i++) {
                long begun = System.nanoTime();
                assertThat(guest().get(trail.link().path()).statusCode()).isEqualTo(302);
                assertThat(TimeUnit.NANOSECONDS.toSeconds(System.nanoTime() - begun))
                        .isLessThan(10);
            }
            making.get(30, TimeUnit.SECONDS);
            assertThat(there("click_2041_07")).as("while it is read").isFalse();
            reader.rollback();
        }
        partitions.ensure(far, far);
        assertThat(there("click_2041_07")).isTrue();
        assertThat(there("site_event_2041_07")).isTrue();
    }

    @Test
    void whatCameIntoNoMonthIsMovedIntoItsOwn() {
        Scenario.Trail trail = scenario.trail();
        Instant ahead = Instant.parse("2039-02-28T23:59:59.999Z");
        Instant next = Instant.parse("2039-03-01T00:00:00Z");
        UUID one = click(trail, ahead);
        UUID two = click(trail, next);
        assertThat(table(one)).isEqualTo("click_default");
        partitions.lookAhead();
        assertThat(table(one)).isEqualTo("click_2039_02");
        assertThat(table(two)).isEqualTo("click_2039_03");
        assertThat(click(trail, ahead))
                .satisfies(more -> assertThat(table(more)).isEqualTo("click_2039_02"));
        sql.sql("delete from click where at > '2039-01-01'").update();
    }

    private UUID click(Scenario.Trail trail, Instant at) {
        UUID id = ids.at(at);
        sql.sql("""
                        insert into click (workspace_id, id, at, promotion_id, visitor_id, own, verdict, verdict_sign, address,
                          user_agent, referrer, language, query)
                        values (?, ?, ?, ?, ?, false, 'COUNTED', '', '', '', '', '', '')
                        """)
                .params(
                        trail.workspace().value(),
                        id,
                        Timestamp.from(at),
                        trail.promotion().id().value(),
                        id)
                .update();
        return id;
    }

    private String table(UUID click) {
        return sql.sql("select tableoid::regclass::text from click where id = ?")
                .param(click)
                .query(String.class)
                .single();
    }
}
