package dev.wilyferret.app;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wilyferret.app.kit.FreePort;
import dev.wilyferret.app.kit.Guest;
import dev.wilyferret.app.kit.TestClock;
import dev.wilyferret.app.kit.TestDatabase;
import dev.wilyferret.app.kit.TlsProxy;
import dev.wilyferret.app.kit.Wire;
import dev.wilyferret.app.people.People;
import java.io.IOException;
import java.io.InputStream;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.SQLException;
import java.time.Duration;
import java.util.List;
import java.util.UUID;
import java.util.zip.GZIPInputStream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.boot.test.context.SpringBootTest;
import org.springframework.core.io.ClassPathResource;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.test.context.DynamicPropertyRegistry;
import org.springframework.test.context.DynamicPropertySource;

/**
 * A database and files as the version of step 3 left them, with what it had mailed; behind a proxy that ends TLS, as
 * docs/operations.md describes it.
 */
@SpringBootTest(
        classes = {FerretApplication.class, TestClock.TimeAndChance.class},
        webEnvironment = SpringBootTest.WebEnvironment.DEFINED_PORT)
class EarlierVersionTest {

    private static final String HARVEST = "d654ae380468dc465e8dd5b3c5684fa549f6202875c18667011e33140fbad7bd.pdf";
    private static final int CONSOLE = FreePort.take();
    private static final int SITE = FreePort.take();

    private static final String CONFIRM = "/confirm/01m8a9rpcqfd8sd8cqc461pf5b.";
    private static final String WAITING =
            CONFIRM + "01m8acqdjjea0stzmwsr35gdcs.1y2p0ij32e8e7.803d57ad06d612b1f8b06874c608b31c7513cf14";
    private static final String READER =
            CONFIRM + "01m8acqdp3fc7awe1pxhfpcb1p.1y2p0ij32e8e7.c884a0c5ec02aa1119fda1c753bd6d9604c26a08";
    private static final String LEAVE =
            "/leave/01m8a9rpcqfd8sd8cqc461pf5b.01m8acqdp3fc7awe1pxhfpcb1p.1y2p0ij32e8e7.c5971e1dad5d4724cef9b9ab8094c34d7ef7ece9";
    private static final String LINK =
            "/m/01m8a9rpcqfd8sd8cqc461pf5b/01m8acqhe0ee19jht6x0v8938c/01m8acqhegfpvsrb36w181tvbb";
    private static final String GIFT =
            "/gift/01m8a9rstgf1y9qab0w54q7azc?d=01m8a9rpcqfd8sd8cqc461pf5b.01m8acqdp3fc7awe1pxhfpcb1p.tpfve9.2b02055f6fe490e1a88216fc8b55c575c571d94a";
    private static final String FORM = "/opt-in/01m8a9rt05esft0w02sgdkfchr/d3";

    @Autowired
    private JdbcClient sql;

    @Autowired
    private People people;

    @Autowired
    private TestClock clock;

    @DynamicPropertySource
    static void settings(DynamicPropertyRegistry registry) throws IOException, SQLException {
        try (InputStream dump = new GZIPInputStream(new ClassPathResource("earlier/step-3.sql.gz").getInputStream())) {
            TestDatabase.restore("earlier", dump);
        }
        Path files = Files.createTempDirectory("ferret-earlier-files");
        try (InputStream pdf = new ClassPathResource("demo/harvest-calendar.pdf").getInputStream()) {
            Files.copy(pdf, files.resolve(HARVEST));
        }
        registry.add("spring.datasource.url", () -> TestDatabase.url("earlier"));
        registry.add("spring.datasource.password", TestDatabase::password);
        registry.add("server.port", () -> CONSOLE);
        registry.add("ferret.site-port", () -> SITE);
        registry.add("ferret.console-address", () -> "https://console.growbench.example");
        registry.add("ferret.site-address", () -> "https://growbench.example");
        registry.add("ferret.proxies", () -> "127.0.0.1");
        registry.add("ferret.files", files::toString);
    }

    @BeforeEach
    void everybodyHasTheirTries() {
        clock.pass(Duration.ofHours(1));
    }

    private static Guest site() {
        return new Guest("http://127.0.0.1:" + SITE);
    }

    private static Guest console() {
        return new Guest("http://127.0.0.1:" + CONSOLE);
    }

    private static Guest owner() {
        Guest owner = console();
        owner.send("/sign-in", "email", "demo@growbench.example", "password", "oyster-on-the-balcony");
        return owner;
    }

    @Test
    void everyPageLinkAndBenchOpens() {
        List<String> pages = sql.sql("""
                        select '/' || promotion.slug || '/' || page.slug from page
                        join promotion on promotion.id = page.promotion_id where published is not null
                        """).query(String.class).list();
        assertThat(pages).hasSizeGreaterThan(5);
        for (String page : pages) {
            assertThat(site().get(page).statusCode()).as(page).isEqualTo(200);
        }
        for (String code : sql.sql("select code from link where not paused")
                .query(String.class)
                .list()) {
            assertThat(site().get("/go/" + code).statusCode()).as(code).isEqualTo(302);
        }
        Guest owner = owner();
        for (String bench : List.of(
                "/",
                "/offers",
                "/people",
                "/people/outbox",
                "/shelf",
                "/shelf/bonuses",
                "/pixels",
                "/sales",
                "/settings")) {
            assertThat(owner.get(bench).statusCode()).as(bench).isEqualTo(200);
        }
        for (String promotion :
                sql.sql("select id::text from promotion").query(String.class).list()) {
            assertThat(owner.get("/promotions/" + promotion).statusCode()).isEqualTo(200);
        }
        for (String page : sql.sql(
                        "select '/promotions/' || promotion_id || '/pages/' || id from page where kind = 'CONTENT'")
                .query(String.class)
                .list()) {
            assertThat(owner.get(page).statusCode()).as(page).isEqualTo(200);
        }
        for (String list :
                sql.sql("select id::text from mail_list").query(String.class).list()) {
            assertThat(owner.get("/people/lists/" + list).statusCode()).isEqualTo(200);
        }
    }

    @Test
    void whatWasMailedStillLeadsThere() {
        assertThat(site().get(WAITING).body()).contains("Is it you?", "waiting@kelderhoek.example");
        assertThat(Guest.location(site().post(WAITING))).contains("/balcony-calendar/thank-you?d=");
        assertThat(Guest.location(site().get(READER))).contains("/balcony-calendar/thank-you?d=");
        assertThat(site().get(LEAVE).body()).contains("reader@kelderhoek.example");
        assertThat(Guest.location(site().get(LINK))).contains("/balcony-calendar/download");
        HttpResponse<String> gift = site().get(GIFT);
        assertThat(gift.statusCode()).isEqualTo(200);
        assertThat(gift.headers().firstValue("Content-Disposition").orElse("")).contains("harvest-calendar.pdf");
        String fresh = Guest.location(site().get(READER)).replaceAll(".*d=([^&]*).*", "$1");
        assertThat(site().get(GIFT.replaceAll("d=.*", "d=" + fresh)).statusCode())
                .isEqualTo(200);
        assertThat(fresh).as("a fresh pass names nobody's row").doesNotContain("01m8acqdp3fc7awe1pxhfpcb1p");
        // What was signed for one thing opens no other, nor one version's name under the other's signature.
        assertThat(site().get(WAITING.replace("/confirm/", "/leave/")).statusCode())
                .isEqualTo(404);
    }

    @Test
    void schemeHostAndClientComeFromWhatTheOperatorSet() throws IOException {
        try (Wire wire = new Wire("http://127.0.0.1:" + CONSOLE)) {
            wire.send(
                    "GET /offers HTTP/1.1\r\nHost: evil.example\r\nX-Forwarded-Host: evil.example\r\nX-Forwarded-Proto: http\r\nConnection: close\r\n\r\n");
            assertThat(wire.all())
                    .contains("Location: https://console.growbench.example/sign-in")
                    .doesNotContain("evil.example");
        }
        HttpResponse<String> asked = console().get("/offers");
        assertThat(Guest.location(asked)).isEqualTo("https://console.growbench.example/sign-in");
        assertThat(asked.headers().allValues("Set-Cookie")).isNotEmpty().allMatch(cookie -> cookie.contains("Secure"));
        assertThat(asked.headers().firstValue("Strict-Transport-Security")).isPresent();
        HttpResponse<String> page = site().get("/balcony-calendar/calendar", "X-Forwarded-For", "198.51.100.23");
        assertThat(page.headers().allValues("Set-Cookie")).isNotEmpty().allMatch(cookie -> cookie.contains("Secure"));
        assertThat(sql.sql("select count(*) from click where address = '198.51.100.23'")
                        .query(Integer.class)
                        .single())
                .isEqualTo(1);
    }

    @Test
    void behindARealProxyThatEndsTlsEverythingIsAsTheOperatorSaid() throws Exception {
        try (TlsProxy console = new TlsProxy(CONSOLE);
                TlsProxy site = new TlsProxy(SITE)) {
            HttpResponse<String> asked = console.get("/people");
            assertThat(Guest.location(asked)).isEqualTo("https://console.growbench.example/sign-in");
            assertThat(asked.headers().allValues("Set-Cookie"))
                    .isNotEmpty()
                    .allMatch(cookie -> cookie.contains("Secure") && cookie.contains("HttpOnly"));
            String address = "/balcony-calendar/calendar";
            assertThat(site.get(address, "X-Forwarded-For", "192.0.2.66")
                            .headers()
                            .allValues("Set-Cookie"))
                    .isNotEmpty()
                    .allMatch(cookie -> cookie.contains("Secure"));
            assertThat(sql.sql("select count(*) from click where address = '192.0.2.66'")
                            .query(Integer.class)
                            .single())
                    .as("whom the proxy names")
                    .isEqualTo(1);
        }
    }

    @Test
    void beyondThirtyAnHourFromOneNetworkConfirmationsWaitAndAreShown() {
        String network = "2001:db8:77:1::";
        for (int i = 0; i < 35; i++) {
            assertThat(site().post(FORM, "email", "many" + i + "@kelderhoek.example")
                            .statusCode())
                    .isEqualTo(303);
        }
        clock.pass(Duration.ofHours(1));
        for (int i = 0; i < 35; i++) {
            assertThat(from(network + i, "email", "few" + i + "@kelderhoek.example")
                            .statusCode())
                    .isEqualTo(303);
        }
        assertThat(waiting("few")).isEqualTo(5);
        assertThat(from("2001:db8:77:2::1", "email", "other@kelderhoek.example").statusCode())
                .isEqualTo(303);
        assertThat(waiting("other")).isZero();
        assertThat(owner().get("/people/outbox?only=WAITING").body())
                .contains("more than 30 confirmations an hour were asked for from one network");
    }

    /** How many letters to addresses that begin so are due later than now. */
    private int waiting(String who) {
        return sql.sql("""
                        select count(*) from outbox o join subscriber s on s.id = o.subscriber_id
                        where s.email like :who and o.answer like 'It waits%' and o.due_at > :now
                        """)
                .param("who", who + "%")
                .param("now", java.sql.Timestamp.from(clock.instant()))
                .query(Integer.class)
                .single();
    }

    private static HttpResponse<String> from(String address, String... fields) {
        return site().from(address).post(FORM, fields);
    }

    @Test
    void olderLeadsInOtherAlphabetsAreErasedToo() {
        UUID workspace = sql.sql("select workspace_id from subscriber where email = 'reader@kelderhoek.example'")
                .query(UUID.class)
                .single();
        site().post(FORM, "email", "ines@m\u00fcnchen.example");
        UUID ines = sql.sql("select id from subscriber where email = 'ines@xn--mnchen-3ya.example'")
                .query(UUID.class)
                .single();
        // As earlier versions kept it: as it was typed, and tied to nobody.
        sql.sql(
                        "update lead set email = 'Ines@m\u00fcnchen.example', subscriber_id = null where email = 'ines@xn--mnchen-3ya.example'")
                .update();
        people.erase(workspace, ines);
        assertThat(sql.sql("select count(*) from lead where email like '%nchen%'")
                        .query(Integer.class)
                        .single())
                .isZero();
    }
}
