package dev.wilyferret.app;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wilyferret.app.kit.FreePort;
import dev.wilyferret.app.kit.Guest;
import dev.wilyferret.app.kit.TestClock;
import java.io.IOException;
import java.sql.SQLException;
import java.time.Duration;
import java.time.Instant;
import org.jsoup.Jsoup;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.boot.test.context.SpringBootTest;
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
    private static final Instant DUMPED = Instant.parse("2026-11-26T08:00:00Z");

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
        String promotion = sql.sql("select id::text from promotion where slug = 'cellar-crop'")
                .query(String.class)
                .single();
        String trail = Jsoup.parse(
                        owner.get("/promotions/" + promotion + "?days=90").body())
                .text();
        assertThat(trail)
                .contains("348 clicks", "331 counted", "316 visitors", "106 visitors", "101 visitors", "6 sales");
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
}
