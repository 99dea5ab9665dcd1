package dev.wilyferret.app.story;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import dev.wilyferret.app.kit.BrowserTest;
import dev.wilyferret.app.kit.RangeProcess;
import dev.wilyferret.app.kit.Scenario;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.regex.Pattern;
import org.awaitility.Awaitility;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** From an empty workspace to the first sale, in a real browser, against the real stand-ins. */
class FirstPromotionStory extends BrowserTest {

    private static RangeProcess range;
    private static String rangeAddress;

    private BrowserContext stranger;

    @BeforeAll
    static void startRange() {
        range = RangeProcess.start();
        rangeAddress = range.address();
    }

    @AfterAll
    static void stopRange() {
        range.stop();
    }

    @BeforeEach
    void open() {
        stranger = stranger(true);
        stage = scenario.empty();
    }

    @AfterEach
    void closeStranger() {
        stranger.close();
    }

    /** The figure of a station in the drawing of the trail. */
    private static Locator figure(Page page, String station) {
        return page.locator("svg.trail a[href*='behind=" + station + "'] .figure");
    }

    private void fillFooter(Page page) {
        link(page, "Settings").click();
        page.getByLabel("Who answers for the pages").fill("Growbench");
        page.getByLabel("Postal address").fill("12 Spawn Lane, 4999 Kelderhoek");
        page.getByLabel("Contact").fill("hello@growbench.example");
        button(page, "Keep").click();
        assertThat(page.getByRole(AriaRole.STATUS)).containsText("Kept.");
        inOrder(page);
    }

    private void noteOffer(Page page) {
        link(page, "Board").click();
        inOrder(page);
        link(page, "Offers").click();
        link(page, "Note an offer").click();
        page.getByLabel("Name").fill("Cellar Crop Course");
        page.getByLabel("Network", new Page.GetByLabelOptions().setExact(true)).fill("Lanternfish Partners");
        page.getByLabel("Payout amount").fill("27.50");
        page.getByLabel("Affiliate link").fill(rangeAddress + "/lanternfish/buy/cellar-crop{?aff,sub1,sub2}");
        page.getByLabel("What fills aff").selectOption("always the same text");
        page.getByLabel("Text for aff").fill("growbench");
        assertThat(page.locator("#sent")).containsText("?aff=growbench&sub1=06c2w0g7m4e8t5n1k9qzr3hv2d&sub2=plumage");
        inOrder(page);
        button(page, "Keep the offer").click();
        assertThat(page.getByRole(AriaRole.STATUS)).containsText("The offer is kept");
    }

    private void givePostbackToNetwork(Page page) {
        String postback = page.getByLabel("Postback address").inputValue();
        Page network = owner.newPage();
        network.navigate(rangeAddress + "/lanternfish");
        network.getByLabel("Address, asked at every sale").fill(postback);
        button(network, "Keep").click();
    }

    private void enterPixel(Page page) {
        Page platform = owner.newPage();
        platform.navigate(rangeAddress + "/plumage");
        String imageAddress = platform.locator("#image-address").innerText();
        link(page, "Pixels").click();
        link(page, "Add a pixel").click();
        page.getByLabel("Name").fill("Plumage");
        page.getByLabel("Pixel id").fill("PLM-204417");
        page.getByLabel("Image address").fill(imageAddress);
        inOrder(page);
        button(page, "Keep").click();
        assertThat(page.locator("main")).containsText("not seen yet");
    }

    private void startPromotion(Page page, String slug) {
        link(page, "Board").click();
        link(page, "Start the first promotion").click();
        page.getByLabel("Name").fill("Cellar Crop on the balcony");
        page.getByLabel("Slug").fill(slug);
        inOrder(page);
        button(page, "Start the promotion").click();
        assertThat(page.getByRole(AriaRole.HEADING, new Page.GetByRoleOptions().setLevel(1)))
                .hasText("Cellar Crop on the balcony");
    }

    private void writeAndPublish(Page page) {
        link(page, "Redirect page").click();
        page.locator("[name=pixel]").check();
        assertThat(page.locator("#state")).containsText("draft differs from what visitors see");
        button(page, "Publish").click();
        assertThat(page.getByRole(AriaRole.STATUS).first()).containsText("Published. Pixels that fire: 1 instead of 0");
        inOrder(page);

        page.locator("[data-slim] > details > summary").click();
        page.locator(".opened svg.trail a[href*='/pages/']").first().click();
        assertThat(page.locator("#judged")).containsText("above the fold on a phone");
        page.getByLabel("Headline", new Page.GetByLabelOptions().setExact(true)).fill("");
        assertThat(page.locator("#judged")).containsText("The page has no headline");
        button(page, "Publish").click();
        assertThat(page.getByRole(AriaRole.ALERT)).containsText("The page has no headline");
        page.getByLabel("Headline", new Page.GetByLabelOptions().setExact(true))
                .fill("Pick your first oyster mushrooms in six weeks");
        page.getByLabel("Sub-headline", new Page.GetByLabelOptions().setExact(true))
                .fill("A cool corner, a bucket and coffee grounds are enough");
        page.getByLabel("Benefit 1").fill("What to buy for under twenty euros");
        page.getByLabel("Benefit 2").fill("A calendar from spores to pan");
        page.getByLabel("Button", new Page.GetByLabelOptions().setExact(true)).fill("Show me the course");
        assertThat(page.frameLocator("iframe[data-screen=PHONE]")
                        .getByRole(AriaRole.HEADING)
                        .first())
                .hasText("Pick your first oyster mushrooms in six weeks");
        page.getByLabel("Add to the page").fill("Picture");
        page.getByLabel("Add to the page").press("Enter");
        page.getByLabel("Put a file on the shelf for Picture")
                .setInputFiles(Path.of("src/main/resources/demo/oyster-bucket.jpg"));
        assertThat(page.locator("select.file")).hasValue(Pattern.compile(".*\\.jpg"));
        page.getByLabel("What it shows", new Page.GetByLabelOptions().setExact(true))
                .fill("Oyster mushrooms growing out of a bucket");
        assertThat(page.frameLocator("iframe[data-screen=PHONE]")
                        .getByAltText("Oyster mushrooms growing out of a bucket"))
                .isVisible();
        page.locator("#settings summary").click();
        page.locator("#settings [name=pixel]").check();
        assertThat(page.locator("#judged")).containsText("Nothing stands against publishing");
        button(page, "Publish").click();
        assertThat(page.getByRole(AriaRole.STATUS).first()).containsText("The page goes public for the first time.");
        inOrder(page);
    }

    private String makeLink(Page page) {
        page.locator("[data-slim] > details > summary").click();
        page.locator(".opened svg.trail a[href$='/links']").first().click();
        page.getByLabel("Source").fill("plumage");
        page.getByLabel("Medium").fill("paid-social");
        page.getByLabel("Campaign").fill("spring-balcony");
        page.getByLabel("Content (optional)").fill("video-1");
        assertThat(page.locator("#apart")).containsText("utm_campaign=spring-balcony");
        button(page, "Make the link").click();
        inOrder(page);
        return page.locator("table.links [data-text]").first().getAttribute("data-text");
    }

    private static void arrivedAtTheOffer(Page visitor) {
        visitor.waitForURL(Pattern.compile(".*/lanternfish/buy/cellar-crop.*"));
        assertThat(button(visitor, "Buy the course")).isVisible();
    }

    /** The stranger goes from the link to the offer and buys; gives the parameters the offer page received. */
    private String walkAndBuy(Page visitor, String address) {
        visitor.navigate(address);
        assertThat(visitor.getByRole(AriaRole.HEADING, new Page.GetByRoleOptions().setLevel(1)))
                .hasText("Pick your first oyster mushrooms in six weeks");
        assertThat(visitor.getByRole(AriaRole.IMG)).hasAttribute("width", "1200");
        assertThat(visitor.locator("footer")).containsText("12 Spawn Lane");
        link(visitor, "Show me the course").click();
        arrivedAtTheOffer(visitor);
        String received = visitor.locator("table").innerText();
        button(visitor, "Buy the course").click();
        assertThat(visitor.locator("#order")).containsText("LF-");
        return received;
    }

    @Test
    void fromAnEmptyWorkspaceToTheFirstSale() {
        Page page = signingIn();
        fillFooter(page);
        noteOffer(page);
        givePostbackToNetwork(page);
        enterPixel(page);
        String slug = "story-" + System.nanoTime();
        startPromotion(page, slug);
        String trail = page.url();
        writeAndPublish(page);
        String address = makeLink(page);

        Page visitor = stranger.newPage();
        String received = walkAndBuy(visitor, address);
        String click = sql.sql("select id::text from click where workspace_id = ?")
                .param(stage.id().value())
                .query(String.class)
                .single();
        String clickId = dev.wilyferret.core.id.ShortId.of(java.util.UUID.fromString(click));
        assertThat(received).contains("growbench", clickId, "plumage");

        Page platform = owner.newPage();
        platform.navigate(rangeAddress + "/plumage");
        Locator told = platform.locator("tbody tr").filter(new Locator.FilterOptions().setHasText("/" + slug + "/"));
        assertThat(told).hasCount(2);
        assertThat(told.filter(new Locator.FilterOptions().setHasText("PageView")))
                .containsText("/" + slug + "/start");
        assertThat(told.filter(new Locator.FilterOptions().setHasText("Lead"))).containsText("/" + slug + "/on");

        followed();
        page.navigate(trail);
        for (String station : List.of("traffic", "filter", "page", "redirect", "offer", "sales")) {
            assertThat(figure(page, station)).hasText("1");
        }
        inOrder(page);
        figure(page, "sales").click();
        assertThat(page.locator("table tbody tr")).hasCount(1);
        inOrder(page);
        page.locator("table tbody tr a").first().click();
        assertThat(page.locator("ol")).containsText("Clicked the link");
        assertThat(page.locator("ol")).containsText("Saw Bridge page");
        assertThat(page.locator("ol")).containsText("Plumage: lead ✓ answered");
        assertThat(page.locator("ol")).containsText("Was sent on to ");
        assertThat(page.locator("ol")).containsText("commission 27.50 EUR");
        inOrder(page);

        button(page, "Take out").click();
        page.navigate(trail);
        assertThat(figure(page, "filter")).hasText("0");
        link(page, "Pixels").click();
        assertThat(page.locator("main")).containsText("last seen just now, 2 in 24 h");
        inOrder(page);
    }

    @Test
    void aPlatformThatIsSlowOrDownDelaysNobodyPastTheSetTime() {
        Scenario.Trail trail = scenario.trail("http://127.0.0.1:9/px{?id,event}", 600, rangeAddress + "/lanternfish");
        Page visitor = stranger.newPage();
        visitor.navigate(installation.siteAddress() + trail.redirectPath());
        arrivedAtTheOffer(visitor);

        visitor.route("**/px?id=**", route -> {});
        visitor.navigate(
                installation.siteAddress() + trail.bridgePath(),
                new Page.NavigateOptions().setWaitUntil(com.microsoft.playwright.options.WaitUntilState.COMMIT));
        link(visitor, "Show me the course").click();
        arrivedAtTheOffer(visitor);
        Awaitility.await()
                .atMost(Duration.ofSeconds(5))
                .untilAsserted(() -> assertThat(sql.sql(
                                        "select pixel_answer from site_event where workspace_id = ? and pixel_event = 'LEAD' order by at")
                                .param(trail.workspace().value())
                                .query(String.class)
                                .list())
                        .containsExactly("FAILED", "NO_ANSWER_IN_TIME"));
        int waited = sql.sql(
                        "select took_ms from site_event where workspace_id = ? and pixel_answer = 'NO_ANSWER_IN_TIME' and pixel_event = 'LEAD'")
                .param(trail.workspace().value())
                .query(Integer.class)
                .single();
        assertThat(waited).isBetween(600, 900);
    }

    @Test
    void backFromTheOfferLeadsToTheBridgePageAndTrapsNobody() {
        for (boolean script : new boolean[] {true, false}) {
            Scenario.Trail trail = scenario.trail(
                    rangeAddress + "/plumage/px{?id,event,eid,page}", 1000, rangeAddress + "/lanternfish");
            try (BrowserContext context = stranger(script)) {
                Page visitor = context.newPage();
                visitor.navigate(installation.siteAddress() + trail.link().path());
                link(visitor, "Show me the course").click();
                arrivedAtTheOffer(visitor);
                visitor.goBack();
                assertThat(visitor.url()).as("after Back, script " + script).contains(trail.bridgePath());
                visitor.waitForTimeout(1500);
                assertThat(visitor.url()).contains(trail.bridgePath());
                String answers = String.join(
                        " ",
                        sql.sql("select pixel_answer from site_event where workspace_id = ? and pixel_event = 'LEAD'")
                                .param(trail.workspace().value())
                                .query(String.class)
                                .list());
                assertThat(answers).isEqualTo(script ? "ANSWERED" : "ASKED_WITHOUT_SCRIPT");
            }
        }
    }

    @Test
    void thisBrowserIsMine() {
        Scenario.Trail trail = scenario.trail(rangeAddress + "/plumage/px{?id,event,eid,page}", 1000);
        stage = trail.stage();
        Page page = signedIn();
        link(page, "Settings").click();
        button(page, "This browser is mine").click();
        assertThat(page.locator("#own-browsers")).containsText("on Linux");
        page.navigate(installation.siteAddress() + trail.link().path());
        page.navigate(installation.consoleAddress() + "/promotions/"
                + trail.promotion().id() + "/filter");
        assertThat(page.locator("tbody tr")).hasCount(1);
        assertThat(page.locator("tbody tr")).containsText("own");
        inOrder(page);
        button(page, "Put back").click();
        assertThat(page.locator("main")).containsText("None in this period.");
        page.locator("nav[aria-label=Standing] a")
                .filter(new Locator.FilterOptions().setHasText("Counted"))
                .click();
        button(page, "Take out").click();
        page.locator("nav[aria-label=Standing] a")
                .filter(new Locator.FilterOptions().setHasText("Taken out"))
                .click();
        assertThat(page.locator("tbody tr")).hasCount(1);
    }
}
