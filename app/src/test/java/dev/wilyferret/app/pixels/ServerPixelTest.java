package dev.wilyferret.app.pixels;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import com.sun.net.httpserver.Headers;
import com.sun.net.httpserver.HttpHandlers;
import com.sun.net.httpserver.HttpServer;
import dev.wilyferret.app.kit.AppTest;
import dev.wilyferret.app.kit.Guest;
import dev.wilyferret.app.kit.Scenario;
import dev.wilyferret.app.people.People;
import dev.wilyferret.core.address.UriTemplate;
import dev.wilyferret.core.id.ClickId;
import dev.wilyferret.core.id.PixelId;
import dev.wilyferret.core.id.ShortId;
import dev.wilyferret.core.id.UuidV7;
import dev.wilyferret.core.page.Firing;
import dev.wilyferret.core.page.Hold;
import dev.wilyferret.core.page.NextStep;
import dev.wilyferret.core.page.PageDocument;
import dev.wilyferret.core.page.PageSettings;
import dev.wilyferret.core.page.ReferrerRule;
import dev.wilyferret.core.pixel.FireAddress;
import dev.wilyferret.core.pixel.JsonTemplate;
import dev.wilyferret.core.pixel.PixelEvent;
import dev.wilyferret.core.pixel.PixelWay;
import dev.wilyferret.core.pixel.ServerCall;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.regex.Pattern;
import org.jsoup.Jsoup;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.context.ApplicationEventPublisher;

/** What the program tells ad platforms itself. */
class ServerPixelTest extends AppTest {

    private static final String BODY =
            "{\"event\":\"{event}\",\"id\":\"{eid}\",\"page\":\"{page}\",\"ad\":{plm_ad},\"value\":{value},\"currency\":{currency}}";

    private record Came(String query, String body) {}

    private final List<Came> came = new CopyOnWriteArrayList<>();
    private volatile int answer = 200;
    private volatile String said = "so be it";
    private HttpServer platform;
    private String hook = "";

    @Autowired
    private PixelAccounts accounts;

    @Autowired
    private PixelQueue queue;

    @Autowired
    private ApplicationEventPublisher events;

    private Scenario.Trail trail;
    private PixelId pixel;

    @BeforeEach
    void begin() throws IOException {
        hook = "/events-" + UUID.randomUUID();
        platform = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), ELSEWHERE), 0);
        platform.createContext(hook, exchange -> {
            came.add(new Came(
                    exchange.getRequestURI().getRawQuery(),
                    new String(exchange.getRequestBody().readAllBytes(), StandardCharsets.UTF_8)));
            Headers itself = answer == 302
                    ? Headers.of("Location", exchange.getRequestURI().toString())
                    : Headers.of();
            HttpHandlers.of(answer, itself, said).handle(exchange);
        });
        platform.start();
        trail = scenario.trail();
        pixel = accounts.of(trail.workspace()).getFirst().id();
    }

    @AfterEach
    void end() {
        platform.stop(0);
    }

    private String address() {
        return "http://127.0.0.1:" + ELSEWHERE + hook + "{?token}";
    }

    private static PixelDetails details(PixelWay way, String saleEvent, String address) {
        return new PixelDetails(
                "Plumage",
                "PLM-1",
                way,
                Optional.of(new FireAddress(UriTemplate.parseWeb("https://plumage.test/px{?id,event,eid}"))),
                Optional.empty(),
                List.of("https://sync.plumage.test"),
                Optional.of(new ServerCall(UriTemplate.parseWeb(address), new JsonTemplate(BODY))),
                "sesame",
                "PageView",
                "Lead",
                "BeganToBuy",
                saleEvent);
    }

    /** Keeps how the account is told, and waits until the site has heard. */
    private void told(PixelWay way, String saleEvent) {
        accounts.change(trail.workspace(), pixel, details(way, saleEvent, address()));
        await().until(() -> way.byBrowser()
                ? guest().get(trail.redirectPath()).body().contains("\"server\":" + way.byServer())
                : guest().head(trail.redirectPath()).statusCode() == 302);
    }

    private List<PixelQueue.Told> queued() {
        return queue.latest(trail.workspace(), pixel, 50);
    }

    private void awaitCame(int number) {
        await().atMost(Duration.ofSeconds(20)).until(() -> came.size() >= number);
    }

    private void awaitAnswer(PixelQueue.State state, String begins) {
        await().atMost(Duration.ofSeconds(20))
                .until(() -> queued().stream()
                        .findFirst()
                        .filter(one -> one.state() == state && one.answer().startsWith(begins))
                        .isPresent());
    }

    private Came came(String event) {
        return came.stream()
                .filter(one -> one.body().contains("\"" + event + "\""))
                .findFirst()
                .orElseThrow();
    }

    private static String click(Guest guest) {
        return guest.cookie("wf_c").orElseThrow().split("\\.")[0];
    }

    @Test
    void bothTellUnderOneEventId() {
        told(PixelWay.BOTH, "");
        Guest guest = guest();
        String page = guest.get(trail.bridgePath() + "?plm_ad=a%22b&value=987654321&currency=XAU&id=x&token=x")
                .body();
        var view = Pattern.compile("\"view\":\"([0-9a-f-]{36})\"").matcher(page);
        assertThat(view.find()).isTrue();
        assertThat(guest.get(trail.bridgePath())
                        .headers()
                        .firstValue("Content-Security-Policy")
                        .orElse(""))
                .contains("https://plumage.test https://sync.plumage.test");
        assertThat(page).contains("https://plumage.test/px?id=PLM-1&event=PageView&eid=" + view.group(1));
        awaitCame(1);
        await().until(() -> came.stream().anyMatch(one -> one.body().contains(view.group(1))));
        Came one = came.stream()
                .filter(some -> some.body().contains(view.group(1)))
                .findFirst()
                .orElseThrow();
        assertThat(one.query()).isEqualTo("token=sesame");
        assertThat(one.body())
                .isEqualTo("{\"event\":\"PageView\",\"id\":\"" + view.group(1) + "\",\"page\":\""
                        + installation.siteAddress() + trail.bridgePath()
                        + "\",\"ad\":\"a\\\"b\",\"value\":null,\"currency\":null}");
        await().until(() -> queued().stream().allMatch(told -> told.state() == PixelQueue.State.TAKEN));
        assertThat(guest.post(
                                "/px",
                                "page",
                                trail.bridge().id().toString(),
                                "view",
                                view.group(1),
                                "pixel",
                                pixel.toString(),
                                "answer",
                                "ANSWERED",
                                "millis",
                                "120")
                        .statusCode())
                .isEqualTo(204);
        assertThat(owner(trail.stage()).get("/pixels/" + pixel).body())
                .contains("✓ taken", "200 so be it", "✓ answered", "120 ms")
                .doesNotContain("sesame");
        assertThat(sql.sql("select token from pixel_account where id = ?")
                        .param(pixel.value())
                        .query(String.class)
                        .single())
                .startsWith("sealed:");
    }

    @Test
    void aRedirectPageWithoutAPixelForBrowsersIsNone() {
        told(PixelWay.SERVER, "");
        Guest guest = guest();
        guest.get(trail.link().path());
        HttpResponse<String> answered = guest.get(trail.redirectPath());
        assertThat(answered.statusCode()).isEqualTo(302);
        assertThat(Guest.location(answered))
                .startsWith("https://lanternfish.test/buy/")
                .contains(click(guest));
        assertThat(answered.headers().firstValue("X-Robots-Tag")).contains("noindex, nofollow");
        assertThat(answered.headers().firstValue("Cache-Control").orElse("")).contains("no-store");
        followed();
        assertThat(owner(trail.stage())
                        .get("/clicks/"
                                + ShortId.parse(click(guest), ClickId::new).orElseThrow())
                        .body())
                .contains("Was sent on");
        await().until(() -> came.stream().anyMatch(one -> one.body().contains("\"Lead\"")));
        assertThat(guest().as("Somebot/1.0").get(trail.redirectPath()).statusCode())
                .as("a declared crawler gets the same")
                .isEqualTo(302);
        followed();
        assertThat(queued())
                .filteredOn(one -> one.event().equals(PixelEvent.LEAD))
                .hasSize(1);
    }

    @Test
    void aPageTellsWhatItIsChosenTo() {
        told(PixelWay.BOTH, "");
        scenario.write(
                trail.bridge(),
                Scenario.bridgeText(
                                "Fresh", new NextStep.ToPage(trail.redirect().id()), List.of())
                        .firing(List.of(new Firing(pixel, PixelEvent.CHECKOUT))));
        scenario.write(
                trail.redirect(),
                new PageDocument.RedirectPage(
                        "One moment", Hold.DEFAULT, List.of(new Firing(pixel, PixelEvent.own("Watched: it")))));
        await().until(() -> guest().get(trail.redirectPath()).body().contains("event=Watched%3A%20it"));
        came.clear();
        Guest guest = guest();
        assertThat(guest.get(trail.bridgePath()).body()).contains("event=BeganToBuy");
        guest.get(trail.redirectPath());
        await().until(() -> came.stream().anyMatch(one -> one.body().contains("\"BeganToBuy\"")));
        await().until(() -> came.stream().anyMatch(one -> one.body().contains("\"Watched: it\"")));
        assertThat(queued())
                .extracting(PixelQueue.Told::event)
                .contains(PixelEvent.CHECKOUT, PixelEvent.own("Watched: it"));
    }

    @Test
    void onceAVisitMeansOnceAVisit() {
        told(PixelWay.BOTH, "");
        scenario.write(
                trail.redirect(),
                new PageDocument.RedirectPage(
                        "One moment", Hold.DEFAULT, Firing.leads(pixel), ReferrerRule.NOTHING, true));
        await().until(() -> guest().get(trail.redirectPath())
                .headers()
                .firstValue("Referrer-Policy")
                .equals(Optional.of("no-referrer")));
        Guest guest = guest();
        guest.get(trail.link().path());
        assertThat(guest.get(trail.redirectPath()).body()).contains("plumage.test/px");
        HttpResponse<String> again = guest.get(trail.redirectPath());
        assertThat(Guest.location(again)).startsWith("https://lanternfish.test/buy/");
        assertThat(again.headers().firstValue("Referrer-Policy")).contains("no-referrer");
        assertThat(guest.get("/out/" + ShortId.of(trail.redirect().id()))
                        .headers()
                        .firstValue("Referrer-Policy"))
                .contains("no-referrer");
        followed();
        assertThat(queued())
                .filteredOn(one -> ShortId.of(one.click()).equals(click(guest)))
                .hasSize(1);
        guest.get(trail.link().path());
        assertThat(guest.get(trail.redirectPath()).body()).as("another visit").contains("plumage.test/px");
        assertThat(guest().get(trail.redirectPath(), "Cookie", "wf_f=..;;x=1.2.3.%00." + "9".repeat(3000))
                        .statusCode())
                .isEqualTo(200);
    }

    private void pageAsksForConsent() {
        scenario.write(
                trail.bridge(),
                Scenario.bridgeText(
                                "Fresh", new NextStep.ToPage(trail.redirect().id()), List.of(pixel))
                        .with(new PageSettings("Fresh", "", "", "", "en", true, true, "", "")));
        await().until(() -> guest().get(trail.bridgePath()).body().contains("\"consent\":true"));
    }

    /** The id of the view that a page was shown with. */
    private static String view(String page) {
        var view = Pattern.compile("\"view\":\"([0-9a-f-]{36})\"").matcher(page);
        assertThat(view.find()).isTrue();
        return view.group(1);
    }

    /** What a page tells once its visitor agreed to the pixel. */
    private String[] agreed(String view) {
        return new String[] {
            "page",
            trail.bridge().id().toString(),
            "view",
            view,
            "pixel",
            pixel.toString(),
            "answer",
            "AGREED",
            "millis",
            "900"
        };
    }

    @Test
    void withoutConsentNothingIsTold() {
        told(PixelWay.BOTH, "");
        pageAsksForConsent();
        followed();
        came.clear();
        int before = queued().size();
        Guest guest = guest();
        String page = guest.get(trail.bridgePath()).body();
        guest.get(trail.redirectPath());
        followed();
        assertThat(queued()).hasSize(before);
        String view = view(page);
        // The id of a view that there never was, of this moment.
        for (int made = 0; made < 3; made++) {
            assertThat(guest.post(
                                    "/px",
                                    agreed(new UuidV7(clock, new java.util.Random(made))
                                            .next()
                                            .toString()))
                            .statusCode())
                    .isEqualTo(204);
        }
        followed();
        assertThat(queued()).hasSize(before);
        String[] report = agreed(view);
        assertThat(guest.post("/px", report).statusCode()).isEqualTo(204);
        assertThat(guest.post("/px", report).statusCode()).isEqualTo(204);
        followed();
        assertThat(queued()).hasSize(before + 1);
        await().until(() -> came.stream().anyMatch(one -> one.body().contains(view)));
        guest.get(trail.redirectPath(), "Cookie", "wf_ok=yes");
        followed();
        assertThat(queued()).hasSize(before + 2);
        guest.get(trail.redirectPath(), "Cookie", "__Host-wf_ok=yes");
        followed();
        assertThat(queued()).as("agreed where the browser sees https").hasSize(before + 3);
    }

    @Test
    void aSaleIsToldWithItsValueToWhomeverKnowsOfItsVisit() {
        told(PixelWay.SERVER, "Purchase");
        Guest stranger = guest();
        stranger.get(trail.link().path());
        Guest buyer = guest();
        buyer.get(trail.link().path());
        buyer.get(trail.redirectPath());
        String postback = "/postback/" + trail.network().postbackKey() + "?secret="
                + trail.network().secret() + "&commission=27.50&click_id=";
        guest().get(postback + click(stranger) + "&order_id=S-1");
        guest().get(postback + click(buyer) + "&order_id=S-2");
        guest().get(postback + click(buyer) + "&order_id=S-2");
        await().atMost(Duration.ofSeconds(20))
                .until(() -> came.stream().anyMatch(one -> one.body().contains("\"Purchase\"")));
        guest().get(postback + click(buyer) + "&order_id=S-2&status=refunded");
        assertThat(came("Purchase").body()).contains("\"value\":27.50,\"currency\":\"EUR\"");
        followed();
        assertThat(queued())
                .filteredOn(one -> one.event().equals(PixelEvent.SALE))
                .singleElement()
                .satisfies(one -> assertThat(ShortId.of(one.click())).isEqualTo(click(buyer)));
    }

    @Test
    void whatFailsIsToldAgainUnderItsIdForADay() {
        told(PixelWay.SERVER, "");
        answer = 503;
        guest().get(trail.redirectPath());
        awaitCame(1);
        await().until(() -> queued().getFirst().answer().startsWith("503"));
        assertThat(queued().getFirst().state()).isEqualTo(PixelQueue.State.WAITING);
        answer = 200;
        clock.pass(Duration.ofMinutes(2));
        await().atMost(Duration.ofSeconds(20)).until(() -> queued().getFirst().state() == PixelQueue.State.TAKEN);
        assertThat(queued().getFirst().tries()).isEqualTo(2);
        assertThat(came)
                .hasSize(2)
                .extracting(Came::body)
                .containsOnly(came.getFirst().body());

        answer = 400;
        guest().get(trail.redirectPath());
        await().atMost(Duration.ofSeconds(20)).until(() -> queued().getFirst().state() == PixelQueue.State.REFUSED);
        platform.stop(0);
        guest().get(trail.redirectPath());
        await().atMost(Duration.ofSeconds(20))
                .until(() -> queued().getFirst().answer().startsWith("No answer"));
        clock.pass(Duration.ofHours(25));
        await().atMost(Duration.ofSeconds(20)).until(() -> queued().getFirst().state() == PixelQueue.State.UNKNOWN);
    }

    /** A platform that redirects, says too much, or is none at all is told once, and what it answered is said in few words. */
    @Test
    void oddPlatformsAreNotFollowedAndNotReadToTheEnd() {
        told(PixelWay.SERVER, "");
        answer = 302;
        guest().get(trail.redirectPath());
        awaitAnswer(PixelQueue.State.REFUSED, "302");
        assertThat(came).as("the loop is not gone").hasSize(1);
        answer = 200;
        said = "x".repeat(5 << 20);
        guest().get(trail.redirectPath());
        awaitAnswer(PixelQueue.State.TAKEN, "200 xxx");
        assertThat(queued().getFirst().answer()).startsWith("200 xxx").hasSizeLessThan(310);
        accounts.change(trail.workspace(), pixel, details(PixelWay.SERVER, "", "http://127.0.0.1:9/e{?event,eid}"));
        guest().get(trail.redirectPath());
        awaitAnswer(
                PixelQueue.State.WAITING,
                "No answer: 127.0.0.1 leads to 127.0.0.1, which is not on the public internet");
    }

    /** The network took it back before anybody told of it. */
    @Test
    void aSaleThatIsReversedBeforeItIsToldIsNotTold() {
        told(PixelWay.SERVER, "");
        Guest buyer = guest();
        buyer.get(trail.link().path());
        buyer.get(trail.redirectPath());
        String postback = "/postback/" + trail.network().postbackKey() + "?secret="
                + trail.network().secret() + "&commission=27.50&click_id=" + click(buyer);
        guest().get(postback + "&order_id=GONE");
        guest().get(postback + "&order_id=GONE&status=reversed");
        guest().get(postback + "&order_id=KEPT");
        followed();
        told(PixelWay.SERVER, "Purchase");
        sql.sql("insert into visit_work (workspace_id, click_id) values (?, ?)")
                .params(
                        trail.workspace().value(),
                        ShortId.parse(click(buyer), ClickId::new).orElseThrow().value())
                .update();
        followed();
        assertThat(queued())
                .filteredOn(one -> one.event().equals(PixelEvent.SALE))
                .hasSize(1);
    }

    @Test
    void erasureEmptiesTheQueue() {
        told(PixelWay.SERVER, "");
        answer = 503;
        Guest guest = guest();
        guest.get(trail.redirectPath());
        awaitCame(1);
        ClickId click = ShortId.parse(click(guest), ClickId::new).orElseThrow();
        assertThat(queued()).isNotEmpty();
        events.publishEvent(
                new People.Erased(trail.workspace(), "a@b.example", "a@b.example", List.of(), List.of(click)));
        followed();
        assertThat(queued()).isEmpty();
        // Whatever happens on the visit later tells it anew.
        guest.get(trail.redirectPath().replace("/on", "/" + trail.bridge().slug()));
        sql.sql("insert into visit_work (workspace_id, click_id) values (?, ?)")
                .param(trail.workspace().value())
                .param(click.value())
                .update();
        followed();
        assertThat(queued()).isEmpty();
    }

    /** Their first visit left the address; the second one waits to be told, and a sale of it comes days later. */
    @Test
    void whoeverIsErasedIsToldOfInNoneOfTheirVisitsHoweverLate() {
        told(PixelWay.SERVER, "Purchase");
        answer = 503;
        Guest guest = guest();
        guest.get(trail.link().path());
        ClickId first = ShortId.parse(click(guest), ClickId::new).orElseThrow();
        guest.get(trail.link().path());
        guest.get(trail.redirectPath());
        String second = click(guest);
        awaitCame(1);
        events.publishEvent(
                new People.Erased(trail.workspace(), "a@b.example", "a@b.example", List.of(), List.of(first)));
        followed();
        assertThat(queued()).isEmpty();
        clock.pass(Duration.ofDays(3));
        queue.end();
        guest().get("/postback/" + trail.network().postbackKey() + "?secret="
                + trail.network().secret() + "&commission=27.50&order_id=LATE&click_id=" + second);
        followed();
        assertThat(queued()).isEmpty();
    }

    /** An ad was opened beside the page before its question was answered. */
    @Test
    void whoAgreesAfterANewerClickIsToldOfWithTheViewTheyAgreedOn() {
        told(PixelWay.SERVER, "");
        pageAsksForConsent();
        Guest guest = guest();
        String view = view(guest.get(trail.bridgePath()).body());
        String before = click(guest);
        guest.get(trail.link().path());
        assertThat(click(guest)).isNotEqualTo(before);
        guest.post("/px", agreed(view));
        followed();
        await().until(() -> came.stream().anyMatch(one -> one.body().contains(view)));
        assertThat(queued())
                .filteredOn(one -> ShortId.of(one.click()).equals(before))
                .hasSize(1);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            SERVER  |                                     |                             | The server's address is empty.
            BOTH    | https://plumage.test/e{?event}      |                             | has a place for {eid}
            BOTH    | https://plumage.test/e{?event,eid}  | {"event": {event}           | It is not JSON, near line 1
            BROWSER | https://plumage.test/e{?event,eid   |                             | never closes it
            """)
    void whatIsWrongIsSaidAtItsField(String way, String server, String body, String message) {
        String page = owner(trail.stage())
                .send(
                        "/pixels/" + pixel,
                        "name",
                        "Plumage",
                        "pixelId",
                        "PLM-1",
                        "way",
                        way,
                        "address",
                        "https://plumage.test/px{?id,event}",
                        "server",
                        Optional.ofNullable(server).orElse(""),
                        "body",
                        Optional.ofNullable(body).orElse(""),
                        "viewEvent",
                        "V",
                        "leadEvent",
                        "L")
                .body();
        assertThat(Jsoup.parse(page).select(".msg").text()).contains(message);
        assertThat(Jsoup.parse(page).select("#server").val())
                .isEqualTo(Optional.ofNullable(server).orElse(""));
    }

    @Test
    void aTokenIsKeptWhileNoOtherIsTyped() {
        told(PixelWay.BOTH, "");
        Guest owner = owner(trail.stage());
        var form = Jsoup.parse(owner.get("/pixels/" + pixel).body());
        String shown = form.select("#token").val();
        assertThat(shown).isNotEmpty().doesNotContain("sesame");
        String[] fields = {
            "name",
            "Plumage two",
            "pixelId",
            "PLM-1",
            "way",
            "SERVER",
            "server",
            address(),
            "body",
            BODY,
            "token",
            shown,
            "viewEvent",
            "V",
            "leadEvent",
            "L"
        };
        assertThat(owner.send("/pixels/" + pixel, fields).statusCode()).isEqualTo(302);
        PixelDetails details =
                accounts.find(trail.workspace(), pixel).orElseThrow().details();
        assertThat(details.token()).isEqualTo("sesame");
        assertThat(details.address()).as("browsers ask nothing").isEmpty();
    }
}
