package dev.wilyferret.app;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wilyferret.app.kit.FreePort;
import dev.wilyferret.app.kit.Guest;
import dev.wilyferret.app.kit.TestClock;
import java.io.IOException;
import java.sql.SQLException;
import java.time.Duration;
import org.jsoup.Jsoup;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.boot.test.context.SpringBootTest;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.test.context.DynamicPropertyRegistry;
import org.springframework.test.context.DynamicPropertySource;

/**
 * A database of version 12, the last that counted the log for every screen. The numbers are what its own queries count in that
 * database.
 */
@SpringBootTest(
        classes = {FerretApplication.class, TestClock.TimeAndChance.class},
        webEnvironment = SpringBootTest.WebEnvironment.DEFINED_PORT)
class FiguresOfTheVersionBeforeTest {

    private static final int CONSOLE = FreePort.take();
    private static final int SITE = FreePort.take();

    @Autowired
    private JdbcClient sql;

    @Autowired
    private TestClock clock;

    @DynamicPropertySource
    static void settings(DynamicPropertyRegistry registry) throws IOException, SQLException {
        EarlierInstallation.restored(registry, "step-6-third", CONSOLE, SITE);
    }

    @Test
    void theyAreTheSame() {
        clock.pass(Duration.between(clock.instant(), EarlierFiguresTest.DUMPED));
        Guest owner = new Guest("http://127.0.0.1:" + CONSOLE);
        owner.send("/sign-in", "email", "demo@growbench.example", "password", "oyster-on-the-balcony");
        EarlierInstallation.awaitCounted(sql);
        String promotion = sql.sql("select id::text from promotion where slug = 'cellar-crop'")
                .query(String.class)
                .single();
        assertThat(Jsoup.parse(owner.get("/promotions/" + promotion + "?days=90")
                                .body())
                        .text())
                .contains("Raw clicks 325", "284 counted", "270 visitors", "97 visitors", "95 visitors", "3 sales")
                .contains("Unique 282", "82.50 EUR", "7 own", "33 filtered", "1 taken out");
        assertThat(Jsoup.parse(owner.get("/sales").body())
                        .select("tbody .mark.good")
                        .eachText())
                .as("what was reported so far is approved")
                .contains("approved")
                .doesNotContain("pending");
    }
}
