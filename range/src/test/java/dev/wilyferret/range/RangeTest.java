package dev.wilyferret.range;

import static org.assertj.core.api.Assertions.assertThat;

import com.sun.net.httpserver.Headers;
import com.sun.net.httpserver.HttpHandler;
import com.sun.net.httpserver.HttpHandlers;
import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.net.InetSocketAddress;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.CopyOnWriteArrayList;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.boot.test.context.SpringBootTest;
import org.springframework.boot.test.context.SpringBootTest.WebEnvironment;
import org.springframework.boot.test.web.server.LocalServerPort;
import org.springframework.test.context.DynamicPropertyRegistry;
import org.springframework.test.context.DynamicPropertySource;

/** The stand-ins behave as the real parties would: they take, they show, they report. */
@SpringBootTest(
        webEnvironment = WebEnvironment.RANDOM_PORT,
        properties = {"spring.config.name=range", "range.smtp-port=0"})
class RangeTest {

    @LocalServerPort
    private int port;

    private final HttpClient http = HttpClient.newHttpClient();
    private final List<String> asked = new CopyOnWriteArrayList<>();
    private HttpServer partner;

    @DynamicPropertySource
    static void settings(DynamicPropertyRegistry registry) throws IOException {
        Path folder = Files.createTempDirectory("range-test");
        registry.add("range.folder", folder::toString);
    }

    @BeforeEach
    void aPartnerListens() throws IOException {
        partner = HttpServer.create(new InetSocketAddress("127.0.0.1", 0), 0);
        HttpHandler answer = HttpHandlers.of(200, Headers.of("Content-Type", "text/plain"), "sale\n");
        partner.createContext("/", exchange -> {
            asked.add(exchange.getRequestURI().toString());
            answer.handle(exchange);
        });
        partner.start();
        post(
                "/lanternfish/postback",
                "address=http://127.0.0.1:" + partner.getAddress().getPort()
                        + "/pb?c={click_id}%26o={order_id}%26m={commission}");
    }

    @AfterEach
    void thePartnerLeaves() throws Exception {
        partner.stop(0);
        post("/plumage/mood", "delayMillis=0");
    }

    private HttpResponse<String> get(String path) throws IOException, InterruptedException {
        return http.send(
                HttpRequest.newBuilder(URI.create("http://127.0.0.1:" + port + path))
                        .build(),
                HttpResponse.BodyHandlers.ofString());
    }

    private HttpResponse<String> post(String path, String form) throws IOException {
        try {
            HttpRequest request = HttpRequest.newBuilder(URI.create("http://127.0.0.1:" + port + path))
                    .header("Content-Type", "application/x-www-form-urlencoded")
                    .POST(HttpRequest.BodyPublishers.ofString(form))
                    .build();
            return http.send(request, HttpResponse.BodyHandlers.ofString());
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(e);
        }
    }

    @Test
    void thePlatformTakesAPixelAndShowsWhatItTold() throws Exception {
        HttpResponse<String> image =
                get("/plumage/px?id=PLM-1&event=Lead&eid=e-17&page=https%3A%2F%2Fgrowbench.example%2Fon");
        assertThat(image.headers().firstValue("Content-Type")).contains("image/gif");
        assertThat(get("/plumage").body()).contains("Lead", "e-17", "https://growbench.example/on");
    }

    @Test
    void aServersEventIsTakenAndTheSameOneDropped() throws Exception {
        get("/plumage/px?id=PLM-2&event=Lead&eid=e-18&page=x");
        String body =
                "{\"pixel\":\"PLM-2\",\"event\":\"Lead\",\"id\":\"e-18\",\"page\":\"x\",\"value\":27.5,\"currency\":\"EUR\"}";
        assertThat(json("/plumage/events?token=wrong", body)).isEqualTo(401);
        assertThat(get("/plumage").body()).doesNotContain("27.5 EUR");
        assertThat(json("/plumage/events?token=plumage-range", body)).isEqualTo(200);
        assertThat(get("/plumage").body()).contains("27.5 EUR", "told before, dropped");
    }

    @Test
    void conversionsAreMadeOfEventsOrOfAWordInTheAddress() throws Exception {
        post("/plumage/rules", "name=Thanks&contains=thank-you");
        post("/plumage/rules", "name=Carts&event=carted");
        post("/plumage/rules", "name=Readers&event=Carted&days=30");
        post("/plumage/rules", "name=Everything");
        for (String eid : List.of("r-1", "r-1", "r-2")) {
            get("/plumage/px?id=PLM-3&event=Carted&eid=" + eid + "&page=https%3A%2F%2Fa.example%2Fthank-you");
        }
        assertThat(get("/plumage").body())
                .contains(
                        "Thanks",
                        "address contains thank-you",
                        "2 conversions",
                        "event carted",
                        "1 members, who stay 30 days")
                .doesNotContain("Everything");
    }

    private int json(String path, String body) throws Exception {
        return http.send(
                        HttpRequest.newBuilder(URI.create("http://127.0.0.1:" + port + path))
                                .header("Content-Type", "application/json")
                                .POST(HttpRequest.BodyPublishers.ofString(body))
                                .build(),
                        HttpResponse.BodyHandlers.ofString())
                .statusCode();
    }

    @Test
    void thePlatformCanBeBrokenForPractice() throws Exception {
        post("/plumage/mood", "delayMillis=0&broken=true");
        assertThat(get("/plumage/px?id=PLM-1&event=Lead").statusCode()).isEqualTo(500);
        assertThat(get("/plumage").body()).contains("checked");
    }

    @Test
    void theOfferPageShowsWhatItReceivedAsText() throws Exception {
        String page = get("/lanternfish/buy/cellar-crop?aff=growbench&sub1=%3Cscript%3E")
                .body();
        assertThat(page)
                .contains("Cellar Crop Course", "growbench", "&lt;script&gt;")
                .doesNotContain("<script>");
        assertThat(get("/lanternfish/buy/nothing").statusCode()).isEqualTo(404);
    }

    @Test
    void aSaleIsReportedToThePartnerAndCanBeReportedAgain() throws Exception {
        String thanks = post("/lanternfish/buy/cellar-crop", "sub1=06c2w0").body();
        String order = thanks.replaceAll("(?s).*(LF-\\d+).*", "$1");
        assertThat(asked).containsExactly("/pb?c=06c2w0&o=" + order + "&m=27.50");
        post("/lanternfish/orders/" + order + "/again", "");
        assertThat(asked).hasSize(2).containsOnly("/pb?c=06c2w0&o=" + order + "&m=27.50");
        assertThat(get("/lanternfish").body()).contains(order, "200 sale");
        post("/lanternfish/orders/" + order + "/refund", "");
        assertThat(asked).contains("/pb?c=06c2w0&o=" + order + "&m=27.50&status=refunded");
    }

    @Test
    void whatHappenedIsThereAfterARestart() throws Exception {
        Path folder = Files.createTempDirectory("journal");
        Journal<Plumage.Told> journal = new Journal<>(folder, "told", Plumage.Told.class);
        Plumage.Told first = new Plumage.Told("t", "PLM-1", "Lead", "e", "page", "", "192.0.2.1", "", false, "");
        Plumage.Told second = new Plumage.Told("u", "PLM-1", "PageView", "f", "page", "", "192.0.2.1", "", false, "");
        journal.add(first);
        journal.add(second);
        assertThat(new Journal<>(folder, "told", Plumage.Told.class).latestFirst())
                .containsExactly(second, first);
    }

    @Test
    void theWebHostShowsWhatWasPastedAndLeadsWhereItsOwnerSaid() throws Exception {
        assertThat(get("/shedboard/cellar").body())
                .contains("Why a cellar", "/lanternfish/buy/cellar-crop?aff=growbench");
        post("/shedboard", "lines=%3Cscript+src%3D%22x.js%22%3E%3C%2Fscript%3E&button=https%3A%2F%2Fa.test%2Fgo");
        assertThat(get("/shedboard/cellar").body())
                .contains("<script src=\"x.js\"></script>", "href=\"https://a.test/go\"");
        assertThat(get("/shedboard").body()).contains("&lt;script src=");
        post("/shedboard", "lines=");
        assertThat(get("/shedboard/cellar").body()).doesNotContain("x.js").contains("/lanternfish/buy/");
    }
}
