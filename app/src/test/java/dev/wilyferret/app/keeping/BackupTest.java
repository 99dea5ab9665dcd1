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
import java.time.Duration;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.jsoup.Jsoup;
import org.jsoup.nodes.Element;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

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
        String[] started = Script.run(
                        Map.of("FERRET_DB_OPTIONS", "-c fsync=off"),
                        "db-start",
                        var.resolve("run/db").toString())
                .said()
                .strip()
                .lines()
                .reduce("", (before, last) -> last)
                .split(" ");
        Map<String, String> settings = new HashMap<>();
        settings.put("SPRING_DATASOURCE_URL", "jdbc:postgresql://127.0.0.1:" + started[0] + "/ferret");
        settings.put("SPRING_DATASOURCE_PASSWORD", started[1]);
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
