package dev.wilyferret.app.story;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.FilePayload;
import com.microsoft.playwright.options.SelectOption;
import dev.wilyferret.app.kit.BrowserTest;
import dev.wilyferret.app.kit.Scenario;
import java.nio.charset.StandardCharsets;
import java.util.regex.Pattern;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** Links are made on their bench, one by one and many at once, and followed. */
class LinkStory extends BrowserTest {

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
