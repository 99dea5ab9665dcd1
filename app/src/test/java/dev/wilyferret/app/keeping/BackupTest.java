package dev.wilyferret.app.keeping;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import dev.wilyferret.app.kit.AppTest;
import dev.wilyferret.app.kit.Guest;
import dev.wilyferret.app.kit.PostBox;
import dev.wilyferret.app.kit.Program;
import dev.wilyferret.app.kit.Script;
import java.net.URI;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.sql.Connection;
import java.sql.DriverManager;
import java.time.Duration;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.jsoup.Jsoup;
import org.jsoup.nodes.Element;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.security.crypto.factory.PasswordEncoderFactories;

/** A backup made while the program runs, brought back where there was nothing. */
class BackupTest extends AppTest {

    private Path here;
    private Path there;

    @BeforeEach
    void folders() throws Exception {
        here = open(Files.createTempDirectory("ferret-here"));
        there = open(Files.createTempDirectory("ferret-there"));
    }

    /** So that the database's own user can enter it. */
    private static Path open(Path folder) throws Exception {
        return Files.setPosixFilePermissions(folder, PosixFilePermissions.fromString("rwxr-xr-x"));
    }

    @AfterEach
    void stop() throws Exception {
        for (Path var : new Path[] {here, there}) {
            Script.run(Map.of(), "db-stop", var.resolve("run/db").toString(), "immediate");
        }
    }

    private static Program program(Path var) throws Exception {
        Files.createDirectories(var.resolve("run"));
        Script.Database database = Script.database(var.resolve("run/db"));
        Map<String, String> settings = new HashMap<>();
        settings.put("SPRING_DATASOURCE_URL", database.url());
        settings.put("SPRING_DATASOURCE_PASSWORD", database.password());
        settings.put("FERRET_FILES", var.resolve("run/files").toString());
        settings.put("FERRET_MAIL_HOST", "127.0.0.1");
        settings.put("FERRET_MAIL_PORT", String.valueOf(SMTP));
        settings.put("FERRET_MAIL_START_TLS", "false");
        return Program.start("not used", settings).awaitUp();
    }

    private static Guest owner(Program program) {
        Guest owner = new Guest(program.consoleAddress());
        owner.send("/sign-in", "email", "demo@growbench.example", "password", "oyster-on-the-balcony");
        return owner;
    }

    private static void theDemoHasNothingToMend(Guest owner) {
        List<String> promotions =
                Jsoup.parse(owner.get("/").body()).select("article.row h3 a").eachAttr("href");
        assertThat(promotions).hasSize(4);
        for (String promotion : promotions) {
            Element readiness = Jsoup.parse(owner.get(Guest.location(owner.get(promotion + "/pages/landing")))
                            .body())
                    .selectFirst("section.readiness");
            assertThat(readiness.text()).isEqualTo("✓ Nothing stands against publishing");
        }
    }

    private static String figures(Program program) {
        Guest owner = owner(program);
        await().atMost(Duration.ofSeconds(30))
                .until(() -> owner.get("/settings/figures").body().contains("everything in the log is counted"));
        return Jsoup.parse(owner.get("/").body()).select("main").text()
                + Jsoup.parse(owner.get("/people").body()).select("main").text()
                + Jsoup.parse(owner.get("/sales").body()).select("table").text();
    }

    private static Connection connected(Path var) throws Exception {
        Script.Database database = Script.database(var.resolve("run/db"));
        return DriverManager.getConnection(database.url(), "ferret", database.password());
    }

    private static void psql(Path var, String statement) throws Exception {
        try (var connection = connected(var);
                var asked = connection.createStatement()) {
            asked.execute(statement);
        }
    }

    /** Before an upgrade the data is kept; data of a newer program is left as it is. */
    @Test
    void dataIsKeptBeforeItIsMigratedAndNewerDataIsRefused() throws Exception {
        Files.createDirectories(here.resolve("run/files"));
        psql(
                here,
                "create table flyway_schema_history (version text, success boolean);"
                        + " insert into flyway_schema_history values ('3', true); create table kept (what text);"
                        + " insert into kept values ('oyster')");
        Map<String, String> at = Map.of("FERRET_VAR", here.toString());
        assertThat(Script.run(at, "keep-before-migrating", "3").status()).isZero();
        assertThat(here.resolve("run/backups")).as("nothing to migrate").doesNotExist();
        Script.Ended newer = Script.run(at, "keep-before-migrating", "2");
        assertThat(newer.status()).isNotZero();
        assertThat(newer.said())
                .contains("newer version of Wily Ferret: its schema is at 3, and this program knows up to 2");
        assertThat(Script.run(at, "keep-before-migrating", "4").said()).contains("from schema 3 to 4");
        Path kept;
        try (Stream<Path> all = Files.list(here.resolve("run/backups"))) {
            kept = all.findFirst().orElseThrow();
        }
        Script.run(Map.of(), "db-stop", here.resolve("run/db").toString(), "immediate");
        Script.Ended restored = Script.run(Map.of("FERRET_VAR", there.toString()), "restore", kept.toString());
        assertThat(restored.status()).as(restored.said()).isZero();
        Script.Ended again = Script.run(Map.of("FERRET_VAR", there.toString()), "restore", kept.toString());
        assertThat(again.said()).contains("There is data in").contains("nothing was changed");
    }

    /** As root the database may lie elsewhere than below the folder one moves away. */
    @Test
    void restoreSaysWhereTheDataReallyLies() throws Exception {
        Path hidden = Files.createTempDirectory("ferret-hidden");
        Map<String, String> at = Map.of("FERRET_VAR", hidden.toString());
        Path folder = hidden.resolve("run/db");
        Path empty = Files.createTempFile("ferret-no", ".tar");
        try {
            Script.run(Map.of("FERRET_DB_OPTIONS", "-c fsync=off"), "db-start", folder.toString());
            Script.run(Map.of(), "db-stop", folder.toString(), "immediate");
            // Moved away, as it was told.
            Files.move(hidden.resolve("run"), hidden.resolve("run.old"));
            Process tar = new ProcessBuilder(
                            "sh",
                            "-c",
                            "cd \"$1\" && touch database && tar -cf \"$2\" database",
                            "sh",
                            Files.createTempDirectory("ferret-tar").toString(),
                            empty.toString())
                    .start();
            assertThat(tar.waitFor()).isZero();
            String said = Script.run(at, "restore", empty.toString()).said();
            if (System.getProperty("user.name").equals("root")) {
                assertThat(said).containsPattern("There is data in /var/tmp/wily-ferret-\\d+ already");
            } else {
                assertThat(said).doesNotContain("There is data in");
            }
        } finally {
            Script.run(Map.of(), "db-stop", folder.toString(), "immediate");
        }
    }

    /** As at the first start; on an account of which only what it needs is there. */
    @Test
    void aNewOneTimePasswordOpensTheAccount() throws Exception {
        psql(
                here,
                "create table account (email text, password_hash text, one_time boolean, one_time_until timestamptz);"
                        + " insert into account values ('mara@growbench.example', '', false, null)");
        Path out = here.resolve("said");
        Process making;
        List<String> commands;
        try (var holding = connected(here);
                var held = holding.createStatement()) {
            holding.setAutoCommit(false);
            held.execute("lock table account");
            making = Script.begin(Script.FILE, out, Map.of("FERRET_VAR", here.toString()), "password");
            await().until(() -> waitsForTheTable());
            commands = making.descendants()
                    .map(one -> one.info().commandLine().orElse(""))
                    .toList();
        }
        assertThat(making.waitFor()).as(Files.readString(out)).isZero();
        String said = Files.readString(out);
        assertThat(said).contains("mara@growbench.example");
        Matcher chosen = Pattern.compile("one-time password +(\\S{16})\\s").matcher(said);
        assertThat(chosen.find()).isTrue();
        assertThat(commands)
                .as("what anybody on the machine can list meanwhile")
                .anyMatch(command -> command.contains("psql"))
                .noneMatch(command -> command.contains(chosen.group(1)));
        try (var connection = connected(here);
                var asked = connection.createStatement();
                var rows = asked.executeQuery("select password_hash, one_time, one_time_until > now() from account")) {
            assertThat(rows.next()).isTrue();
            assertThat(PasswordEncoderFactories.createDelegatingPasswordEncoder()
                            .matches(chosen.group(1), rows.getString(1)))
                    .isTrue();
            assertThat(rows.getBoolean(2)).isTrue();
            assertThat(rows.getBoolean(3)).isTrue();
        }
        assertThat(Script.run(Map.of("FERRET_VAR", here.toString()), "password", "nobody@growbench.example")
                        .said())
                .contains("No such account");
    }

    private boolean waitsForTheTable() throws Exception {
        try (var connection = connected(here);
                var asked = connection.createStatement();
                var rows = asked.executeQuery("select 1 from pg_locks where not granted")) {
            return rows.next();
        }
    }

    /** What somebody put together so that restoring it writes elsewhere. */
    @ParameterizedTest
    @ValueSource(
            strings = {
                "ln -s /etc files",
                "mkdir files && ln -s /etc files/out",
                "mkdir files && touch more",
                "mkdir files && mkfifo files/pipe"
            })
    void restoreTakesADatabaseAndFilesAlone(String made) throws Exception {
        Path twisted = Files.createTempFile("ferret-twisted", ".tar");
        Process tar = new ProcessBuilder(
                        "sh",
                        "-c",
                        "cd \"$1\" && touch database && %s && tar -cf \"$2\" *".formatted(made),
                        "sh",
                        Files.createTempDirectory("ferret-tar").toString(),
                        twisted.toString())
                .start();
        assertThat(tar.waitFor()).isZero();
        Script.Ended refused = Script.run(Map.of("FERRET_VAR", there.toString()), "restore", twisted.toString());
        assertThat(refused.status()).isNotZero();
        assertThat(refused.said()).contains("holds more than a database and files", "Nothing was changed");
        assertThat(there.resolve("run")).doesNotExist();
    }

    @Test
    void whatWasKeptHasTheSameFiguresAndOpensTheSameMailedLinks() throws Exception {
        PostBox post = postBox();
        Program first = program(here).awaitFilled();
        Guest visitor = new Guest(first.siteAddress());
        await().atMost(Duration.ofSeconds(30))
                .until(() -> visitor.get("/balcony-calendar/calendar").statusCode() == 200);
        String form = Jsoup.parse(visitor.get("/balcony-calendar/calendar").body())
                .select("form[action^=/opt-in/]")
                .attr("action");
        visitor.post(form, "email", "kept@backup.example");
        String mailed = URI.create(post.await("kept@backup.example", 1).link("/confirm/"))
                .getPath();
        theDemoHasNothingToMend(owner(first));
        String figures = figures(first);
        Path file = here.resolve("kept.tar");
        Script.Ended kept = Script.run(Map.of("FERRET_VAR", here.toString()), "backup", file.toString());
        assertThat(kept.status()).as(kept.said()).isZero();
        assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(file)))
                .isEqualTo("rw-------");
        assertThat(Script.run(Map.of("FERRET_VAR", here.toString()), "restore", file.toString())
                        .said())
                .contains("There is data in", "nothing was changed");
        first.stop();

        Script.Ended back = Script.run(Map.of("FERRET_VAR", there.toString()), "restore", file.toString());
        assertThat(back.status()).as(back.said()).isZero();
        Program second = program(there);
        try {
            assertThat(figures(second)).isEqualTo(figures);
            Guest again = new Guest(second.siteAddress());
            assertThat(again.get(mailed).body()).contains("Is it you?", "kept@backup.example");
            assertThat(again.post(mailed).statusCode()).isEqualTo(303);
        } finally {
            second.stop();
        }
    }
}
