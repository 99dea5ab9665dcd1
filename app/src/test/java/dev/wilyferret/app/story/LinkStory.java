package dev.wilyferret.app.story;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.FilePayload;
import com.microsoft.playwright.options.SelectOption;
import dev.wilyferret.app.kit.BrowserTest;
import dev.wilyferret.app.kit.Guest;
import dev.wilyferret.app.kit.Scenario;
import dev.wilyferret.app.shelf.Shelf;
import dev.wilyferret.core.page.Block;
import dev.wilyferret.core.page.NextStep;
import dev.wilyferret.core.page.Placed;
import java.io.ByteArrayInputStream;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.Base64;
import java.util.regex.Pattern;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;

/** Links are made on their bench, one by one and many at once, and followed. */
class LinkStory extends BrowserTest {

    @Autowired
    private Shelf shelf;

    private Scenario.Trail trail;
    private String bench;

    @BeforeEach
    void begin() {
        trail = scenario.trail();
        stage = trail.stage();
        bench = installation.consoleAddress() + "/promotions/"
                + trail.promotion().id() + "/links";
    }

    @Test
    void aSourceIsNotedAndItsLinkIsMadeAndFollowed() {
        Page page = signedIn();
        page.navigate(bench);
        link(page, "Sources").click();
        link(page, "Note the first one").click();
        field(page, "Name").fill("Querywell");
        field(page, "Medium").fill("cpc");
        page.getByLabel("What it fills in itself").fill("kw = {keyword} grow mushrooms");
        assertThat(page.locator("#sample")).containsText("?kw=grow%20mushrooms");
        inOrder(page);
        button(page, "Keep the source").click();
        assertThat(page.locator("table.list")).containsText("kw = {keyword}");
        inOrder(page);

        page.navigate(bench);
        page.getByLabel("Comes from").selectOption(new SelectOption().setLabel("Querywell"));
        assertThat(field(page, "Source")).hasValue("querywell");
        assertThat(field(page, "Medium")).hasValue("cpc");
        field(page, "Campaign").fill("Spring balcony");
        Locator apart = page.locator("#apart");
        assertThat(apart.locator("#handed-out")).containsText("?kw={keyword}");
        assertThat(apart.locator("#sent")).containsText("&utm_campaign=Spring%20balcony&kw=grow%20mushrooms");
        assertThat(apart).containsText("You called the campaign “spring-balcony” before.");
        inOrder(page);
        button(page, "Use that one").click();
        assertThat(field(page, "Campaign")).hasValue("spring-balcony");
        assertThat(apart.locator("#sent")).containsText("&utm_campaign=spring-balcony&");
        assertThat(apart).not().containsText("You called");
        page.getByText("Own tags, the ad's words, an end").click();
        page.getByLabel("Own tags").fill("placement=top");
        button(page, "Make the link").click();
        Locator made = page.locator("table.links tbody tr").first();
        assertThat(made).containsText("placement = top");
        inOrder(page);
        String handedOut = made.locator("[data-text]").getAttribute("data-text");
        assertThat(handedOut).endsWith("?kw={keyword}");
        scenario.awaitLive(handedOut.replaceFirst("^.*?(/go/[^?]+).*$", "$1"), 302);
        try (BrowserContext stranger = stranger(true)) {
            Page visitor = stranger.newPage();
            visitor.navigate(handedOut.replace("{keyword}", "oyster%20kit"));
            visitor.waitForURL(Pattern.compile(".*&placement=top&kw=oyster%20kit$"));
        }
        followed();
        made.locator("a").first().click();
        assertThat(page.locator("#sent")).containsText("placement=top");
        inOrder(page);
        page.navigate(installation.consoleAddress() + "/links");
        page.getByLabel("Words").fill("placement");
        page.getByLabel("Words").fill("top");
        button(page, "Find").click();
        assertThat(page.locator("table.links tbody tr")).hasCount(1);
        inOrder(page);
    }

    /** A few coloured frames, filmed by the browser itself. */
    private byte[] film(Page page) {
        page.navigate(bench);
        String film = String.valueOf(page.evaluate("""
                () => new Promise(done => {
                  const canvas = document.createElement('canvas');
                  canvas.width = canvas.height = 64;
                  const brush = canvas.getContext('2d');
                  const frames = setInterval(() => {
                    brush.fillStyle = 'hsl(' + performance.now() % 360 + ' 80% 50%)';
                    brush.fillRect(0, 0, 64, 64);
                  }, 30);
                  const camera = new MediaRecorder(canvas.captureStream(), { mimeType: 'video/webm;codecs=vp8' });
                  camera.ondataavailable = event => {
                    clearInterval(frames);
                    const reader = new FileReader();
                    reader.onload = () => done(reader.result.split(',')[1]);
                    reader.readAsDataURL(event.data);
                  };
                  camera.start();
                  setTimeout(() => camera.stop(), 1500);
                })"""));
        return Base64.getDecoder().decode(film);
    }

    @Test
    void aNewTabOpensBesideAVideoThatPlaysOn() {
        Page page = signedIn();
        String film = shelf.put(trail.workspace(), "film.webm", new ByteArrayInputStream(film(page)))
                .name();
        scenario.write(
                trail.bridge(),
                Scenario.content(
                        Placed.of("h", new Block.Headline("Watch this")),
                        Placed.of("v", new Block.Video(film, "", "", "Mushrooms growing", false, true, false)),
                        Placed.of("b", new Block.Button("Read on", new NextStep.ToOffer())),
                        Placed.of("d", new Block.Disclosure("I earn a commission."))));
        page.navigate(bench.replace("/links", "/pages/" + trail.bridge().id()));
        page.locator("#line-b select.next-step").selectOption(new SelectOption().setLabel("a new tab …"));
        page.locator("#line-b")
                .getByLabel("In a new tab")
                .selectOption(new SelectOption().setLabel(trail.redirect().name()));
        assertThat(page.locator("#line-b").getByLabel("In this tab")).hasValue("");
        assertThat(page.frameLocator("iframe[data-screen=PHONE]").locator("a.button[target=_blank]"))
                .isVisible();
        button(page, "Publish").click();
        assertThat(page.getByRole(AriaRole.STATUS).first()).containsText("Published");
        await().until(() -> guest().get(trail.bridgePath()).body().contains("target=\"_blank\""));
        try (BrowserContext stranger = stranger(true)) {
            Page visitor = stranger.newPage();
            visitor.navigate(installation.siteAddress() + trail.bridgePath());
            Locator video = visitor.locator("video");
            video.evaluate("video => { video.loop = video.muted = true; return video.play(); }");
            Page opened =
                    stranger.waitForPage(() -> visitor.getByText("Read on").click());
            opened.waitForURL(Pattern.compile(".*" + trail.redirectPath() + ".*|.*lanternfish.*|chrome-error.*"));
            assertThat(video.evaluate("video => video.paused")).isEqualTo(false);
            assertThat(visitor.url()).endsWith(trail.bridgePath());
        }
    }

    @Test
    void aButtonLeadsToAnAddressElsewhereThatStandsOnTheTrail() {
        Page page = signedIn();
        page.navigate(installation.consoleAddress() + "/links/elsewhere");
        field(page, "Name").fill("Grow-along room");
        field(page, "Address").fill("https://room.growbench.example/in{?click_id}");
        button(page, "Keep it").click();
        String own = bench.replace("/links", "");
        page.navigate(own + "/pages/" + trail.bridge().id());
        page.locator("#line-button select.next-step")
                .selectOption(new SelectOption().setLabel("elsewhere: Grow-along room"));
        button(page, "Publish").click();
        assertThat(page.getByRole(AriaRole.STATUS).first()).containsText("Published");
        Guest visitor = guest();
        visitor.get(trail.link().path());
        String way = await().atMost(Duration.ofSeconds(20))
                .until(
                        () -> Pattern.compile("href=\"(/away/[^\"]+)\"")
                                .matcher(visitor.get(trail.bridgePath()).body())
                                .results()
                                .findFirst(),
                        java.util.Optional::isPresent)
                .orElseThrow()
                .group(1);
        String click = visitor.cookie("wf_c").orElseThrow().split("\\.")[0];
        assertThat(Guest.location(visitor.get(way)))
                .startsWith("https://room.growbench.example/in?click_id=" + click + "&utm_source=plumage&");
        assertThat(guest().get(way.substring(0, way.lastIndexOf('/')) + "/nothing")
                        .statusCode())
                .isEqualTo(404);
        followed();
        page.navigate(own);
        assertThat(page.locator("svg.trail")).containsText("Grow-along room");
        page.navigate(own + "/clicks?behind=traffic");
        page.locator("table.list tbody a").first().click();
        assertThat(page.locator("main")).containsText("Was sent on to Grow-along room");
        inOrder(page);
    }

    @Test
    void manyLinksAreMadeFromATableOnceNothingIsWrongInIt() {
        Page page = signedIn();
        page.navigate(bench);
        link(page, "Many from a table").click();
        String rows = "source,medium,campaign,content\nplumage,paid-social,spring,video-%d\n,cpc,spring,x\n";
        page.getByLabel("Paste the rows").fill(rows.formatted(1));
        button(page, "Make them all").click();
        assertThat(page.locator(".warned")).containsText("Nothing was made: 1 thing is wrong.");
        assertThat(page.locator(".warned tbody tr")).containsText("The source is empty");
        assertThat(page.getByLabel("Paste the rows")).hasValue(rows.formatted(1));
        inOrder(page);
        page.getByLabel("or bring a CSV file")
                .setInputFiles(new FilePayload(
                        "links.csv",
                        "text/csv",
                        "source;medium;campaign\nplumage;cpc;a\nplumage;cpc;b\n".getBytes(StandardCharsets.UTF_8)));
        button(page, "Make them all").click();
        assertThat(page.locator("table.links tbody tr")).hasCount(3);
        page.locator("table.links tbody tr").first().getByText("Archive").click();
        assertThat(page.locator("table.links tbody tr")).hasCount(2);
    }
}
