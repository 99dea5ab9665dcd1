package dev.wilyferret.app.story;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.FrameLocator;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.FilePayload;
import com.microsoft.playwright.options.WaitUntilState;
import dev.wilyferret.app.kit.BrowserTest;
import dev.wilyferret.app.kit.Scenario;
import dev.wilyferret.app.pages.Pages;
import dev.wilyferret.core.design.StartingDesign;
import dev.wilyferret.core.page.Block;
import dev.wilyferret.core.page.NextStep;
import dev.wilyferret.core.page.Placed;
import dev.wilyferret.core.page.RichText;
import java.awt.Color;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Random;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.regex.Pattern;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.beans.factory.annotation.Autowired;

/** Working at the page bench as its user does. */
class PageBenchStory extends BrowserTest {

    @Autowired
    private Pages pages;

    private Scenario.Trail trail;

    @BeforeEach
    void begin() {
        trail = scenario.trail();
        stage = trail.stage();
    }

    private Page bench() {
        return bench(signedIn());
    }

    private Page bench(Page page) {
        awaitSent(page);
        page.navigate(installation.consoleAddress() + "/promotions/"
                + trail.promotion().id() + "/pages/" + trail.bridge().id());
        assertThat(page.locator(".folds li")).hasCount(2);
        return page;
    }

    /** Until a browser would let one leave without asking; what is on its way then would be done behind the next page's back. */
    private static void awaitSent(Page page) {
        page.waitForFunction("() => window.dispatchEvent(new Event('beforeunload', { cancelable: true }))");
    }

    private static FrameLocator live(Page page) {
        return page.frameLocator("iframe[data-screen=PHONE]");
    }

    private static Locator headline(FrameLocator live) {
        return live.getByRole(AriaRole.HEADING, new FrameLocator.GetByRoleOptions().setLevel(1));
    }

    private static void add(Page page, String what) {
        page.getByLabel("Add to the page").fill(what);
        page.getByLabel("Add to the page").press("Enter");
    }

    private static void saved(Page page, Locator typed, String words) {
        page.waitForResponse(Pattern.compile(".*/blocks/.*"), () -> typed.fill(words));
    }

    private Page open(BrowserContext stranger, String path) {
        Page visitor = stranger.newPage();
        visitor.navigate(installation.siteAddress() + path);
        return visitor;
    }

    private static List<String> kinds(Page page) {
        return page.locator("li.line > .rail .kind").allInnerTexts();
    }

    @Test
    void aSqueezePageIsWrittenPublishedAndBringsALead() {
        Page page = signedIn();
        page.navigate(installation.consoleAddress() + "/promotions/"
                + trail.promotion().id() + "/pages");
        inOrder(page);
        button(page, "Begin with Squeeze page").click();
        assertThat(page.locator("#judged")).containsText("opt-in form");
        field(page, "Headline").fill("Free: when to pick");
        assertThat(headline(live(page))).hasText("Free: when to pick");
        add(page, "Picture");
        page.getByLabel("Put a file on the shelf for Picture")
                .setInputFiles(Path.of("src/main/resources/demo/oyster-bucket.jpg"));
        assertThat(page.locator("select.file")).hasValue(Pattern.compile(".*\\.jpg"));
        field(page, "What it shows").fill("A bucket of mushrooms");
        page.locator("#look summary").click();
        field(page, "Buttons").first().fill("#8a2f52");
        assertThat(live(page).locator("form .button")).hasCSS("background-color", "rgb(138, 47, 82)");
        inOrder(page);
        button(page, "Publish").click();
        assertThat(page.getByRole(AriaRole.STATUS).first()).containsText("The page goes public for the first time.");
        String path = "/" + trail.promotion().slug() + "/calendar";
        scenario.awaitLive(path, 200);
        try (BrowserContext stranger = stranger(true)) {
            Page visitor = open(stranger, path);
            accessible(visitor);
            visitor.getByLabel("E-mail address").fill("ines at kelderhoek");
            button(visitor, "Send me the calendar").click();
            assertThat(visitor.getByRole(AriaRole.ALERT)).containsText("does not look like an e-mail address");
            assertThat(visitor.getByLabel("E-mail address")).hasValue("ines at kelderhoek");
            visitor.getByLabel("E-mail address").fill("ines@kelderhoek.example");
            button(visitor, "Send me the calendar").click();
            assertThat(visitor.getByRole(AriaRole.STATUS)).containsText("Thank you");
        }
        page.navigate(installation.consoleAddress() + "/promotions/"
                + trail.promotion().id() + "/leads");
        assertThat(page.locator("tbody tr")).containsText("ines@kelderhoek.example");
        inOrder(page);
    }

    @Test
    void everyStepIsUndoneAndRedoneAcrossAReload() {
        Page page = bench();
        List<String> before = kinds(page);
        saved(page, field(page, "Headline"), "Another headline");
        add(page, "Divider");
        assertThat(page.locator("li.line > .rail .kind")).hasCount(before.size() + 1);
        page.locator("li.line").last().getByLabel("Move up").click();
        assertThat(page.locator("li.line > .rail .kind").nth(before.size() - 1)).hasText("Divider");
        bench(page);
        button(page, "Undo").click();
        assertThat(page.locator("li.line > .rail .kind").last()).hasText("Divider");
        button(page, "Undo").click();
        assertThat(page.locator("li.line > .rail .kind")).hasCount(before.size());
        button(page, "Undo").click();
        assertThat(field(page, "Headline")).hasValue("Pick your first oyster mushrooms");
        assertThat(headline(live(page))).hasText("Pick your first oyster mushrooms");
        bench(page);
        button(page, "Redo").click();
        assertThat(field(page, "Headline")).hasValue("Another headline");
    }

    /** What is pressed slowly stays under the pointer: the page beside it moves, the bench does not. */
    @Test
    void aLineThatIsPressedStaysUnderThePointer() {
        Page page = bench();
        Locator last = page.locator("li.line").last();
        last.scrollIntoViewIfNeeded();
        Object before = page.evaluate("scrollY");
        last.locator("textarea").first().evaluate("field => field.focus({preventScroll: true})");
        assertThat(live(page).locator("[data-block=disclosure]")).hasAttribute("style", Pattern.compile("outline.*"));
        assertThat(page.evaluate(
                        "new Promise(done => requestAnimationFrame(() => requestAnimationFrame(() => done(scrollY))))"))
                .isEqualTo(before);
    }

    @Test
    void wordsTypedWhileTheSheetIsOnItsWayAreNotLost() {
        Page page = bench();
        page.route("**/blocks/benefits/drop*", route -> {
            var answer = route.fetch();
            field(page, "Headline").fill("Typed in the meantime");
            page.getByLabel("Add to the page").fill("Half a para");
            field(page, "Benefit 1").fill("Words of a line that goes");
            route.fulfill(new com.microsoft.playwright.Route.FulfillOptions().setResponse(answer));
        });
        page.locator("#line-benefits").getByLabel("Drop this").click();
        assertThat(page.locator("#line-benefits")).hasCount(0);
        assertThat(page.locator("#homeless")).containsText("Words of a line that goes");
        assertThat(field(page, "Headline")).hasValue("Typed in the meantime");
        assertThat(page.getByLabel("Add to the page")).hasValue("Half a para");
        assertThat(headline(live(page))).hasText("Typed in the meantime");
        bench(page);
        assertThat(field(page, "Headline")).hasValue("Typed in the meantime");
    }

    @Test
    void refusedWordsStayInTheirLineWhenTheSheetChanges() {
        Page page = bench();
        saved(page, field(page, "Headline"), "x".repeat(201));
        assertThat(page.locator("#line-headline")).containsText("at most 200");
        // Once the new sheet is there, what is sent again is not answered: the reason is the one that stood there.
        page.route("**/add", route -> {
            page.route("**/blocks/headline", unanswered -> {});
            route.resume();
        });
        add(page, "Divider");
        assertThat(page.locator("li.line > .rail .kind").last()).hasText("Divider");
        assertThat(field(page, "Headline")).hasValue("x".repeat(201));
        assertThat(page.locator("#line-headline")).containsText("at most 200");
    }

    /** Answers come late, each by another time, so that they overtake one another; what a slow machine does, and worse. */
    private static String lateAnswers(long seed) {
        return """
                (function () {
                  let state = %d;
                  const late = () => { state = (state * 1103515245 + 12345) %% 2147483648; return state / 2147483648 * 350; };
                  const send = XMLHttpRequest.prototype.send;
                  XMLHttpRequest.prototype.send = function (body) {
                    const heard = this.onload;
                    this.onload = event => setTimeout(() => heard.call(this, event), late());
                    send.call(this, body);
                  };
                  const fetched = window.fetch;
                  window.fetch = (...all) => fetched(...all).then(answer => new Promise(done => setTimeout(() => done(answer), late())));
                })();
                """.formatted(seed);
    }

    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3})
    void whateverTheOrderOfAnswersWordsAndReasonsStay(long seed) {
        owner.addInitScript(lateAnswers(seed));
        Page page = bench();
        Random random = new Random(seed);
        String headline = "x".repeat(201);
        field(page, "Headline").fill(headline);
        String kept = "";
        for (int round = 0; round < 8; round++) {
            switch (random.nextInt(5)) {
                case 0 -> add(page, "Divider");
                case 1 -> page.locator("li.line").last().getByLabel("Copy this").click();
                case 2 -> page.locator("li.line").last().getByLabel("Move up").click();
                case 3 -> {
                    headline = "y".repeat(201 + round);
                    field(page, "Headline").fill(headline);
                }
                default -> page.getByLabel("Public title").evaluate("field => field.closest('details').open = true");
            }
            kept = "Benefit of round " + round;
            field(page, "Benefit 1").fill(kept);
            if (random.nextBoolean()) {
                page.waitForTimeout(random.nextInt(120));
            }
        }
        assertThat(page.locator("#line-headline")).containsText("at most 200");
        assertThat(field(page, "Headline")).hasValue(headline);
        assertThat(field(page, "Benefit 1")).hasValue(kept);
        assertThat(page.locator("#homeless")).isEmpty();
        assertThat(live(page).locator("body")).containsText(kept);
        // Once the headline is mended, nothing is left to say.
        field(page, "Headline").fill("Mended " + seed);
        assertThat(headline(live(page))).hasText("Mended " + seed);
        assertThat(page.locator("#line-headline .msg").first()).isEmpty();
        bench(page);
        assertThat(field(page, "Headline")).hasValue("Mended " + seed);
        assertThat(field(page, "Benefit 1")).hasValue(kept);
    }

    @Test
    void whatIsTypedBeforeTheScriptsAreThereIsKeptToo() {
        Page page = signedIn();
        List<Runnable> held = new CopyOnWriteArrayList<>();
        page.route("**/assets/*.js", script -> held.add(script::resume));
        page.navigate(
                installation.consoleAddress() + "/promotions/"
                        + trail.promotion().id() + "/pages/" + trail.bridge().id(),
                new Page.NavigateOptions().setWaitUntil(WaitUntilState.COMMIT));
        field(page, "Headline").fill("Typed early");
        field(page, "Benefit 1").fill("Early as well");
        page.locator("#settings summary").click();
        page.getByLabel("Public title").fill("An early title");
        page.unroute("**/assets/*.js");
        page.waitForResponse("**/settings", () -> held.forEach(Runnable::run));
        assertThat(headline(live(page))).hasText("Typed early");
        assertThat(live(page).locator("body")).containsText("Early as well");
        bench(page);
        assertThat(field(page, "Headline")).hasValue("Typed early");
        assertThat(field(page, "Benefit 1")).hasValue("Early as well");
        assertThat(page.getByLabel("Public title")).hasValue("An early title");
    }

    @Test
    void whatIsTypedJustBeforePublishingIsPublished() {
        owner.addInitScript(LATE_EDITS);
        Page page = bench();
        field(page, "Headline").fill("Typed in the last moment");
        button(page, "Publish").click();
        assertThat(page.getByRole(AriaRole.STATUS).first()).containsText("Published.");
        assertThat(field(page, "Headline")).hasValue("Typed in the last moment");
        try (BrowserContext stranger = stranger(true)) {
            assertThat(open(stranger, trail.bridgePath())
                            .getByRole(AriaRole.HEADING)
                            .first())
                    .hasText("Typed in the last moment");
        }
    }

    @Test
    void nothingLeadsAwayFromWordsThatAreRefused() {
        owner.addInitScript(LATE_EDITS);
        Page page = bench();
        String tooLong = "x".repeat(201);
        field(page, "Headline").fill(tooLong);
        button(page, "Publish").click();
        assertThat(page.locator("#kept-line")).containsText("not kept yet");
        assertThat(field(page, "Headline")).isFocused();
        assertThat(field(page, "Headline")).hasValue(tooLong);
        field(page, "Headline").fill("Short enough");
        link(page, "Shelf").click();
        page.waitForURL("**/shelf");
        bench(page);
        assertThat(field(page, "Headline")).hasValue("Short enough");
    }

    @Test
    void aRedirectPageIsPublishedWithWhatWasJustTyped() {
        owner.addInitScript(LATE_EDITS);
        Page page = signedIn();
        page.navigate(installation.consoleAddress() + "/promotions/"
                + trail.promotion().id() + "/redirect");
        page.getByLabel("Public title").fill("Typed in the last moment");
        button(page, "Publish").click();
        assertThat(page.getByRole(AriaRole.STATUS).first()).containsText("Published.");
        assertThat(page.getByLabel("Public title")).hasValue("Typed in the last moment");
        assertThat(page.locator("#state")).containsText("draft and public page are the same");
    }

    @Test
    void aQuestionMarkListsTheShortcuts() {
        Page page = bench();
        page.keyboard().press("?");
        assertThat(page.getByRole(AriaRole.DIALOG)).containsText("takes the last step back");
        accessible(page);
        page.keyboard().press("Escape");
        assertThat(page.getByRole(AriaRole.DIALOG)).hasCount(0);
        field(page, "Headline").press("?");
        assertThat(page.getByRole(AriaRole.DIALOG)).hasCount(0);
    }

    @Test
    void theLaterOfTwoTabsIsToldAndShownTheDifference() {
        Page first = bench();
        Page second = bench(owner.newPage());
        saved(first, field(first, "Headline"), "From the first tab");
        saved(second, field(second, "Sub-headline"), "From the second tab");
        assertThat(second.locator("#state")).containsText("changed elsewhere");
        assertThat(second.locator("#state"))
                .containsText("Sub-headline: “From the second tab” instead of “Without a garden”.");
        accessible(second);
        button(second, "Keep mine all the same").click();
        assertThat(field(second, "Headline")).hasValue("From the first tab");
        assertThat(field(second, "Sub-headline")).hasValue("From the second tab");
    }

    @Test
    void aClickInThePageLandsInItsLineAndBack() {
        Page page = bench();
        live(page).getByText("Cheap").click();
        assertThat(page.locator("#line-benefits input[name=line]").first()).isFocused();
        field(page, "Affiliate disclosure").focus();
        assertThat(live(page).locator("[data-block=disclosure]")).hasCSS("outline-style", "solid");
    }

    @Test
    void aQuizAsksOneQuestionAtATimeAndWithoutScriptAllOfThem() {
        NextStep on = new NextStep.ToPage(trail.redirect().id());
        scenario.write(
                trail.bridge(),
                Scenario.content(
                        Placed.of("h", new Block.Headline("Which mushroom?")),
                        Placed.of(
                                "z",
                                new Block.Quiz("Show me", on),
                                Placed.of(
                                        "z1",
                                        new Block.Question(
                                                "Where?",
                                                List.of(
                                                        new Block.Answer("Balcony", new NextStep.NotChosen()),
                                                        new Block.Answer("Nowhere", new NextStep.ToOffer())))),
                                Placed.of(
                                        "z2",
                                        new Block.Question(
                                                "How cool?",
                                                List.of(
                                                        new Block.Answer("Cool", new NextStep.NotChosen()),
                                                        new Block.Answer("Warm", new NextStep.NotChosen()))))),
                        Placed.of("d", new Block.Disclosure("I earn a commission."))));
        org.awaitility.Awaitility.await()
                .until(() -> guest().get(trail.bridgePath()).body().contains("Which mushroom?"));
        for (boolean script : new boolean[] {true, false}) {
            try (BrowserContext stranger = stranger(script)) {
                Page visitor = open(stranger, trail.bridgePath());
                if (script) {
                    assertThat(visitor.getByText("How cool?")).isHidden();
                    accessible(visitor);
                }
                visitor.getByLabel("Balcony").check();
                ledToTheOffer(visitor, () -> {
                    visitor.getByLabel("Cool").click();
                    if (!script) {
                        button(visitor, "Show me").click();
                    }
                });
                assertThat(sql.sql(
                                        "select count(*) from site_event where workspace_id = ? and page_id = ? and kind = 'WENT_ON'")
                                .params(
                                        trail.workspace().value(),
                                        trail.redirect().id().value())
                                .query(Long.class)
                                .single())
                        .isEqualTo(script ? 1 : 2);
            }
        }
        try (BrowserContext stranger = stranger(true)) {
            Page visitor = open(stranger, trail.bridgePath());
            ledToTheOffer(visitor, () -> visitor.getByLabel("Nowhere").click());
        }
    }

    /** The merchant is nowhere; their browser asks for it all the same. */
    private static void ledToTheOffer(Page visitor, Runnable answer) {
        visitor.waitForRequest(
                request -> request.isNavigationRequest() && request.url().startsWith("https://lanternfish.test/buy/"),
                answer);
    }

    private static byte[] offerPicture() {
        BufferedImage image = new BufferedImage(400, 300, BufferedImage.TYPE_INT_RGB);
        var graphics = image.createGraphics();
        graphics.setColor(Color.WHITE);
        graphics.fillRect(0, 0, 400, 300);
        graphics.setColor(new Color(0xB4, 0x32, 0x1E));
        graphics.fillRect(0, 0, 400, 110);
        graphics.dispose();
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try {
            ImageIO.write(image, "png", out);
        } catch (IOException e) {
            throw new java.io.UncheckedIOException(e);
        }
        return out.toByteArray();
    }

    @Test
    void coloursAreTakenFromThePictureOfAnOffer() {
        Page page = bench();
        page.locator("#match summary").click();
        page.getByLabel("Picture of the offer's page")
                .setInputFiles(new FilePayload("offer.png", "image/png", offerPicture()));
        assertThat(page.locator(".swatch").first()).isVisible();
        assertThat(page.locator(".swatch").count()).isGreaterThanOrEqualTo(2);
        inOrder(page);
        page.getByLabel("Try palette 1").click();
        Locator go = live(page).locator("a.button").first();
        assertThat(go).not().hasCSS("background-color", "rgb(44, 106, 63)");
        String colour = (String) go.evaluate("button => getComputedStyle(button).backgroundColor");
        var parts = Pattern.compile("rgb\\((\\d+), (\\d+), (\\d+)\\)").matcher(colour);
        assertThat(parts.matches()).isTrue();
        assertThat(Integer.parseInt(parts.group(1)))
                .as("red of " + colour)
                .isGreaterThan(Integer.parseInt(parts.group(2)) + 40);
        assertThat(page.locator("#judged")).not().containsText("contrast");
        page.getByLabel("Picture of the offer's page")
                .setInputFiles(new FilePayload(
                        "offer.png", "image/png", "no picture".getBytes(java.nio.charset.StandardCharsets.UTF_8)));
        assertThat(page.locator("#proposals")).containsText("That file is no picture");
    }

    @Test
    void thePhonesFoldIsMeasuredInTheLivePage() {
        Page page = bench();
        assertThat(page.locator("#judged"))
                .containsText("Headline, sub-headline and button are above the fold on a phone.");
        String long_ = "Words that push the button down. ".repeat(60);
        page.locator("#line-sub").getByLabel("Add after this").click();
        add(page, long_);
        assertThat(page.locator("#judged")).containsText("button is not.");
        assertThat(page.locator("#judged")).containsText("On a phone the call to action is below the fold.");
        button(page, "Undo").click();
        assertThat(page.locator("#judged")).not().containsText("below the fold");
    }

    @Test
    void aBadPageIsMendedFindingByFindingUntilItPublishes() {
        pages.edit(
                trail.workspace(),
                trail.bridge().id(),
                pages.find(trail.workspace(), trail.bridge().id()).orElseThrow().revision(),
                "bad",
                page -> Scenario.content(
                                Placed.of("h", new Block.Headline("")),
                                Placed.of("t", new Block.Text(new RichText("Grow in {{city}}"))),
                                Placed.of("b", new Block.Button("", new NextStep.NotChosen())),
                                Placed.of("p", new Block.Picture("", "", false)))
                        .with(new dev.wilyferret.core.page.PageSettings("", "", "", "", "en", true, false, "", "")));
        Page page = bench();
        button(page, "Publish").click();
        assertThat(page.getByRole(AriaRole.ALERT)).containsText("Not published yet");
        accessible(page);
        Locator stops = page.locator(".readiness li.stops");
        assertThat(stops).hasCount(6);

        field(page, "Headline").fill("Grow at home");
        assertThat(stops).hasCount(5);
        page.locator(".readiness a")
                .filter(new Locator.FilterOptions().setHasText("{{city}}"))
                .click();
        assertThat(page.locator("#in-t-text")).isFocused();
        page.locator("#in-t-text").fill("Grow in {{city|your town}}");
        assertThat(stops).hasCount(4);
        page.locator("#in-b-words").fill("Show me");
        assertThat(stops).hasCount(3);
        page.locator("#in-b-next").selectOption("offer");
        assertThat(page.locator(".readiness")).containsText("affiliate link without saying so");
        add(page, "Affiliate disclosure");
        assertThat(stops).hasCount(2);
        page.locator("#line-p").hover();
        page.locator("#line-p")
                .getByText("Hide", new Locator.GetByTextOptions().setExact(true))
                .click();
        assertThat(stops).hasCount(1);
        page.locator(".readiness a")
                .filter(new Locator.FilterOptions().setHasText("public title"))
                .click();
        assertThat(field(page, "Public title")).isFocused();
        field(page, "Public title").fill("Grow at home");
        assertThat(stops).hasCount(0);
        button(page, "Publish").click();
        assertThat(page.getByRole(AriaRole.STATUS).first()).containsText("Published.");
    }

    @Test
    void headlineIdeasAndTheAdsWordsHelpToWrite() {
        Page page = bench();
        page.locator("#helper summary").click();
        field(page, "What do they want to do?").fill("pick mushrooms at home");
        field(page, "What would they rather do without?").fill("a garden");
        Locator idea = page.locator("#ideas li")
                .filter(new Locator.FilterOptions().setHasText("without a garden"))
                .first();
        assertThat(idea).containsText("Pick mushrooms at home – without a garden");
        assertThat(idea).containsText("lines on a phone");
        field(page, "The ad's words").fill("Mushrooms at home in six weeks");
        assertThat(page.locator("#carried")).containsText("Missing: home, six, weeks");
        inOrder(page);
        idea.getByText("Use it").click();
        assertThat(headline(live(page))).hasText("Pick mushrooms at home – without a garden");
        field(page, "The ad's words").fill("Mushrooms at home, in six weeks");
        assertThat(page.locator("#carried")).containsText("50.0 %");
    }

    @Test
    void aPastVersionIsComparedBroughtBackAndTakenAlong() throws IOException {
        Page page = bench();
        saved(page, field(page, "Headline"), "The second headline");
        link(page, "Beside public").click();
        assertThat(page.locator("main")).containsText("Headline: “The second headline” instead of");
        assertThat(page.frameLocator("iframe[title='The page as published']").locator("h1"))
                .hasText("Pick your first oyster mushrooms");
        assertThat(page.frameLocator("iframe[title='The page as drafted']").locator("h1"))
                .hasText("The second headline");
        inOrder(page);
        bench(page);
        button(page, "Publish").click();
        page.locator("#versions summary").click();
        assertThat(page.locator(".versions li").first()).containsText("Headline: “The second headline” instead of");
        page.locator(".versions > li").last().getByText("Bring back").click();
        assertThat(field(page, "Headline")).hasValue("Pick your first oyster mushrooms");
        var zip = page.waitForDownload(
                () -> link(page, "Take the page along as a ZIP").click());
        try (var files = new java.util.zip.ZipFile(zip.path().toFile())) {
            String html = new String(
                    files.getInputStream(files.getEntry("index.html")).readAllBytes(),
                    java.nio.charset.StandardCharsets.UTF_8);
            assertThat(html).contains("Pick your first oyster mushrooms");
        }
    }

    @Test
    void aLineIsDraggedToItsPlace() {
        Page page = bench();
        page.locator("#line-benefits .grip")
                .dragTo(page.locator("#line-headline"), new Locator.DragToOptions().setTargetPosition(40, 4));
        assertThat(page.locator("li.line > .rail .kind").first()).hasText("Benefit list");
        button(page, "Undo").click();
        assertThat(page.locator("li.line > .rail .kind").first()).hasText("Headline");
        field(page, "Sub-headline").press("Alt+ArrowUp");
        assertThat(page.locator("li.line > .rail .kind").first()).hasText("Sub-headline");
    }

    @Test
    void aPopUpOpensAndClosesWithAndWithoutScript() {
        scenario.write(
                trail.bridge(),
                Scenario.content(
                        Placed.of("h", new Block.Headline("Fresh words")),
                        Placed.of(
                                "b",
                                new Block.Button(
                                        "Tell me more",
                                        new NextStep.OpenPopUp(new dev.wilyferret.core.page.BlockId("p")))),
                        Placed.of(
                                "p",
                                new Block.PopUp("More"),
                                Placed.of("x", new Block.SubHeadline("Inside the dialog"))),
                        Placed.of("d", new Block.Disclosure("I earn a commission."))));
        org.awaitility.Awaitility.await()
                .until(() -> guest().get(trail.bridgePath()).body().contains("Fresh words"));
        for (boolean script : new boolean[] {true, false}) {
            try (BrowserContext stranger = stranger(script)) {
                Page visitor = open(stranger, trail.bridgePath());
                assertThat(visitor.getByText("Inside the dialog")).isHidden();
                link(visitor, "Tell me more").click();
                assertThat(visitor.getByText("Inside the dialog")).isVisible();
                if (script) {
                    accessible(visitor);
                }
                link(visitor, "Close").click();
                assertThat(visitor.getByText("Inside the dialog")).isHidden();
            }
        }
    }

    static List<StartingDesign> designs() {
        return StartingDesign.all();
    }

    @ParameterizedTest
    @MethodSource("designs")
    void everyStartingDesignIsAccessibleAndFitsAPhone(StartingDesign design) {
        try (BrowserContext stranger = stranger(true)) {
            Page visitor = stranger.newPage();
            visitor.navigate(installation.siteAddress() + "/design/" + design.key());
            inOrder(visitor);
        }
    }
}
