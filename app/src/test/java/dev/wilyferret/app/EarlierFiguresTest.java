package dev.wilyferret.app;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wilyferret.app.kit.FreePort;
import dev.wilyferret.app.kit.Guest;
import dev.wilyferret.app.kit.TestClock;
import dev.wilyferret.app.kit.TestDatabase;
import java.io.IOException;
import java.io.InputStream;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.Duration;
import java.time.Instant;
import java.util.zip.GZIPInputStream;
import org.flywaydb.core.Flyway;
import org.jsoup.Jsoup;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.boot.test.context.SpringBootTest;
import org.springframework.core.io.ClassPathResource;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.test.context.DynamicPropertyRegistry;
import org.springframework.test.context.DynamicPropertySource;

/** A database as the version of step 6 left it: it opens, and every figure is what that version showed. */
@SpringBootTest(
        classes = {FerretApplication.class, TestClock.TimeAndChance.class},
        webEnvironment = SpringBootTest.WebEnvironment.DEFINED_PORT)
class EarlierFiguresTest {

    private static final int CONSOLE = FreePort.take();
    private static final int SITE = FreePort.take();
    static final Instant DUMPED = Instant.parse("2026-11-26T16:00:00Z");

    @Autowired
    private JdbcClient sql;

    @Autowired
    private TestClock clock;

    @DynamicPropertySource
    static void settings(DynamicPropertyRegistry registry) throws IOException, SQLException {
        EarlierInstallation.restored(registry, "step-6", CONSOLE, SITE);
    }

    @Test
    void everyFigureIsKept() {
        clock.pass(Duration.between(clock.instant(), DUMPED));
        Guest owner = new Guest("http://127.0.0.1:" + CONSOLE);
        owner.send("/sign-in", "email", "demo@growbench.example", "password", "oyster-on-the-balcony");
        EarlierInstallation.awaitCounted(sql);
        String promotion = sql.sql("select id::text from promotion where slug = 'cellar-crop'")
                .query(String.class)
                .single();
        String trail = Jsoup.parse(
                        owner.get("/promotions/" + promotion + "?days=90").body())
                .text();
        assertThat(trail)
                .contains("Raw clicks 339", "326 counted", "307 visitors", "97 visitors", "95 visitors", "6 sales");
        assertThat(Jsoup.parse(owner.get("/people").body()).text()).contains("264 67 9", "24 0 0");
        // The oldest page that is read was where visitors landed.
        assertThat(Guest.location(new Guest("http://127.0.0.1:" + SITE).get("/cellar-crop")))
                .isEqualTo("/cellar-crop/start");
        assertThat(sql.sql("select count(*) from page where landing")
                        .query(Integer.class)
                        .single())
                .isEqualTo(sql.sql("select count(distinct promotion_id) from page where kind = 'CONTENT'")
                        .query(Integer.class)
                        .single());
    }

    @Test
    void whatWasKeptOfClicksAsJsonIsReadAsLines() {
        assertThat(sql.sql(
                                "select split_part(tags, E'\\n', 1) || ' ' || count(*) from click group by split_part(tags, E'\\n', 1)")
                        .query(String.class)
                        .list())
                .containsExactlyInAnyOrder(
                        "plumage 196", "querywell 66", "northgate-letter 39", "parcel-post-digest 38");
        assertThat(sql.sql("select tags || E'\\n' || headers from click where headers <> ''")
                        .query(String.class)
                        .single())
                .isEqualTo("""
                        plumage
                        paid-social
                        spring-balcony

                        video-2
                        Sec-CH-UA: "Chromium";v="149", "Not: A"
                        Sec-CH-UA-Mobile: ?1
                        Sec-CH-UA-Platform: "Android"
                        Sec-Fetch-Site: cross-site
                        Sec-Fetch-Mode: navigate
                        Sec-Fetch-Dest: document
                        Sec-Fetch-User: ?1
                        """);
    }

    /**
     * Databases that met versions 10 to 12 in another wording or order go on, and keep what they have.
     *
     * @param executed of the versions up to 12, those that are still to come
     */
    @ParameterizedTest
    @CsvSource({"step-6-second, 2", "step-6-third, 0", "step-7, 0"})
    void everyStateThatDatabasesAreInIsKnown(String version, int executed) throws IOException, SQLException {
        goesOn("state_" + version.replace("-", "_"), version, "", executed);
    }

    /** The program ended between its versions 11 and 12, when they stood the other way round. */
    @Test
    void halfOfTheOtherOrderIsDoneAgain() throws IOException, SQLException {
        goesOn("state_half", "step-6-second", """
                alter table page add column landing boolean not null default false;
                create unique index one_landing on page (workspace_id, promotion_id) where landing;
                insert into flyway_schema_history select 11, '11', 'landing', type, 'V11__landing.sql', -172962621, installed_by,
                  installed_on, execution_time, success from flyway_schema_history where version = '10'
                """, 2);
    }

    /**
     * Later versions came on top of the order that stands here.
     *
     * @param ranks whether it was met so from the beginning; otherwise a program that had the other order was there first
     */
    @ParameterizedTest
    @ValueSource(booleans = {true, false})
    void theOrderThatStandsIsKnownBelowLaterVersions(boolean ranks) throws IOException, SQLException {
        String moved = "update flyway_schema_history set installed_rank = %s where description = '%s'; ";
        goesOn(
                "state_below_" + ranks,
                "step-7",
                """
                update flyway_schema_history set checksum = 503380481 where version = '10';
                update flyway_schema_history set version = '12', script = 'V12__landing.sql' where description = 'landing';
                update flyway_schema_history set version = '11', script = 'V11__arrival_lines.sql', checksum = -1647074505
                  where description = 'arrival lines';
                """
                        + (ranks
                                ? moved.formatted("-1", "landing")
                                        + moved.formatted("11", "arrival lines")
                                        + moved.formatted("12", "landing")
                                : ""),
                0);
    }

    private static void goesOn(String database, String version, String happened, int executed)
            throws IOException, SQLException {
        try (InputStream dump =
                new GZIPInputStream(new ClassPathResource("earlier/" + version + ".sql.gz").getInputStream())) {
            TestDatabase.restore(database, dump);
        }
        String clicks = "select count(*), count(*) filter (where tags like E'plumage\\npaid-social\\n%') from click";
        String standings = "select count(*), count(distinct standing) from standing_click";
        try (Connection connection =
                        DriverManager.getConnection(TestDatabase.url(database), "ferret", TestDatabase.password());
                Statement asked = connection.createStatement()) {
            asked.execute(happened);
            String before = line(asked, clicks);
            String stood = line(asked, standings);
            assertThat(before).as("clicks with tags").doesNotStartWith("0 ").doesNotEndWith(" 0");
            assertThat(flyway(database, "12").migrate().migrationsExecuted).isEqualTo(executed);
            assertThat(flyway(database, "12").validateWithResult().validationSuccessful)
                    .isTrue();
            flyway(database, "latest").migrate();
            assertThat(line(asked, clicks)).isEqualTo(before);
            assertThat(line(asked, standings)).isEqualTo(stood).endsWith(" 4");
            assertThat(line(asked, "select count(*) > 0, bool_or(landing) from page"))
                    .isEqualTo("t t");
            assertThat(
                            line(
                                    asked,
                                    "select string_agg(script, ' ' order by version::int), '' from flyway_schema_history where version::int > 9"))
                    .startsWith("V10__arrival.sql V11__arrival_lines.sql V12__landing.sql V13__");
        }
        assertThat(flyway(database, "latest").migrate().migrationsExecuted)
                .as("a second start")
                .isZero();
    }

    private static Flyway flyway(String database, String target) {
        return Flyway.configure()
                .dataSource(TestDatabase.url(database), "ferret", TestDatabase.password())
                .locations("classpath:db/migration")
                .target(target)
                .load();
    }

    private static String line(Statement asked, String question) throws SQLException {
        try (ResultSet rows = asked.executeQuery(question)) {
            rows.next();
            return rows.getString(1) + " " + rows.getString(2);
        }
    }
}
