package dev.wilyferret.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import dev.wilyferret.app.kit.FreePort;
import dev.wilyferret.app.kit.Guest;
import dev.wilyferret.app.kit.Scenario;
import dev.wilyferret.app.kit.TestClock;
import dev.wilyferret.app.kit.TestDatabase;
import dev.wilyferret.app.kit.TlsProxy;
import dev.wilyferret.app.kit.Wire;
import dev.wilyferret.core.id.ShortId;
import java.io.IOException;
import java.net.InetSocketAddress;
import java.net.Socket;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.SQLException;
import java.time.Duration;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.boot.test.context.SpringBootTest;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.test.context.DynamicPropertyRegistry;
import org.springframework.test.context.DynamicPropertySource;

/** What the program knows of itself and its visitors behind a proxy that ends TLS, as docs/operations.md describes it. */
@SpringBootTest(
        classes = {FerretApplication.class, TestClock.TimeAndChance.class},
        webEnvironment = SpringBootTest.WebEnvironment.DEFINED_PORT)
class BehindProxyTest {

    private static final String DATABASE = "proxied";
    private static final int CONSOLE = FreePort.take();
    private static final int SITE = FreePort.take();
    private static final int PROXY = FreePort.take();

    @Autowired
    private JdbcClient sql;

    @Autowired
    private TestClock clock;

    @Autowired
    private Scenario scenario;

    private Scenario.Trail trail;

    @DynamicPropertySource
    static void settings(DynamicPropertyRegistry registry) throws IOException, SQLException {
        TestDatabase.create(DATABASE);
        Path files = Files.createTempDirectory("ferret-proxied-files");
        registry.add("spring.datasource.url", () -> TestDatabase.url(DATABASE));
        registry.add("spring.datasource.password", TestDatabase::password);
        registry.add("server.port", () -> CONSOLE);
        registry.add("ferret.site-port", () -> SITE);
        registry.add("ferret.console-address", () -> "https://Console.GrowBench.example");
        registry.add("ferret.site-address", () -> "HTTPS://GrowBench.example");
        registry.add("ferret.proxies", () -> "127.0.0.1");
        registry.add("ferret.http-version-header", () -> "X-Http-Version");
        registry.add("ferret.host-check-port", () -> PROXY);
        registry.add("ferret.outside-allowed", () -> "*.localhost:" + PROXY);
        registry.add("ferret.files", files::toString);
    }

    @BeforeEach
    void begin() {
        trail = scenario.published();
        await().until(() -> site().head(trail.bridgePath()).statusCode() == 200);
    }

    private static Guest site() {
        return new Guest("http://127.0.0.1:" + SITE);
    }

    private static Guest console() {
        return new Guest("http://127.0.0.1:" + CONSOLE);
    }

    private Guest owner() {
        Guest owner = console();
        owner.send("/sign-in", "email", trail.stage().email(), "password", Scenario.PASSWORD);
        return owner;
    }

    /** The form of a page that asks for an address for a list with double opt-in. */
    private String form() {
        scenario.write(trail.bridge(), Scenario.formPage(Optional.of(scenario.list(trail.workspace(), true))));
        await().until(() -> site().get(trail.bridgePath()).body().contains("Fresh"));
        return "/opt-in/" + ShortId.of(trail.bridge().id()) + "/f";
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
        assertThat(asked.headers().allValues("Set-Cookie")).isNotEmpty().allMatch(BehindProxyTest::ofThisHostAlone);
        assertThat(asked.headers().firstValue("Strict-Transport-Security")).isPresent();
        assertThat(console()
                        .send("/sign-in", "email", trail.stage().email(), "password", Scenario.PASSWORD)
                        .headers()
                        .allValues("Set-Cookie"))
                .anyMatch(cookie -> cookie.startsWith("__Host-ferret_session="))
                .allMatch(BehindProxyTest::ofThisHostAlone);
        HttpResponse<String> page = site().get(trail.bridgePath(), "X-Forwarded-For", "198.51.100.23");
        assertThat(page.headers().allValues("Set-Cookie")).isNotEmpty().allMatch(BehindProxyTest::ofThisHostAlone);
        assertThat(sql.sql("select count(*) from click where address = '198.51.100.23'")
                        .query(Integer.class)
                        .single())
                .isEqualTo(1);
    }

    /** As browsers ask of names that begin so. */
    private static boolean ofThisHostAlone(String cookie) {
        return cookie.startsWith("__Host-")
                && cookie.contains("; Secure")
                && cookie.contains("; Path=/;")
                && !cookie.toLowerCase(Locale.ROOT).contains("domain=");
    }

    @Test
    void aVisitIsKnownAgainByCookiesThatNoOtherHostCanSet() {
        Guest reader = site();
        reader.get(trail.bridgePath());
        String visitor = reader.cookie("__Host-wf_v").orElseThrow();
        reader.get(trail.bridgePath());
        assertThat(reader.cookie("__Host-wf_v")).contains(visitor);
        Guest injected = site().carrying("wf_v", visitor);
        injected.get(trail.bridgePath());
        assertThat(injected.cookie("__Host-wf_v").orElseThrow()).isNotEqualTo(visitor);
    }

    @Test
    void theConsolesHostIsNobodysHoweverItIsWritten() {
        for (String name : List.of("console.growbench.example", "CONSOLE.growbench.example", "growbench.example")) {
            assertThat(owner().sendTo("/links/hosts", "/links/hosts", "name", name)
                            .body())
                    .as(name)
                    .containsAnyOf("is where you sign in", "own host: everything stands on it anyway");
        }
        assertThat(sql.sql("select count(*) from own_host where name like '%growbench.example'")
                        .query(Integer.class)
                        .single())
                .isZero();
    }

    @Test
    void behindARealProxyThatEndsTlsEverythingIsAsTheOperatorSaid() throws Exception {
        String shop = "shop.growbench.localhost";
        try (TlsProxy proxy =
                new TlsProxy(CONSOLE, SITE, PROXY, "growbench.example", "console.growbench.example", shop)) {
            TlsProxy.Answer asked = proxy.get("console.growbench.example", "/people");
            assertThat(asked.all("Location")).containsExactly("https://console.growbench.example/sign-in");
            assertThat(asked.all("Set-Cookie"))
                    .isNotEmpty()
                    .allMatch(cookie -> cookie.contains("Secure") && cookie.contains("HttpOnly"));
            String address = trail.bridgePath();
            assertThat(proxy.get("growbench.example", address, "X-Forwarded-For", "192.0.2.66")
                            .all("Set-Cookie"))
                    .isNotEmpty()
                    .allMatch(cookie -> cookie.contains("Secure"));
            assertThat(sql.sql("select count(*) from click where address = '192.0.2.66'")
                            .query(Integer.class)
                            .single())
                    .as("whom the proxy names")
                    .isEqualTo(1);
            assertThat(proxy.plain("growbench.example", address).all("Location"))
                    .containsExactly("https://growbench.example" + address);

            assertThat(proxy.get(shop, "/").status()).isEqualTo(404);
            assertThat(site().get("/certificate?domain=" + shop).statusCode()).isEqualTo(404);
            Guest owner = owner();
            owner.sendTo("/links/hosts", "/links/hosts", "name", shop);
            await().atMost(Duration.ofSeconds(20))
                    .until(() -> site().get("/certificate?domain=" + shop).statusCode() == 200);
            assertThat(proxy.get(shop, "/certificate?domain=" + shop).status())
                    .as("asked by a visitor")
                    .isEqualTo(404);
            String bench = "/promotions/" + trail.promotion().id() + "/links";
            owner.sendTo(
                    bench, bench, "source", "a", "medium", "b", "campaign", "c", "code", "on-the-shop", "host", shop);
            await().atMost(Duration.ofSeconds(20))
                    .until(() -> proxy.get(shop, "/go/on-the-shop").status() == 302);
            assertThat(proxy.get(shop, "/go/on-the-shop").all("Location"))
                    .singleElement()
                    .asString()
                    .startsWith("https://growbench.example" + trail.bridgePath() + "?utm_source=a&")
                    .contains("&wf_over=");
            assertThat(proxy.get("growbench.example", "/go/on-the-shop").status())
                    .isEqualTo(404);
        }
    }

    @Test
    void theBrowsersHttpVersionIsTheProxysWordAndNobodyElses() throws IOException {
        site().get(trail.bridgePath(), "X-Forwarded-For", "198.51.100.24", "X-Http-Version", "HTTP/3");
        assertThat(httpVersions("198.51.100.24")).containsExactly("HTTP: HTTP/3\n");
        try (Socket stranger = new Socket()) {
            stranger.bind(new InetSocketAddress("127.0.0.2", 0));
            stranger.connect(new InetSocketAddress("127.0.0.1", SITE));
            stranger.getOutputStream()
                    .write(("GET " + trail.bridgePath()
                                    + " HTTP/1.1\r\nHost: growbench.example\r\nUser-Agent: x\r\nX-Http-Version: HTTP/3\r\nConnection: close\r\n\r\n")
                            .getBytes(StandardCharsets.US_ASCII));
            assertThat(new String(stranger.getInputStream().readAllBytes(), StandardCharsets.UTF_8))
                    .startsWith("HTTP/1.1 200");
        }
        assertThat(httpVersions("127.0.0.2")).containsExactly("");
    }

    private List<String> httpVersions(String address) {
        return sql.sql("select headers from click where address = ?")
                .param(address)
                .query(String.class)
                .list();
    }

    @Test
    void beyondThirtyAnHourFromOneNetworkConfirmationsWaitAndAreShown() {
        String form = form();
        String network = "2001:db8:77:1::";
        for (int i = 0; i < 35; i++) {
            assertThat(site().post(form, "email", "many" + i + "@kelderhoek.example")
                            .statusCode())
                    .isEqualTo(303);
        }
        clock.pass(Duration.ofHours(1));
        for (int i = 0; i < 35; i++) {
            assertThat(from(form, network + i, "email", "few" + i + "@kelderhoek.example")
                            .statusCode())
                    .isEqualTo(303);
        }
        assertThat(waiting("few")).isEqualTo(5);
        assertThat(from(form, "2001:db8:77:2::1", "email", "other@kelderhoek.example")
                        .statusCode())
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

    private static HttpResponse<String> from(String form, String address, String... fields) {
        return site().from(address).post(form, fields);
    }
}
