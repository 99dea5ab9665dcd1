package dev.wilyferret.app.story;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.sun.net.httpserver.Headers;
import com.sun.net.httpserver.HttpHandlers;
import com.sun.net.httpserver.HttpServer;
import dev.wilyferret.app.kit.BrowserTest;
import dev.wilyferret.app.kit.Scenario;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.util.regex.Pattern;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** A page on a host of its own, from noting it to what its visitors did there, by both ways of tracking. */
class OutsideStory extends BrowserTest {

    private HttpServer host;
    private Scenario.Trail trail;
    private String origin = "";
    private String merchant = "";
    private volatile String pasted = "";

    @BeforeEach
    void begin() throws IOException {
        host = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), ELSEWHERE), 0);
        origin = "http://localhost:" + ELSEWHERE;
        merchant = "http://127.0.0.1:" + ELSEWHERE;
        trail = scenario.trail("http://127.0.0.1:9/px{?id,event}", 300, merchant);
        stage = trail.stage();
        host.createContext("/buy", HttpHandlers.of(200, Headers.of(), "bought"));
        host.createContext("/notes", exchange -> {
            String page = """
                    <!DOCTYPE html><title>Notes</title><h1>Cellar notes</h1>
                    <button data-ferret-step="Watched the video" data-ferret-amount="12.50" data-ferret-label="Product B">Play</button>
                    <button onclick="window.ferret.step('No such step')">Odd</button>
                    <button data-ferret-step="Watched the video" data-ferret-amount="a lot">Wrong</button>
                    <a href="%s">Through the redirect page</a> <a href="%s/buy/cellar-crop?aff=growbench&amp;sub1=">Straight</a> <a href="#part">Part</a>
                    <p id="part">Part</p> %s
                    """.formatted(installation.siteAddress() + trail.redirectPath(), merchant, pasted);
            HttpHandlers.of(200, Headers.of("Content-Type", "text/html"), page).handle(exchange);
        });
        host.start();
    }

    @AfterEach
    void end() {
        host.stop(0);
    }

    private String bench(Page page) {
        page.navigate(installation.consoleAddress() + "/promotions/"
                + trail.promotion().id() + "/pages");
        link(page, "Note a page hosted elsewhere").click();
        inOrder(page);
        field(page, "Name").fill("Cellar notes");
        field(page, "Address").fill("notes");
        button(page, "Make this page").click();
        assertThat(page.locator("#address-msg")).containsText("has no scheme");
        field(page, "Address").fill(origin + "/notes");
        field(page, "Steps of your own").fill("Watched the video");
        button(page, "Make this page").click();
        assertThat(page.locator("pre")).containsText("integrity=\"sha384-");
        inOrder(page);
        pasted = page.locator("pre").innerText();
        scenario.awaitLive("/" + trail.promotion().slug() + "/elsewhere", 302);
        return page.url();
    }

    private int visits(String what) {
        return sql.sql("select count(distinct click_id) from site_event where workspace_id = ? and kind = ?")
                .param(trail.workspace().value())
                .param(what)
                .query(Integer.class)
                .single();
    }

    @Test
    void bothWaysOfTrackingCountAndTheBenchSaysWhatWentWrong() {
        Page page = signedIn();
        String bench = bench(page);
        try (BrowserContext stranger = stranger(true)) {
            Page visitor = stranger.newPage();
            visitor.navigate(
                    installation.siteAddress() + "/" + trail.promotion().slug() + "/elsewhere?utm_source=fair");
            visitor.waitForURL(Pattern.compile(origin + "/notes\\?utm_source=fair&wf_visit=.*"));
            assertThat(visitor.getByText("Part").first()).hasAttribute("href", "#part");
            button(visitor, "Play").click();
            await().until(() -> visits("STEP_TAKEN") == 1);
            visitor.reload();
            button(visitor, "Odd").click();
            button(visitor, "Wrong").click();
            visitor.getByText("Through the redirect page").click();
            visitor.waitForURL(Pattern.compile(".*/buy/cellar-crop.*"));
            assertThat(visits("WENT_ON")).isEqualTo(1);
            assertThat(visits("PAGE_VIEW")).isEqualTo(1);
        }
        try (BrowserContext stranger = stranger(true)) {
            Page visitor = stranger.newPage();
            visitor.navigate(origin + "/notes?utm_source=fair&utm_medium=leaflet&utm_campaign=may");
            visitor.waitForURL(Pattern.compile(".*wf_visit=.*"));
            visitor.reload();
            await().until(() -> visits("PAGE_VIEW") == 2);
            String click = visitor.url().replaceFirst(".*wf_visit=[^-]*-([^.]*)\\..*", "$1");
            visitor.getByText("Straight").click();
            visitor.waitForURL(Pattern.compile(merchant + "/buy/cellar-crop\\?aff=growbench&sub1=" + click));
            await().until(() -> visits("WENT_ON") == 2);
            assertThat(stranger.cookies()).isEmpty();
        }
        try (BrowserContext stranger = stranger(false)) {
            stranger.newPage().navigate(origin + "/notes");
        }
        followed();
        page.navigate(bench);
        assertThat(page.getByRole(AriaRole.ROW, new Page.GetByRoleOptions().setName("Page seen")))
                .containsText("2");
        assertThat(page.getByRole(AriaRole.ROW, new Page.GetByRoleOptions().setName("without script")))
                .containsText("1");
        assertThat(page.getByRole(AriaRole.ROW, new Page.GetByRoleOptions().setName("Watched the video")))
                .containsText("12.50 EUR");
        assertThat(page.locator("main")).containsText("The amount \"a lot\" is not an amount");
        inOrder(page);
        button(page, "List the step No such step").click();
        assertThat(field(page, "Steps of your own")).hasValue("Watched the video\nNo such step");
        followed();
        page.navigate(installation.consoleAddress() + "/promotions/"
                + trail.promotion().id());
        assertThat(page.locator("svg").first()).containsText("Watched the video");
        inOrder(page);
    }
}
