package dev.wilyferret.app;

import static org.awaitility.Awaitility.await;

import dev.wilyferret.app.kit.FreePort;
import dev.wilyferret.app.kit.Guest;
import dev.wilyferret.app.kit.TestClock;
import dev.wilyferret.app.kit.TestDatabase;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.SQLException;
import java.time.Duration;
import java.util.zip.GZIPInputStream;
import org.junit.jupiter.api.BeforeEach;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.boot.test.context.SpringBootTest;
import org.springframework.core.io.ClassPathResource;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.test.context.DynamicPropertyRegistry;
import org.springframework.test.context.DynamicPropertySource;

/**
 * An installation that began with the version of step 3 and now stands behind a proxy that ends TLS, as docs/operations.md
 * describes it; one for all tests that need either.
 */
@SpringBootTest(
        classes = {FerretApplication.class, TestClock.TimeAndChance.class},
        webEnvironment = SpringBootTest.WebEnvironment.DEFINED_PORT)
abstract class EarlierInstallation {

    private static final String HARVEST = "d654ae380468dc465e8dd5b3c5684fa549f6202875c18667011e33140fbad7bd.pdf";
    protected static final int CONSOLE = FreePort.take();
    protected static final int SITE = FreePort.take();
    /** Where a proxy listens without TLS, if a test starts one. */
    protected static final int PROXY = FreePort.take();

    protected static final String FORM = "/opt-in/01m8a9rt05esft0w02sgdkfchr/d3";

    @Autowired
    protected JdbcClient sql;

    @Autowired
    protected TestClock clock;

    @DynamicPropertySource
    static void settings(DynamicPropertyRegistry registry) throws IOException, SQLException {
        restored(registry, "step-3", CONSOLE, SITE);
    }

    /** An installation with the database that a version left. */
    static void restored(DynamicPropertyRegistry registry, String version, int console, int site)
            throws IOException, SQLException {
        String database = "earlier_" + version.replace("-", "_");
        try (InputStream dump =
                new GZIPInputStream(new ClassPathResource("earlier/" + version + ".sql.gz").getInputStream())) {
            TestDatabase.restore(database, dump);
        }
        Path files = Files.createTempDirectory("ferret-earlier-files");
        try (InputStream pdf = new ClassPathResource("demo/harvest-calendar.pdf").getInputStream()) {
            Files.copy(pdf, files.resolve(HARVEST));
        }
        registry.add("spring.datasource.url", () -> TestDatabase.url(database));
        registry.add("spring.datasource.password", TestDatabase::password);
        registry.add("server.port", () -> console);
        registry.add("ferret.site-port", () -> site);
        registry.add("ferret.console-address", () -> "https://console.growbench.example");
        registry.add("ferret.site-address", () -> "https://growbench.example");
        registry.add("ferret.proxies", () -> "127.0.0.1");
        registry.add("ferret.http-version-header", () -> "X-Http-Version");
        registry.add("ferret.host-check-port", () -> PROXY);
        registry.add("ferret.outside-allowed", () -> "*.localhost:" + PROXY);
        registry.add("ferret.files", files::toString);
    }

    /** What was made before the clock was moved on lay ahead of it. */
    static void awaitCounted(JdbcClient sql) {
        await().atMost(Duration.ofSeconds(30))
                .until(() -> sql.sql("""
                        select count(*) = (select count(*) from workspace) and not exists (select 1 from visit_aside)
                          and not exists (select 1 from visit_work)
                        from figure_generation where made_from is null
                        """).query(Boolean.class).single());
    }

    @BeforeEach
    void everybodyHasTheirTries() {
        clock.pass(Duration.ofHours(1));
    }

    protected static Guest site() {
        return new Guest("http://127.0.0.1:" + SITE);
    }

    protected static Guest console() {
        return new Guest("http://127.0.0.1:" + CONSOLE);
    }

    protected static Guest owner() {
        Guest owner = console();
        owner.send("/sign-in", "email", "demo@growbench.example", "password", "oyster-on-the-balcony");
        return owner;
    }
}
