package dev.wilyferret.app.story;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.sun.net.httpserver.Headers;
import com.sun.net.httpserver.HttpHandlers;
import com.sun.net.httpserver.HttpServer;
import dev.wilyferret.app.kit.BrowserTest;
import dev.wilyferret.app.kit.Guest;
import dev.wilyferret.app.kit.RawServer;
import dev.wilyferret.app.kit.Scenario;
import dev.wilyferret.app.pixels.PixelAccounts;
import dev.wilyferret.app.pixels.PixelDetails;
import dev.wilyferret.core.address.UriTemplate;
import dev.wilyferret.core.id.PixelId;
import dev.wilyferret.core.page.Firing;
import dev.wilyferret.core.page.Hold;
import dev.wilyferret.core.page.PageDocument;
import dev.wilyferret.core.pixel.FireAddress;
import dev.wilyferret.core.pixel.PixelSnippet;
import dev.wilyferret.core.pixel.PixelWay;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;

/** Pixels as browsers fire them and as the server tells them, and what networks report of their visits. */
class PixelStory extends BrowserTest {

    private static final String DOT = "<svg xmlns='http://www.w3.org/2000/svg' width='1' height='1'/>";

    @Autowired
    private PixelAccounts accounts;

    private final List<String> told = new CopyOnWriteArrayList<>();
    private HttpServer platform;
    private Scenario.Trail trail;
    private String origin = "";

    @BeforeEach
    void begin() throws IOException {
        platform = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), ELSEWHERE), 0);
        origin = "http://127.0.0.1:" + ELSEWHERE;
        platform.createContext("/px", HttpHandlers.of(200, Headers.of("Content-Type", "image/svg+xml"), DOT));
        platform.createContext(
                "/on", HttpHandlers.of(302, Headers.of("Location", "http://localhost:" + ELSEWHERE + "/px"), ""));
        platform.createContext("/events", exchange -> {
            told.add(exchange.getRequestURI().getRawQuery());
            exchange.sendResponseHeaders(200, -1);
            exchange.close();
        });
        platform.createContext("/buy", HttpHandlers.of(200, Headers.of(), "bought"));
        platform.start();
        trail = scenario.trail(origin + "/px{?id,event}", 600, origin);
        stage = trail.stage();
    }

    @AfterEach
    void end() {
        platform.stop(0);
    }

    private PixelId account(String name, String address) {
        return accounts.add(
                trail.workspace(),
                new PixelDetails(name, "P-1", new FireAddress(UriTemplate.parseWeb(address)), "PageView", "Lead"));
    }

    private List<String> answers() {
        return sql.sql(
                        "select pixel_answer from site_event where workspace_id = ? and pixel_event = 'LEAD' order by pixel_answer")
                .param(trail.workspace().value())
                .query(String.class)
                .list();
    }

    @Test
    void aGoodASlowADeadAndABlockedPixelHoldNobodyLongerThanIsSet() throws IOException {
        try (RawServer slow = new RawServer(connection -> Thread.sleep(Duration.ofSeconds(20)));
                BrowserContext stranger = stranger(true)) {
            scenario.write(
                    trail.redirect(),
                    new PageDocument.RedirectPage(
                            "One moment",
                            new Hold(1200),
                            Firing.leads(
                                    trail.pixel(),
                                    account("Slow", "http://" + slow.pair() + "/px{?id,event}"),
                                    account("Dead", "http://127.0.0.1:9/px{?id,event}"),
                                    account("Led away", origin + "/on{?id,event}"))));
            await().until(() -> guest().get(trail.redirectPath()).body().contains("/on?id=P-1"));
            Page visitor = stranger.newPage();
            visitor.navigate(installation.siteAddress() + trail.link().path());
            visitor.getByText("Show me the course").click();
            visitor.waitForURL(Pattern.compile(".*/buy/cellar-crop.*"));
            await().atMost(Duration.ofSeconds(10)).until(() -> answers().size() == 4);
            assertThat(answers()).containsExactly("ANSWERED", "BLOCKED", "FAILED", "NO_ANSWER_IN_TIME");
        }
        Page page = signedIn();
        page.navigate(installation.consoleAddress() + "/promotions/"
                + trail.promotion().id() + "/redirect");
        assertThat(page.locator("svg.timeline .failed")).hasCount(2);
        assertThat(page.locator("svg.timeline circle.open")).hasCount(1);
        assertThat(page.locator("table.list tbody tr").filter(new Locator.FilterOptions().setHasText("Slow")))
                .containsText("look at it");
        assertThat(page.locator("table.list tbody tr").filter(new Locator.FilterOptions().setHasText("Plumage")))
                .not()
                .containsText("look at it");
        inOrder(page);
        link(page, "Pixels").click();
        link(page, "Led away").click();
        assertThat(page.locator("main")).containsText("blocked by the page");
        page.getByLabel("Hosts its image redirects over").fill("http://localhost:" + ELSEWHERE);
        button(page, "Keep").click();
        assertThat(page.getByRole(com.microsoft.playwright.options.AriaRole.STATUS))
                .containsText("Kept.");
        await().until(() -> guest().get(trail.redirectPath())
                .headers()
                .firstValue("Content-Security-Policy")
                .orElse("")
                .contains("http://localhost:" + ELSEWHERE));
        try (BrowserContext stranger = stranger(true)) {
            Page visitor = stranger.newPage();
            visitor.navigate(installation.siteAddress() + trail.redirectPath());
            visitor.waitForURL(Pattern.compile(".*/buy/cellar-crop.*"));
            await().atMost(Duration.ofSeconds(10)).until(() -> answers().size() == 8);
            assertThat(answers()).containsOnlyOnce("BLOCKED");
        }
        inOrder(page);
    }

    private PixelId with(String code) {
        return accounts.add(
                trail.workspace(),
                new PixelDetails(
                        "Own " + code.hashCode(),
                        "P-1",
                        PixelWay.BROWSER,
                        Optional.empty(),
                        Optional.of(new PixelSnippet(code)),
                        List.of(origin),
                        Optional.empty(),
                        "",
                        "PageView",
                        "Lead",
                        "Checkout",
                        ""));
    }

    /** A platform's own script runs with what is known of the event; one that throws, is broken or does not come is named. */
    @Test
    void ownScriptsRunAndNoneOfThemHarmsThePage() {
        platform.createContext(
                "/lib.js",
                HttpHandlers.of(200, Headers.of(), "window.lib = function (say) { new Image().src = say; };"));
        List<PixelId> own = Stream.of(
                        "<script src='" + origin + "/lib.js'></script><script>lib('" + origin
                                + "/events?own={event}&id={id}&eid={eid}&v={value}{currency}');var kept = {a: {b: 1}};</script>",
                        "<script>{event} this is no script</script>",
                        "<script>throw new Error('{event}')</script><script>document.title = 'harmed'</script>",
                        "<div><p>{event} <b <script>document.title = 'harmed'",
                        "<script src='http://127.0.0.1:9/{event}.js'></script>")
                .map(code -> with(code))
                .toList();
        scenario.write(
                trail.redirect(),
                new PageDocument.RedirectPage("One moment", new Hold(3000), Firing.leads(own.toArray(new PixelId[0]))));
        await().until(() -> guest().get(trail.redirectPath()).body().contains("this is no script"));
        try (BrowserContext stranger = stranger(true)) {
            Page visitor = stranger.newPage();
            visitor.navigate(installation.siteAddress() + trail.redirectPath());
            visitor.waitForURL(Pattern.compile(".*/buy/cellar-crop.*"));
            await().atMost(Duration.ofSeconds(10)).until(() -> answers().size() == 5);
        }
        assertThat(answers()).containsExactly("FAILED", "FAILED", "FAILED", "RAN", "RAN");
        String view = sql.sql(
                        "select id::text from site_event where workspace_id = ? and kind = 'PAGE_VIEW' order by at desc limit 1")
                .param(trail.workspace().value())
                .query(String.class)
                .single();
        await().until(() -> !told.isEmpty());
        assertThat(told).containsExactly("own=Lead&id=P-1&eid=" + view + "&v=0.00EUR");
        Page page = signedIn();
        page.navigate(installation.consoleAddress() + "/pixels/" + own.getFirst());
        assertThat(page.locator("main")).containsText("✓ its script ran");
        inOrder(page);
        field(page, "Pixel id").fill("P\"1");
        field(page, "The platform’s code, for browsers (optional)").fill("<script>nothing()</script>");
        button(page, "Keep").click();
        assertThat(page.locator("#snippet-msg")).containsText("has no place for the event");
        field(page, "The platform’s code, for browsers (optional)").fill("<script>say('{event}')</script>");
        button(page, "Keep").click();
        assertThat(page.locator("main")).containsText("holds a quotation mark");
        assertThat(field(page, "Pixel id")).hasValue("P\"1");
    }

    @Test
    void aSaleIsToldByTheServerWithItsValueAndOneIsMatchedLate() {
        Page page = signedIn();
        page.navigate(installation.consoleAddress() + "/pixels");
        link(page, "Plumage").click();
        page.getByLabel("both, under one event id").check();
        page.getByText("From the server").click();
        field(page, "Server address").fill(origin + "/events{?event,eid,value,currency}");
        field(page, "for a sale").fill("Purchase");
        inOrder(page);
        button(page, "Keep").click();
        await().until(() -> guest().get(trail.redirectPath()).body().contains("\"server\":true"));
        String click;
        try (BrowserContext stranger = stranger(true)) {
            Page visitor = stranger.newPage();
            visitor.navigate(installation.siteAddress() + trail.link().path());
            visitor.getByText("Show me the course").click();
            visitor.waitForURL(Pattern.compile(".*/buy/cellar-crop.*"));
            click = visitor.url().replaceFirst(".*sub1=([0-9a-z]{26}).*", "$1");
        }
        Guest network = guest();
        String postback = "/postback/" + trail.network().postbackKey() + "?secret="
                + trail.network().secret() + "&commission=27.50&order_id=LF-1&click_id=";
        assertThat(network.get(postback + "lost").body()).isEqualTo("unmatched\n");
        page.navigate(installation.consoleAddress() + "/sales");
        assertThat(page.locator(".warned")).containsText("1 postback became no sale.");
        inOrder(page);
        field(page, "It belongs to the click").fill(click);
        button(page, "Match").click();
        assertThat(page.getByRole(com.microsoft.playwright.options.AriaRole.STATUS))
                .containsText("Matched. The sale is recorded.");
        await().atMost(Duration.ofSeconds(20))
                .until(() -> told.stream().anyMatch(one -> one.startsWith("event=Purchase")));
        assertThat(told).anyMatch(one -> one.endsWith("&value=27.50&currency=EUR"));
        assertThat(told)
                .anyMatch(one -> one.startsWith("event=Lead"))
                .anyMatch(one -> one.startsWith("event=PageView"));
        assertThat(network.get(postback + click + "&status=refunded").body()).isEqualTo("changed\n");
        page.reload();
        assertThat(page.locator("main")).containsText("refunded");
        inOrder(page);
        link(page, "Pixels").click();
        link(page, "Plumage").click();
        assertThat(page.locator("main")).containsText("✓ taken");
        inOrder(page);
    }
}
