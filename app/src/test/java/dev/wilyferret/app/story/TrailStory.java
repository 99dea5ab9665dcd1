package dev.wilyferret.app.story;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.SelectOption;
import dev.wilyferret.app.kit.BrowserTest;
import dev.wilyferret.app.kit.Guest;
import dev.wilyferret.app.kit.Scenario;
import dev.wilyferret.app.offers.OfferDetails;
import dev.wilyferret.app.offers.Offers;
import dev.wilyferret.core.page.Block;
import dev.wilyferret.core.page.NextStep;
import dev.wilyferret.core.page.Placed;
import java.time.Duration;
import java.util.List;
import java.util.regex.Pattern;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;

/** A promotion is planned, watched and followed on the drawing of its trail. */
class TrailStory extends BrowserTest {

    @Autowired
    private Offers offers;

    private Scenario.Trail trail;
    private String home;

    @BeforeEach
    void begin() {
        trail = scenario.trail();
        stage = trail.stage();
        home = installation.consoleAddress() + "/promotions/"
                + trail.promotion().id();
    }

    private static Locator place(Page page, String name) {
        return page.locator("svg.trail")
                .getByRole(
                        AriaRole.LINK,
                        new Locator.GetByRoleOptions().setName(name).setExact(true));
    }

    /** No text of the drawing is wider than its place, or lies on another: as the browser draws it, not as it was reckoned. */
    private static void nothingOverlaps(Page page) {
        Object overlaps = page.evaluate("""
                () => {
                  const texts = [...document.querySelectorAll('svg.trail text')].map(t => [t.textContent, t.getBoundingClientRect()]);
                  const bad = [];
                  texts.forEach(([a, r], i) => texts.slice(i + 1).forEach(([b, s]) => {
                    const x = Math.min(r.right, s.right) - Math.max(r.left, s.left);
                    const y = Math.min(r.bottom, s.bottom) - Math.max(r.top, s.top);
                    if (x > 1 && y > 5) bad.push(a + ' / ' + b);
                  }));
                  return bad;
                }""");
        assertThat(overlaps).isEqualTo(List.of());
    }

    @Test
    void aNewPromotionIsNamedAfterTheOfferThatIsChosen() {
        OfferDetails course =
                offers.find(trail.workspace(), trail.offer()).orElseThrow().details();
        offers.add(
                trail.workspace(),
                "Lanternfish Partners",
                new OfferDetails(
                        "Oyster Kit Club", course.link(), course.payout(), course.countries(), course.pixelAllowed()));
        Page page = signedIn();
        page.navigate(installation.consoleAddress() + "/promotions/new?offer=" + trail.offer());
        Locator offer = page.getByLabel("Offer", new Page.GetByLabelOptions().setExact(true));
        assertThat(field(page, "Name")).hasValue("Cellar Crop Course");
        offer.selectOption(new SelectOption().setLabel("Oyster Kit Club"));
        assertThat(field(page, "Name")).hasValue("Oyster Kit Club");
        assertThat(field(page, "Slug")).hasValue("oyster-kit-club");
        assertThat(page.locator("main")).containsText("/oyster-kit-club/…");
        field(page, "Name").fill("Mine");
        offer.selectOption(new SelectOption().setLabel("Cellar Crop Course"));
        assertThat(field(page, "Name")).hasValue("Mine");
        assertThat(field(page, "Slug")).hasValue("cellar-crop-course");
    }

    @Test
    void aTrailIsPlannedWithAGapAndTheGapIsFilled() {
        scenario.write(
                trail.bridge(),
                Scenario.content(
                        Placed.of("h", new Block.Headline("A quiz")),
                        Placed.of("b", new Block.Button("To the result", new NextStep.ToPageToMake("The result"))),
                        Placed.of("d", new Block.Disclosure("I earn a commission."))),
                false);
        Page page = signedIn();
        page.navigate(home);
        nothingOverlaps(page);
        inOrder(page);
        assertThat(page.locator("svg.trail .gap .station")).hasText("The result");
        assertThat(page.locator(".next")).containsText("“The result” is led to and still to be made.");
        page.locator("svg.trail").getByText("Make this page").click();
        page.waitForURL(Pattern.compile(".*/pages/.*"));
        page.navigate(home);
        assertThat(page.locator("svg.trail .gap")).hasCount(0);
        assertThat(place(page, "The result")).isVisible();
        assertThat(page.locator(".next")).containsText("“The result” is still a draft");
        page.locator(".next summary").click();
        assertThat(page.locator(".undone")).containsText("The landing page's draft differs");
        inOrder(page);
    }

    @Test
    void aLossOpensAndTheTrailIsReadByKeyboard() {
        Guest reader = guest();
        reader.get(trail.link().path());
        reader.get(trail.bridgePath());
        Guest goesOn = guest();
        goesOn.get(trail.link().path());
        goesOn.get(trail.bridgePath());
        goesOn.get(trail.redirectPath());
        followed();
        Page page = signedIn();
        page.navigate(home);
        nothingOverlaps(page);
        assertThat(page.locator("svg.trail .rate")).hasText("50.0 %");
        page.locator("svg.trail").getByText("1 fell off").first().click();
        assertThat(page.locator("main h2")).containsText("saw “Bridge page” and went no further");
        assertThat(page.locator("tbody tr")).hasCount(1);
        inOrder(page);

        assertThat(page.locator("[data-slim] .opened")).not().isVisible();
        assertThat((Double) page.evaluate("document.querySelector('main > *').getBoundingClientRect().top"))
                .as("where the work begins")
                .isLessThanOrEqualTo(150);
        page.keyboard().press("t");
        assertThat(page.locator("[data-slim] .opened svg.trail")).isVisible();
        accessible(page);
        page.keyboard().press("Escape");
        assertThat(page.locator("[data-slim] .opened")).not().isVisible();
        page.keyboard().press("t");
        page.keyboard().press("Tab");
        page.keyboard().press("Enter");
        page.waitForURL(home);
        assertThat(page.locator("h1")).hasText(trail.promotion().name());
        page.goBack();
        page.locator("[data-slim] > details > summary").hover();
        assertThat(page.locator("[data-slim] .opened svg.trail")).isVisible();
    }

    @Test
    void aWalkIsFollowedToItsSale() {
        try (BrowserContext stranger = stranger(true)) {
            Page visitor = stranger.newPage();
            visitor.navigate(installation.siteAddress() + trail.link().path());
            String click = stranger.cookies().stream()
                    .filter(cookie -> cookie.name.equals("wf_c"))
                    .findFirst()
                    .orElseThrow()
                    .value
                    .split("\\.")[0];
            clock.pass(Duration.ofMinutes(3));
            guest().get("/postback/" + trail.network().postbackKey() + "?secret="
                    + trail.network().secret() + "&click_id=" + click
                    + "&order_id=LF-8&status=approved&commission=27.50");
        }
        followed();
        Page page = signedIn();
        page.navigate(home);
        page.locator("svg.trail a[href*='behind=sales'] .figure").click();
        page.locator("tbody tr a").first().click();
        Locator walked = page.locator("svg.trail .walked");
        assertThat(walked.filter(new Locator.FilterOptions().setHasText("Sales")))
                .containsText("+ 3 min");
        assertThat(walked.filter(new Locator.FilterOptions().setHasText("Bridge page")))
                .hasCount(1);
        assertThat(page.locator("svg.trail .away").filter(new Locator.FilterOptions().setHasText("Redirect page")))
                .hasCount(1);
        assertThat(page.locator("main ol")).containsText("order LF-8");
        nothingOverlaps(page);
        inOrder(page);
    }

    @Test
    void aListOfClicksIsFilteredPagedAndTakenAlong() {
        for (int i = 0; i < 203; i++) {
            guest().get(trail.link().path());
        }
        guest().get(trail.bridgePath());
        followed();
        Page page = signedIn();
        page.navigate(home + "/clicks?behind=traffic");
        assertThat(page.locator("tbody tr")).hasCount(200);
        link(page, "Older ones").click();
        assertThat(page.locator("tbody tr")).hasCount(4);
        page.getByLabel("Device").selectOption("PHONE");
        button(page, "Look").click();
        assertThat(page.locator("main")).containsText("None of that kind in this period.");
        page.getByLabel("Device").selectOption("");
        page.getByLabel("Source").fill(trail.link().tags().source());
        button(page, "Look").click();
        assertThat(page.locator("tbody tr")).hasCount(200);
        inOrder(page);
        String csv = String.valueOf(
                page.evaluate("fetch(document.querySelector('a[href*=\"clicks.csv\"]').href).then(one => one.text())"));
        assertThat(csv.lines()).as("a line of names, and each click").hasSize(204);
        page.getByLabel("Source").fill("moon");
        button(page, "Look").click();
        assertThat(page.locator("main")).containsText("None of that kind in this period.");
    }
}
