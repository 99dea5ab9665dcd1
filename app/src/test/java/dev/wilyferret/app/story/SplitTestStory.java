package dev.wilyferret.app.story;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.awaitility.Awaitility.await;

import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import dev.wilyferret.app.kit.BrowserTest;
import dev.wilyferret.app.kit.Guest;
import dev.wilyferret.app.kit.PastSplit;
import dev.wilyferret.app.kit.RangeProcess;
import dev.wilyferret.app.kit.Scenario;
import java.time.Duration;
import java.util.regex.Pattern;
import java.util.stream.IntStream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;

/** What a split test is for: a sale that names its variant, a winner that gets everybody, an offer that is full. */
class SplitTestStory extends BrowserTest {

    private static final String BROWSER = "Mozilla/5.0 (X11; Linux x86_64; rv:%d.0) Gecko/20100101 Firefox/151.0";

    private static RangeProcess range;

    @Autowired
    private PastSplit past;

    @BeforeAll
    static void startRange() {
        range = RangeProcess.start();
    }

    @AfterAll
    static void stopRange() {
        range.stop();
    }

    private String console(Scenario.Trail trail, String path) {
        return installation.consoleAddress() + "/promotions/"
                + trail.promotion().id() + path;
    }

    /** Goes by the link, on to the stand-in offer if it is the wanted page, and buys. */
    private boolean buysBehind(String headline, int browser, Scenario.Trail trail) {
        try (BrowserContext stranger = stranger(true, BROWSER.formatted(browser))) {
            Page visitor = stranger.newPage();
            visitor.navigate(installation.siteAddress() + trail.link().path());
            if (!visitor.locator("h1").innerText().equals(headline)) {
                return false;
            }
            link(visitor, "Show me the course").click();
            visitor.waitForURL(Pattern.compile(".*/lanternfish/buy/cellar-crop.*"));
            button(visitor, "Buy the course").click();
            assertThat(visitor.locator("#order")).containsText("LF-");
            return true;
        }
    }

    @Test
    void aSaleNamesTheVariantItsBuyerWasDrawnFor() {
        Scenario.Trail trail = scenario.trail(
                range.address() + "/plumage/px{?id,event,eid,page}", 500, range.address() + "/lanternfish");
        stage = trail.stage();
        Page page = signedIn();
        page.navigate(installation.consoleAddress() + "/offers/" + trail.offer());
        String postback = page.getByLabel("Postback address").inputValue();
        Page network = owner.newPage();
        network.navigate(range.address() + "/lanternfish");
        network.getByLabel("Address, asked at every sale").fill(postback);
        button(network, "Keep").click();

        page.navigate(console(trail, "/links/" + trail.link().id()));
        link(page, "Share its visitors among variants").click();
        field(page, "Name").fill("Bold words");
        field(page, "Headline of the copy").fill("Harvest in your own cellar");
        button(page, "Share visitors out").click();
        assertThat(page.getByRole(AriaRole.STATUS)).containsText("draws its share from now on");
        String bench = page.url();
        Guest looking = guest();
        await().until(() -> IntStream.range(0, 12)
                .anyMatch(i -> Guest.location(looking.head(trail.link().path())).contains("/bold-words")));
        await().atMost(Duration.ofSeconds(30))
                .until(() ->
                        IntStream.range(0, 4).anyMatch(i -> buysBehind("Harvest in your own cellar", 400 + i, trail)));

        followed();
        page.navigate(console(trail, "/clicks?behind=sales&days=14"));
        assertThat(page.locator("table tbody tr")).hasCount(1);
        page.locator("table tbody tr a").first().click();
        assertThat(page.locator("ol")).containsText("Bold words");
        assertThat(page.locator("ol")).containsText("commission 27.50 EUR");
        inOrder(page);
        page.navigate(bench + "?goal=SALE");
        assertThat(page.locator("#seen")).hasValue("SALE");
        inOrder(page);
    }

    @Test
    void theWinnerGetsEverybodyByOnePress() {
        PastSplit.Split split = past.begin();
        past.days(split, 1, 8, 10, 30);
        stage = split.trail().stage();
        Page page = signedIn();
        page.navigate(installation.consoleAddress() + past.rotating(split).address());
        assertThat(page.getByRole(AriaRole.NOTE)).containsText("“New” is better.");
        inOrder(page);
        link(page, "Plan with other figures").click();
        assertThat(field(page, "Rate today, in percent")).hasValue("33.33");
        field(page, "New visitors a day").fill("600");
        button(page, "Plan it").click();
        assertThat(page.getByLabel("What follows")).containsText("In 28 days");
        inOrder(page);
        link(page, "Back to the rotation").click();
        button(page, "Give “New” everybody").click();
        assertThat(page.getByLabel("Shares of new visitors")).containsText("New 100.0 %");
        assertThat(page.getByText("“New” is the leader.")).isVisible();
        Guest looking = guest();
        await().until(() -> IntStream.range(0, 8)
                .allMatch(i -> Guest.location(looking.head(split.trail().link().path()))
                        .contains("/" + split.second().slug())));
        inOrder(page);
    }

    @Test
    void anOfferThatIsFullGivesItsShareToTheOthers() {
        Scenario.Trail trail = scenario.trail();
        stage = trail.stage();
        Page page = signedIn();
        page.navigate(installation.consoleAddress() + "/offers/" + trail.offer());
        field(page, "Cap a day").fill("two");
        button(page, "Keep the changes").click();
        assertThat(page.getByText("“two” is no cap.")).isVisible();
        field(page, "Cap a day").fill("2");
        button(page, "Keep the changes").click();
        assertThat(page.getByText("0 of 2 clicks")).isVisible();
        inOrder(page);
        page.navigate(console(trail, "/links/" + trail.link().id()));
        link(page, "Share its visitors among variants").click();
        field(page, "Name").fill("Straight");
        page.getByLabel("A copy of").selectOption("no copy: something that is there");
        page.getByLabel("Or leads to").selectOption("Cellar Crop Course (straight to the offer)");
        button(page, "Share visitors out").click();
        assertThat(page.getByLabel("Shares of new visitors")).containsText("Straight 50.0 %");
        String bench = page.url();
        Guest looking = guest();
        await().until(() -> IntStream.range(0, 12)
                .anyMatch(i -> Guest.location(looking.head(trail.link().path())).startsWith("https://lanternfish")));
        long sent = IntStream.range(0, 10)
                .filter(i -> Guest.location(guest().as(BROWSER.formatted(500 + i))
                                .get(trail.link().path()))
                        .startsWith("https://lanternfish"))
                .count();
        org.assertj.core.api.Assertions.assertThat(sent).isEqualTo(2);
        await().atMost(Duration.ofSeconds(20))
                .until(() -> sql.sql("select count(*) from rotation_mark where workspace_id = ? and kind = 'SHUT'")
                                .param(trail.workspace().value())
                                .query(Long.class)
                                .single()
                        == 1);
        page.navigate(bench);
        assertThat(page.getByLabel("Shares of new visitors")).not().containsText("Straight");
        assertThat(page.getByText(Pattern.compile("is full for .*\\. Its share goes to the others")))
                .isVisible();
        assertThat(page.getByRole(AriaRole.LIST, new Page.GetByRoleOptions().setName("Changes")))
                .containsText("“Cellar Crop Course” is full for");
        inOrder(page);
        page.navigate(installation.consoleAddress() + "/offers/" + trail.offer());
        assertThat(page.getByText("2 of 2 clicks")).isVisible();
        inOrder(page);
    }
}
