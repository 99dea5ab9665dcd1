package dev.wilyferret.app.story;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Browser;
import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.BrowserType;
import com.microsoft.playwright.Download;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Playwright;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.FilePayload;
import dev.wilyferret.app.kit.BrowserTest;
import dev.wilyferret.app.kit.PostBox;
import dev.wilyferret.app.kit.Scenario;
import dev.wilyferret.app.offers.Offer;
import dev.wilyferret.app.people.Joining;
import dev.wilyferret.app.people.Lists;
import dev.wilyferret.app.people.MailList;
import dev.wilyferret.app.people.People;
import dev.wilyferret.app.people.Subscriber;
import dev.wilyferret.app.results.Figures;
import dev.wilyferret.app.sales.Sale;
import dev.wilyferret.app.sales.Sales;
import dev.wilyferret.core.figures.Period;
import dev.wilyferret.core.figures.Station;
import dev.wilyferret.core.figures.Tally;
import dev.wilyferret.core.id.ClickId;
import dev.wilyferret.core.id.ListId;
import dev.wilyferret.core.page.Block;
import dev.wilyferret.core.page.FormField;
import dev.wilyferret.core.page.NextStep;
import dev.wilyferret.core.page.Placed;
import dev.wilyferret.core.people.EmailAddress;
import dev.wilyferret.core.sale.SaleChange;
import dev.wilyferret.core.sale.SaleState;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.regex.Pattern;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;

/** Growing a list, and what is given to those on it, as owner and subscriber see it. */
class GrowAListStory extends BrowserTest {

    private static int number;

    @Autowired
    private Lists lists;

    @Autowired
    private People people;

    @Autowired
    private Sales sales;

    private PostBox post;
    private String ines = "";

    @Autowired
    private Figures figures;

    @BeforeEach
    void begin() {
        post = postBox();
        stage = scenario.emptyWithLegal();
        ines = "ines" + ++number + "@kelderhoek.example";
    }

    private void at(Page page, String path) {
        page.navigate(installation.consoleAddress() + path);
    }

    private ListId list(boolean doubleOptIn, boolean buyers) {
        UUID id = lists.newId().value();
        lists.keep(
                stage.id(),
                new MailList(
                        new ListId(id),
                        buyers ? "Buyers" : "Calendar readers",
                        "Growbench",
                        "hello@growbench.example",
                        "",
                        doubleOptIn,
                        buyers,
                        Optional.empty(),
                        Optional.empty(),
                        Optional.empty()));
        return new ListId(id);
    }

    private Subscriber onList(ListId list) {
        return people.join(stage.id(), list, Joining.plain(new EmailAddress(ines), "Ines", "Okafor"));
    }

    /** Publishes a page of the promotion, which its bench has open. */
    private void publish(Page page, String name) {
        page.getByRole(AriaRole.NAVIGATION, new Page.GetByRoleOptions().setName("Pages of this promotion"))
                .getByText(name, new com.microsoft.playwright.Locator.GetByTextOptions().setExact(true))
                .click();
        assertThat(page.locator(".folds li")).hasCount(2);
        button(page, "Publish").click();
        assertThat(page.getByRole(AriaRole.STATUS).first()).containsText("Published");
    }

    @Test
    void fromNothingToASubscriberWhoHasTheGiftAndTwoMails() {
        Offer offer = scenario.offer(stage);
        Page page = signedIn();
        at(page, "/shelf");
        page.getByLabel("File")
                .setInputFiles(new FilePayload(
                        "calendar.pdf", "application/pdf", "%PDF-1.7 twelve weeks".getBytes(StandardCharsets.UTF_8)));
        button(page, "Put it on the shelf").click();
        at(page, "/promotions/new");
        page.getByLabel("Grow a list").check();
        page.getByLabel("Slug").fill("calendar-" + number);
        inOrder(page);
        button(page, "Start the promotion").click();
        assertThat(page.locator("svg.trail")).containsText("Download");
        assertThat(page.locator(".next")).containsText("Write your own words on the landing page");
        inOrder(page);
        page.locator("svg.trail")
                .getByRole(
                        AriaRole.LINK,
                        new Locator.GetByRoleOptions().setName("Download page").setExact(true))
                .click();
        assertThat(page.locator(".folds li")).hasCount(2);
        page.locator("#line-gift select.next-step")
                .selectOption(new com.microsoft.playwright.options.SelectOption().setLabel("hand out: calendar.pdf"));
        assertThat(page.locator("#judged")).not().containsText("leads nowhere");
        for (String name : List.of("Download page", "Thank-you page", "Check your inbox", "Squeeze page")) {
            publish(page, name);
        }
        at(page, "/people");
        inOrder(page);
        link(page, "Board").click();
        link(page, "Open the sequence").click();
        inOrder(page);
        for (int i = 0; i < 2; i++) {
            page.getByLabel("switched on").nth(i).check();
            button(page, "Keep").nth(i).click();
        }
        assertThat(page.getByLabel("switched on").nth(1)).isChecked();
        scenario.awaitLive("/calendar-" + number + "/calendar", 200);

        try (BrowserContext stranger = stranger(true)) {
            Page visitor = stranger.newPage();
            visitor.navigate(installation.siteAddress() + "/calendar-" + number);
            assertThat(visitor.locator("form")).containsText("You will get a mail with a link to confirm");
            visitor.getByLabel("E-mail address").fill(ines);
            button(visitor, "Send me the calendar").click();
            assertThat(visitor.getByRole(AriaRole.HEADING).first()).hasText("Look in your inbox now");
            post.await(ines, 1);
            openLetter(visitor, "Please confirm your address", "Yes, that is me");
            assertThat(visitor.getByRole(AriaRole.HEADING).first()).containsText("Thank you, and welcome");
            visitor.getByText("Open the calendar").click();
            Download gift = visitor.waitForDownload(
                    () -> visitor.getByText("Download the calendar").click());
            assertThat(gift.suggestedFilename()).isEqualTo("calendar.pdf");
            PostBox.Letter first = post.await(ines, 2);
            assertThat(first.subject()).isEqualTo("Here is your calendar");
            clock.pass(Duration.ofHours(2));
            openLetter(visitor, "Here is your calendar", "Open the calendar");
            assertThat(visitor.getByRole(AriaRole.HEADING).first()).hasText("Here is your calendar");
            bought(stranger, offer);
        }
        clock.pass(Duration.ofHours(23));
        assertThat(post.to(ines)).hasSize(2);
        clock.pass(Duration.ofMinutes(61));
        assertThat(post.await(ines, 3).subject()).isEqualTo("The mistake that rots most first tries");

        at(page, "/people");
        link(page, "Cellar Crop Course").click();
        link(page, ines).click();
        assertThat(page.locator("main")).containsText("The mistake that rots most first tries");
        assertThat(page.locator("main")).containsText("/calendar-" + number + "/download");
        inOrder(page);
        at(page, "/people/outbox");
        assertThat(page.locator("tbody tr")).hasCount(3);
        inOrder(page);
        followed();
        walkedThroughTheMailToTheSale(page);
        Set<Station> stations =
                Tally.sum(figures.of(stage.id(), Period.EVER).values()).stations();
        assertThat(stations)
                .as("all of it is told of the visit that brought her")
                .hasAtLeastOneElementOfType(Station.OptIn.class)
                .hasAtLeastOneElementOfType(Station.Confirmed.class)
                .hasAtLeastOneElementOfType(Station.File.class)
                .hasAtLeastOneElementOfType(Station.Mail.class);
    }

    /** The network reports a sale of the click that a browser is on. */
    private void bought(BrowserContext visitor, Offer offer) {
        String click = visitor.cookies().stream()
                .filter(cookie -> cookie.name.equals("wf_c"))
                .findFirst()
                .orElseThrow()
                .value
                .split("\\.")[0];
        assertThat(guest().get("/postback/" + offer.network().postbackKey() + "?secret="
                                + offer.network().secret() + "&click_id=" + click
                                + "&order_id=LF-31&status=approved&commission=27.50")
                        .statusCode())
                .isEqualTo(200);
    }

    /** From the board's sale to the one who bought, and all the way back to where she came from. */
    private void walkedThroughTheMailToTheSale(Page page) {
        at(page, "/");
        page.locator("article.row h3 a").first().click();
        page.locator("svg.trail a[href*='behind=sales'] .figure").click();
        page.locator("tbody tr a").first().click();
        Locator walked = page.locator("svg.trail .walked");
        for (String place : List.of("Squeeze", "Opt-in", "Confirmed", "Handed out", "Back by", "Sales")) {
            assertThat(walked.filter(new Locator.FilterOptions().setHasText(place)))
                    .hasCount(1);
        }
        assertThat(walked.filter(new Locator.FilterOptions().setHasText("Sales")))
                .containsText("+ 2 h");
        Locator steps = page.locator("main ol");
        assertThat(steps).containsText("Left an address on");
        assertThat(steps).containsText("Was handed calendar.pdf");
        assertThat(steps).containsText("Came back by a link in a mail");
        assertThat(steps).containsText("order LF-31");
        assertThat(page.locator("main")).containsText("This visitor came 2 times.");
        inOrder(page);
        link(page, "open this click").click();
        assertThat(page.locator("main ol")).containsText("order LF-31");
    }

    /** Finds a letter in the stand-in's inbox and presses a link in it. */
    private void openLetter(Page visitor, String subject, String words) {
        visitor.navigate(post.address() + "/post?to=" + ines);
        visitor.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName(subject))
                .first()
                .click();
        visitor.frameLocator("iframe").getByText(words).click();
        visitor.waitForURL(
                Pattern.compile(Pattern.quote(installation.siteAddress().toString()) + ".*"));
    }

    @Test
    void aSampleBringsWhatWasTypedJustBefore() {
        owner.addInitScript(LATE_EDITS);
        Subscriber one = onList(list(false, false));
        Page page = signedIn();
        at(page, "/people/lists/" + one.list() + "/sequence");
        button(page, "Write the first mail").click();
        page.getByLabel("Words").fill("Hello {{first_name|there}}, this is all for today.");
        page.getByLabel("Subject").fill("A last-moment hello");
        page.getByText("Send it to me").click();
        assertThat(page.getByLabel("Subject")).hasValue("A last-moment hello");
        PostBox.Letter sample = post.await(stage.email(), 1);
        assertThat(sample.headers().get("Subject")).contains("A last-moment hello");
    }

    @Test
    void aSubscriberLeavesWithOneClick() {
        Subscriber one = onList(list(false, false));
        Page page = signedIn();
        at(page, "/people/lists/" + one.list() + "/sequence");
        button(page, "Write the first mail").click();
        page.getByLabel("Subject").fill("A short hello");
        page.getByLabel("Words").fill("Hello {{first_name|there}}, this is all for today.");
        assertThat(page.locator("#seen")).containsText("Spam look");
        assertThat(page.frameLocator("iframe.letter").locator("body")).containsText("Hello Ines");
        inOrder(page);
        page.getByRole(AriaRole.NAVIGATION, new Page.GetByRoleOptions().setName("Benches of this list"))
                .getByText("Sequence")
                .click();
        assertThat(page.locator("main")).containsText("Once on, it goes to 1 person as their time comes");
        page.getByLabel("switched on").check();
        button(page, "Keep").click();
        PostBox.Letter letter = post.await(ines, 1);
        page.reload();
        assertThat(page.locator("main")).containsText("0 people still before it");
        assertThat(letter.headers())
                .containsEntry("List-Unsubscribe-Post", "List-Unsubscribe=One-Click")
                .containsKey("List-Unsubscribe");
        assertThat(letter.text()).contains("12 Spawn Lane", "No more of this:");
        try (BrowserContext stranger = stranger(false)) {
            Page visitor = stranger.newPage();
            visitor.navigate(letter.link("/leave/"));
            assertThat(visitor.locator("main")).containsText("gets no more mail");
            button(visitor, "Unsubscribe").click();
            assertThat(visitor.getByRole(AriaRole.HEADING).first()).hasText("You are off the list");
        }
        at(page, "/people/persons/" + one.id());
        assertThat(page.locator("main")).containsText("left");
    }

    @Test
    void anErasedPersonLeavesNothingButTheSums() {
        Subscriber one = onList(list(false, false));
        Page page = signedIn();
        at(page, "/people/lists/" + one.list());
        link(page, ines).click();
        page.getByText("Erase this person").click();
        page.getByLabel("Type the address to be sure").fill("someone@else.example");
        button(page, "Erase for good").click();
        assertThat(page.getByRole(AriaRole.ALERT)).containsText("Not erased");
        page.getByText("Erase this person").click();
        page.getByLabel("Type the address to be sure").fill(ines);
        button(page, "Erase for good").click();
        assertThat(page.getByRole(AriaRole.HEADING).first()).hasText("An erased person");
        assertThat(page.content()).doesNotContain(ines).doesNotContain("Okafor");
        accessible(page);
        at(page, "/people/lists/" + one.list() + "?standing=ERASED");
        assertThat(page.locator("tbody tr")).hasCount(1);
        assertThat(sql.sql(
                                "select count(*) from subscriber where email = :email or first_name = 'Ines' and list_id = :list")
                        .param("email", ines)
                        .param("list", one.list().value())
                        .query(Long.class)
                        .single())
                .isZero();
    }

    @Test
    void aBuyerClaimsWithTheOrderNumberAndNobodyElseDoes() {
        Scenario.Trail trail = scenario.trail();
        stage = trail.stage();
        ListId buyers = list(false, true);
        sales.keep(
                stage.id(),
                List.of(new Sale.Past(
                        new Sale.Facts(
                                trail.network().id(),
                                "LF-2207",
                                new ClickId(new UUID(0, 1)),
                                trail.promotion().id(),
                                trail.offer()),
                        9900,
                        List.of(new SaleChange(SaleState.APPROVED, 2750, clock.instant(), false)))));
        Page page = signedIn();
        at(page, "/shelf");
        page.getByLabel("File")
                .setInputFiles(new FilePayload(
                        "list.pdf", "application/pdf", "%PDF-1.7 what to buy".getBytes(StandardCharsets.UTF_8)));
        button(page, "Put it on the shelf").click();
        at(page, "/shelf/bonuses/new");
        field(page, "Name").fill("Shopping list");
        page.getByLabel("What it is").fill("Every item with three places to buy it.");
        page.getByLabel("Nominal value").fill("9.00");
        page.getByLabel("File that is handed out")
                .selectOption(new com.microsoft.playwright.options.SelectOption().setLabel("list.pdf"));
        inOrder(page);
        button(page, "Keep the bonus").click();
        inOrder(page);
        scenario.write(
                trail.bridge(),
                Scenario.content(
                        Placed.of("h", new Block.Headline("Your bonuses")),
                        Placed.of(
                                "l",
                                new Block.BonusList("On top from me", false, true),
                                Placed.of("l1", new Block.Bonus("", "", "x", ""))),
                        Placed.of(
                                "f",
                                new Block.Form(
                                        FormField.all("E-mail address", "Order number *"),
                                        "Send me my bonuses",
                                        "",
                                        "",
                                        new NextStep.ToPage(trail.bridge().id()),
                                        Optional.of(buyers)))),
                false);
        at(
                page,
                "/promotions/" + trail.promotion().id() + "/pages/"
                        + trail.bridge().id());
        assertThat(page.locator(".folds li")).hasCount(2);
        page.locator("#line-l1")
                .getByLabel("From the shelf")
                .selectOption(new com.microsoft.playwright.options.SelectOption().setLabel("Shopping list"));
        assertThat(page.locator("#line-l1").getByLabel("Nominal value")).hasValue("9.00");
        button(page, "Publish").click();
        assertThat(page.getByRole(AriaRole.STATUS).first()).containsText("Published");
        try (BrowserContext stranger = stranger(true)) {
            Page visitor = stranger.newPage();
            org.awaitility.Awaitility.await()
                    .until(() -> guest().get(trail.bridgePath()).body().contains("Order number"));
            visitor.navigate(installation.siteAddress() + trail.bridgePath());
            visitor.getByLabel("E-mail address").fill(ines);
            visitor.getByLabel("Order number").fill("LF-9999");
            button(visitor, "Send me my bonuses").click();
            assertThat(visitor.getByRole(AriaRole.ALERT)).containsText("No order with this number");
            assertThat(visitor.getByLabel("Order number")).hasValue("LF-9999");
            assertThat(visitor.getByLabel("E-mail address")).hasValue(ines);
            visitor.getByLabel("Order number").fill("lf-2207");
            button(visitor, "Send me my bonuses").click();
            Download bonus = visitor.waitForDownload(
                    () -> visitor.getByText("Download: Shopping list").click());
            assertThat(bonus.suggestedFilename()).isEqualTo("list.pdf");
            String pass = bonus.url();
            clock.pass(Duration.ofDays(8));
            visitor.navigate(pass);
            assertThat(visitor.locator("main")).containsText("good for a week");
            visitor.getByLabel("E-mail address").fill(ines);
            button(visitor, "Mail me a fresh link").click();
            assertThat(visitor.getByRole(AriaRole.HEADING).first()).hasText("Look in your inbox");
            PostBox.Letter fresh = post.await(ines, 1);
            assertThat(fresh.subject()).isEqualTo("Your link: Shopping list");
            assertThat(guest().get(fresh.link("/gift/")).body()).startsWith("%PDF");
        }
        at(page, "/shelf/bonuses");
        assertThat(page.locator("tbody tr")).containsText("2 times");
        at(page, "/people/lists/" + buyers);
        assertThat(page.locator("tbody tr")).containsText(ines);
    }

    @Test
    void twoOffersOpenAtOnceThoughPopUpsAreBlocked() {
        Scenario.Trail trail = scenario.trail();
        NextStep two = new NextStep.TwoAtOnce(
                new NextStep.ToPage(trail.redirect().id()),
                new NextStep.ToPage(trail.bridge().id()));
        scenario.write(
                trail.bridge(),
                Scenario.content(
                        Placed.of("h", new Block.Headline("Two at once")),
                        Placed.of("b", new Block.Button("Both, please", two)),
                        Placed.of("f", new Block.Form(List.of(), "Send, and both", "", "", two)),
                        Placed.of(
                                "q",
                                new Block.Quiz("", new NextStep.ToOffer()),
                                Placed.of(
                                        "q1",
                                        new Block.Question(
                                                "Where?",
                                                List.of(
                                                        new Block.Answer("In the cellar", new NextStep.NotChosen()),
                                                        new Block.Answer("In both places", two))))),
                        Placed.of("d", new Block.Disclosure("I earn a commission."))));
        org.awaitility.Awaitility.await()
                .until(() -> guest().get(trail.bridgePath()).body().contains("Both, please"));
        // Only the whole browser has a pop-up blocker.
        try (Playwright playwright = Playwright.create(new Playwright.CreateOptions()
                        .setEnv(java.util.Map.of("PLAYWRIGHT_SKIP_BROWSER_DOWNLOAD", "1")));
                Browser strict = playwright
                        .chromium()
                        .launch(new BrowserType.LaunchOptions()
                                .setExecutablePath(Path.of("/usr/bin/chromium"))
                                .setIgnoreDefaultArgs(List.of("--disable-popup-blocking"))
                                .setArgs(List.of("--no-sandbox", "--disable-gpu")))) {
            BrowserContext stranger = strict.newContext();
            stranger.route(
                    "https://lanternfish.test/**",
                    route -> route.fulfill(new com.microsoft.playwright.Route.FulfillOptions()
                            .setContentType("text/html")
                            .setBody("<h1>The offer itself</h1>")));
            Page visitor = stranger.newPage();
            visitor.navigate(installation.siteAddress() + trail.bridgePath());
            // The blocker is on: a page that opens a window by itself, long after anything was pressed, gets none.
            assertThat(visitor.evaluate(
                            "() => new Promise(r => setTimeout(() => r(window.open('about:blank') === null), 6000))"))
                    .isEqualTo(true);
            Page opened =
                    stranger.waitForPage(() -> visitor.getByText("Both, please").click());
            assertThat(opened.getByRole(AriaRole.HEADING)).hasText("The offer itself");
            assertThat(visitor.getByRole(AriaRole.HEADING).first()).hasText("Two at once");
            visitor.getByLabel("E-mail address").fill("nonsense");
            button(visitor, "Send, and both").click();
            assertThat(visitor.getByRole(AriaRole.ALERT)).containsText("does not look like");
            int before = stranger.pages().size();
            visitor.getByLabel("E-mail address").fill(ines);
            Page second =
                    stranger.waitForPage(() -> button(visitor, "Send, and both").click());
            assertThat(second.getByRole(AriaRole.HEADING)).hasText("The offer itself");
            assertThat(stranger.pages()).hasSize(before + 1);
            visitor.waitForURL(Pattern.compile(".*" + trail.bridgePath() + "$"));
            Page third = stranger.waitForPage(
                    () -> visitor.getByLabel("In both places").click());
            assertThat(third.getByRole(AriaRole.HEADING)).hasText("The offer itself");
            assertThat(stranger.pages()).hasSize(before + 2);
            assertThat(visitor.getByLabel("In both places")).not().isChecked();
        }
        assertThat(sql.sql("select count(*) from lead where email = :email")
                        .param("email", ines)
                        .query(Long.class)
                        .single())
                .isEqualTo(1);
    }

    @Test
    void aFormCodeIsReadTriedAndHandsSubscribersOn() {
        ListId list = list(false, false);
        Page page = signedIn();
        Page service = owner.newPage();
        service.navigate(post.address() + "/postern");
        String code = service.locator("#form-code").innerText();
        at(page, "/people/lists/" + list + "/handover");
        page.getByLabel("Form code").fill("<p>no form</p>");
        button(page, "Read the form").click();
        assertThat(page.locator("#code-msg")).containsText("There is no form in it");
        page.getByLabel("Form code").fill(code + "<script>alert(1)</script>");
        button(page, "Read the form").click();
        assertThat(page.locator("main")).containsText("pst_audience, pst_form, pst_trap_9");
        assertThat(page.locator("main")).containsText("There is a script in it. It is not run");
        assertThat(page.getByLabel("Your e-mail (pst_mail)")).hasValue("EMAIL");
        assertThat(page.getByLabel("Your first name (pst_given)")).hasValue("FIRST_NAME");
        inOrder(page);
        button(page, "Try it with my address").click();
        assertThat(page.getByRole(AriaRole.STATUS).first()).containsText("Thank you, you are signed up.");
        button(page, "Hand subscribers on there").click();
        assertThat(page.locator("main")).containsText("Handed on to");
        onList(list);
        org.awaitility.Awaitility.await().atMost(Duration.ofSeconds(20)).until(() -> {
            service.reload();
            return service.content().contains(ines);
        });
        at(page, "/people/lists/" + list + "/handover");
        assertThat(page.locator("main")).containsText(ines);
        inOrder(page);
    }
}
