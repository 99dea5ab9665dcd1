package dev.wilyferret.app.kit;

import static org.awaitility.Awaitility.await;

import dev.wilyferret.app.FerretApplication;
import dev.wilyferret.app.installation.Installation;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.boot.test.context.SpringBootTest;
import org.springframework.boot.test.context.SpringBootTest.WebEnvironment;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.test.context.DynamicPropertyRegistry;
import org.springframework.test.context.DynamicPropertySource;

/** A test against the real program: one server and one database for the whole run. */
@SpringBootTest(
        classes = {FerretApplication.class, TestClock.TimeAndChance.class},
        webEnvironment = WebEnvironment.DEFINED_PORT)
public abstract class AppTest {

    private static final int CONSOLE = FreePort.take();
    private static final int SITE = FreePort.take();
    /** Where the mail server listens. */
    protected static final int SMTP = FreePort.take();

    private static final int RANGE = FreePort.take();
    /** Where a test may let another server listen that the program may reach. */
    protected static final int ELSEWHERE = FreePort.take();

    @Autowired
    protected Scenario scenario;

    @Autowired
    protected Installation installation;

    @Autowired
    protected TestClock clock;

    protected JdbcClient sql;

    @Autowired
    void useDataSource(javax.sql.DataSource dataSource) {
        sql = JdbcClient.create(dataSource);
    }

    @DynamicPropertySource
    static void settings(DynamicPropertyRegistry registry) throws IOException {
        Path files = Files.createTempDirectory("ferret-test-files");
        registry.add("spring.datasource.url", () -> TestDatabase.url("ferret"));
        registry.add("spring.datasource.password", TestDatabase::password);
        registry.add("server.port", () -> CONSOLE);
        registry.add("ferret.console-address", () -> "http://localhost:" + CONSOLE);
        registry.add("ferret.site-address", () -> "http://127.0.0.1:" + SITE);
        registry.add("ferret.site-port", () -> SITE);
        registry.add("ferret.files", files::toString);
        // Names below localhost lead to this machine, for the program as for browsers.
        registry.add(
                "ferret.outside-allowed",
                () -> "127.0.0.1:" + ELSEWHERE + ",127.0.0.1:" + RANGE + ",*.localhost:" + SITE);
        registry.add("ferret.host-check-port", () -> SITE);
        registry.add("ferret.mail.host", () -> "127.0.0.1");
        registry.add("ferret.mail.port", () -> SMTP);
        registry.add("ferret.mail.start-tls", () -> false);
        registry.add("ferret.mail.per-minute", () -> 100_000);
        // So few that some dozen visits of a day lie on several sheets.
        registry.add("ferret.sheet-visits", () -> 8);
    }

    /** The mail server the program sends by; until somebody asks for it, mails wait. */
    protected static PostBox postBox() {
        return PostBox.on(SMTP, RANGE);
    }

    protected Guest guest() {
        return new Guest(installation.siteAddress().toString());
    }

    /** Waits until all that was written so far is in the figures. */
    protected void followed() {
        await().atMost(Duration.ofSeconds(20))
                .until(() -> sql.sql("select count(*) from visit_work")
                                .query(Long.class)
                                .single()
                        == 0);
    }

    /** Somebody signed in to the console of a scenario's workspace. */
    protected Guest owner(Scenario.Stage stage) {
        Guest owner = new Guest(installation.consoleAddress().toString());
        owner.send("/sign-in", "email", stage.email(), "password", Scenario.PASSWORD);
        return owner;
    }
}
