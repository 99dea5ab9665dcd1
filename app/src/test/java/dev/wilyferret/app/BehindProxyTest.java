package dev.wilyferret.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import dev.wilyferret.app.kit.Guest;
import dev.wilyferret.app.kit.TlsProxy;
import dev.wilyferret.app.kit.Wire;
import java.io.IOException;
import java.net.InetSocketAddress;
import java.net.Socket;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.List;
import org.junit.jupiter.api.Test;

/** What the program knows of itself and its visitors behind a proxy, and what is limited by where they come from. */
class BehindProxyTest extends EarlierInstallation {

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
        String shop = "shop.growbench.localhost";
        try (TlsProxy proxy =
                new TlsProxy(CONSOLE, SITE, PROXY, "growbench.example", "console.growbench.example", shop)) {
            TlsProxy.Answer asked = proxy.get("console.growbench.example", "/people");
            assertThat(asked.all("Location")).containsExactly("https://console.growbench.example/sign-in");
            assertThat(asked.all("Set-Cookie"))
                    .isNotEmpty()
                    .allMatch(cookie -> cookie.contains("Secure") && cookie.contains("HttpOnly"));
            String address = "/balcony-calendar/calendar";
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
            String bench = "/promotions/"
                    + sql.sql("select id from promotion where slug = 'cellar-crop'")
                            .query(String.class)
                            .single()
                    + "/links";
            owner.sendTo(
                    bench, bench, "source", "a", "medium", "b", "campaign", "c", "code", "on-the-shop", "host", shop);
            await().atMost(Duration.ofSeconds(20))
                    .until(() -> proxy.get(shop, "/go/on-the-shop").status() == 302);
            assertThat(proxy.get(shop, "/go/on-the-shop").all("Location"))
                    .singleElement()
                    .asString()
                    .startsWith("https://growbench.example/cellar-crop/start?utm_source=a&")
                    .contains("&wf_over=");
            assertThat(proxy.get("growbench.example", "/go/on-the-shop").status())
                    .isEqualTo(404);
        }
    }

    @Test
    void theBrowsersHttpVersionIsTheProxysWordAndNobodyElses() throws IOException {
        site().get("/balcony-calendar/calendar", "X-Forwarded-For", "198.51.100.24", "X-Http-Version", "HTTP/3");
        assertThat(httpVersions("198.51.100.24")).containsExactly("HTTP: HTTP/3\n");
        try (Socket stranger = new Socket()) {
            stranger.bind(new InetSocketAddress("127.0.0.2", 0));
            stranger.connect(new InetSocketAddress("127.0.0.1", SITE));
            stranger.getOutputStream()
                    .write(
                            "GET /balcony-calendar/calendar HTTP/1.1\r\nHost: growbench.example\r\nUser-Agent: x\r\nX-Http-Version: HTTP/3\r\nConnection: close\r\n\r\n"
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
}
