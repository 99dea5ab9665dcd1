package dev.wilyferret.app.story;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.SelectOption;
import dev.wilyferret.app.kit.BrowserTest;
import dev.wilyferret.app.kit.Guest;
import dev.wilyferret.app.kit.Scenario;
import dev.wilyferret.app.pages.Pages;
import dev.wilyferret.core.design.StartingDesign;
import dev.wilyferret.core.page.NextStep;
import java.util.List;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;

/** A second variant behind a link, at work in a minute, and paused again. */
class RotationStory extends BrowserTest {

    @Autowired
    private Pages pages;

    private static String headline(BrowserContext visitor, String address) {
        try (Page page = visitor.newPage()) {
            page.navigate(address);
            return page.locator("h1").innerText();
        }
    }

    @Test
    void aSecondVariantDrawsItsShareAndIsPaused() {
        Scenario.Trail trail = scenario.trail();
        stage = trail.stage();
        dev.wilyferret.app.pages.Page second =
                pages.make(trail.workspace(), trail.promotion().id(), StartingDesign.bridge());
        scenario.write(second, Scenario.bridgeText("Another headline", new NextStep.ToOffer(), List.of()));
        Page page = signedIn();
        page.navigate(installation.consoleAddress() + "/promotions/"
                + trail.promotion().id() + "/links/" + trail.link().id());
        link(page, "Share its visitors among variants").click();
        inOrder(page);
        field(page, "Name").fill("Other headline");
        page.getByLabel("A copy of").selectOption("no copy: something that is there");
        page.getByLabel("Or leads to").selectOption(second.name());
        button(page, "Share visitors out").click();
        assertThat(page.getByRole(AriaRole.STATUS)).containsText("draws its share from now on");
        assertThat(page.getByLabel("Shares of new visitors")).containsText("Other headline 50.0 %");
        inOrder(page);
        Guest looking = guest();
        await().until(() -> {
            boolean other = false;
            for (int i = 0; i < 12; i++) {
                other |= Guest.location(looking.head(trail.link().path())).contains("/" + second.slug());
            }
            return other;
        });
        String address = installation.siteAddress() + trail.link().path();
        String seen;
        try (BrowserContext stranger = stranger(true)) {
            seen = headline(stranger, address);
            assertThat(headline(stranger, address)).as("the same again").isEqualTo(seen);
        }
        try (BrowserContext stranger =
                stranger(true, "Mozilla/5.0 (X11; Linux x86_64; rv:9.0) Gecko/20100101 Firefox/151.0")) {
            assertThat(headline(stranger, address))
                    .as("the next one gets the other")
                    .isNotEqualTo(seen);
        }
        field(page, "Weight of Other headline").fill("3");
        button(page, "Keep").click();
        assertThat(page.getByLabel("Shares of new visitors")).containsText("Other headline 75.0 %");
        page.getByLabel("How Other headline stands").selectOption("paused");
        button(page, "Keep").click();
        assertThat(page.getByLabel("Shares of new visitors")).not().containsText("Other headline");
        followed();
        page.reload();
        page.getByLabel("Between changes").selectOption(new SelectOption().setIndex(0));
        button(page, "Show").click();
        assertThat(page.getByRole(AriaRole.ROW, new Page.GetByRoleOptions().setName("Other headline 1 0")))
                .isVisible();
        inOrder(page);
    }

    /** Made as a copy with another headline, pushed about on the bar, decided, counted anew and brought back. */
    @Test
    void aCopyIsPushedAboutDecidedAndCountedAnew() {
        Scenario.Trail trail = scenario.trail();
        stage = trail.stage();
        Page page = signedIn();
        page.navigate(installation.consoleAddress() + "/promotions/"
                + trail.promotion().id() + "/links/" + trail.link().id());
        link(page, "Share its visitors among variants").click();
        field(page, "Name").fill("Bold words");
        field(page, "Headline of the copy").fill("Harvest in your own cellar");
        button(page, "Share visitors out").click();
        assertThat(page.getByRole(AriaRole.STATUS)).containsText("draws its share from now on");
        assertThat(page.getByRole(AriaRole.NOTE)).containsText("Nobody was drawn");
        assertThat(page.locator("table.list").nth(1)).containsText("Headline: “Harvest in your own cellar” instead of");
        Guest looking = guest();
        await().until(() -> IntStream.range(0, 12)
                .anyMatch(i -> Guest.location(looking.head(trail.link().path())).contains("/bold-words")));
        Locator border = page.getByRole(AriaRole.SLIDER);
        border.focus();
        for (int i = 0; i < 3; i++) {
            page.keyboard().press("PageDown");
        }
        assertThat(field(page, "Weight of Bold words")).hasValue("80");
        inOrder(page);
        button(page, "Keep these shares").click();
        assertThat(page.getByLabel("Shares of new visitors")).containsText("Bold words 80.0 %");
        page.getByLabel("off: the leader gets everybody").check();
        button(page, "Keep it so").click();
        assertThat(page.getByText("Choose which variant gets everybody.")).isVisible();
        page.getByLabel("off: the leader gets everybody").check();
        page.getByLabel("The leader", new Page.GetByLabelOptions().setExact(true))
                .selectOption("Bold words");
        button(page, "Keep it so").click();
        assertThat(page.getByLabel("Shares of new visitors")).containsText("Bold words 100.0 %");
        button(page, "Start counting anew").click();
        assertThat(page.getByLabel("Rounds")).containsText("Round 2 goes on");
        button(page, "Bring round 1 back").click();
        assertThat(page.getByLabel("Rounds")).containsText("Round 1 goes on");
        assertThat(page.getByRole(AriaRole.LIST, new Page.GetByRoleOptions().setName("Changes")))
                .containsText("Round 1 was brought back, and goes on.");
        inOrder(page);
    }
}
