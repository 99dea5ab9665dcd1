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
import java.time.Duration;
import java.util.List;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/** Hosts of one's own: from an offer to a link on one, a visit that crosses two, one removed and brought back. */
class HostStory extends BrowserTest {

    private static final AtomicInteger NUMBER = new AtomicInteger();

    private final String host = "story" + NUMBER.incrementAndGet() + ".growbench.localhost";

    private String origin() {
        return "http://" + host + ":" + installation.siteAddress().getPort();
    }

    /** Adds the host of this story, as a person does. */
    private void add(Page page) {
        page.navigate(installation.consoleAddress() + "/links");
        link(page, "Hosts").click();
        field(page, "Name").fill(host);
        button(page, "Add it").click();
        assertThat(page.getByRole(AriaRole.STATUS)).containsText(host + " leads here and is at work");
    }

    @Test
    void fromAnOfferToATaggedLinkOnAHostOfOnesOwn() {
        stage = scenario.emptyWithLegal();
        scenario.offer(stage);
        Page page = signedIn();
        add(page);
        page.navigate(installation.consoleAddress() + "/promotions/new");
        assertThat(page.getByLabel("Its pages stand on")).hasValue(host);
        String slug = "kits-" + host.substring(0, host.indexOf('.'));
        field(page, "Slug").fill(slug);
        inOrder(page);
        button(page, "Start the promotion").click();
        assertThat(page.locator("#address")).containsText(origin() + "/" + slug + "/");
        inOrder(page);
        page.navigate(page.url() + "/links");
        assertThat(page.getByLabel("Stands on")).hasValue(host);
        field(page, "Source").fill("plumage");
        field(page, "Medium").fill("paid-social");
        field(page, "Campaign").fill("spring-balcony");
        field(page, "Short code (optional)").fill("spring");
        page.getByLabel("Leads to", new Page.GetByLabelOptions().setExact(true))
                .selectOption(new SelectOption().setLabel(scenario.offerName(stage) + " (straight to the offer)"));
        assertThat(page.locator("#handed-out")).hasText(origin() + "/go/spring");
        inOrder(page);
        button(page, "Make the link").click();
        assertThat(page.locator("table.links tbody tr").first()).containsText("on " + host);
        inOrder(page);
        Guest visitor = guest().at(host);
        await().atMost(Duration.ofSeconds(20))
                .until(() -> visitor.head("/go/spring").statusCode() == 302);
        assertThat(Guest.location(visitor.get("/go/spring"))).contains("plumage");
    }

    @Test
    void aVisitThatCrossesTwoHostsIsCountedOnce() {
        Scenario.Trail trail = scenario.trail();
        stage = trail.stage();
        Page page = signedIn();
        add(page);
        page.navigate(installation.consoleAddress() + "/promotions/"
                + trail.promotion().id());
        page.getByText("Put them at another address").click();
        page.getByLabel("Host", new Page.GetByLabelOptions().setExact(true)).selectOption(host);
        inOrder(page);
        button(page, "Move its pages").click();
        assertThat(page.locator("#address"))
                .containsText(origin() + "/" + trail.promotion().slug() + "/");
        Guest ready = guest().at(host);
        await().atMost(Duration.ofSeconds(20))
                .until(() -> ready.head(trail.bridgePath()).statusCode() == 200);
        try (BrowserContext stranger = stranger(true)) {
            Page visitor = stranger.newPage();
            visitor.navigate(installation.siteAddress() + trail.link().path());
            // Handed over and taken out of the address again.
            visitor.waitForURL(Pattern.compile(
                    Pattern.quote(origin() + trail.bridgePath()) + "\\?utm_source=plumage&[^#]*content=video-1$"));
            visitor.reload();
            assertThat(stranger.cookies(List.of(origin())).stream()
                            .filter(cookie -> cookie.name.equals("wf_v"))
                            .map(cookie -> cookie.value))
                    .containsExactlyElementsOf(
                            stranger.cookies(List.of(installation.siteAddress().toString())).stream()
                                    .filter(cookie -> cookie.name.equals("wf_v"))
                                    .map(cookie -> cookie.value)
                                    .toList());
        }
        followed();
        page.reload();
        Locator steps = page.locator("section.sheet").first();
        assertThat(steps).containsText(Pattern.compile("Raw clicks\\s*1\\s*Counted\\s*1\\s*Unique\\s*1\\s"));
        // The browser of the owner is marked on both hosts in one go.
        page.navigate(installation.consoleAddress() + "/settings");
        button(page, "This browser is mine").click();
        page.waitForURL(Pattern.compile(".*/settings#own-browsers$"));
        assertThat(owner.cookies(List.of(origin())).stream().map(cookie -> cookie.name))
                .contains("wf_own");
        assertThat(owner.cookies(List.of(installation.siteAddress().toString())).stream()
                        .map(cookie -> cookie.name))
                .contains("wf_own");
    }

    @Test
    void aHostIsAddedCheckedRemovedAndBroughtBack() {
        Scenario.Trail trail = scenario.trail();
        stage = trail.stage();
        Page page = signedIn();
        page.navigate(installation.consoleAddress() + "/links/hosts");
        inOrder(page);
        field(page, "Name").fill("https://" + host + "/start");
        button(page, "Add it").click();
        assertThat(page.locator("#name-msg")).containsText("Type the name alone, for example " + host);
        assertThat(field(page, "Name")).hasValue("https://" + host + "/start");
        field(page, "Name").fill("nowhere-" + host.replace(".localhost", ".example"));
        button(page, "Add it").click();
        assertThat(page.locator("#state")).containsText("leads nowhere yet");
        assertThat(page.locator("#state")).containsText("add an A record for nowhere-");
        inOrder(page);
        add(page);
        inOrder(page);
        page.getByLabel("At its root")
                .selectOption(new SelectOption()
                        .setLabel(
                                trail.promotion().name() + ": " + trail.bridge().name()));
        button(page, "Keep").click();
        assertThat(page.getByRole(AriaRole.STATUS)).containsText("Visitors see it already");
        try (BrowserContext stranger = stranger(true)) {
            Page visitor = stranger.newPage();
            await().atMost(Duration.ofSeconds(20))
                    .until(() -> visitor.navigate(origin() + "/").status() == 200);
            assertThat(visitor.locator("h1")).containsText("Pick your first oyster mushrooms");

            link(page, "Remove it").click();
            assertThat(page.locator("main")).containsText("Nothing stands on it");
            inOrder(page);
            button(page, "Remove it").click();
            assertThat(page.getByRole(AriaRole.STATUS)).containsText(host + " is removed");
            inOrder(page);
            await().atMost(Duration.ofSeconds(20))
                    .until(() -> visitor.navigate(origin() + "/").status() == 404);
            assertThat(visitor.locator("main")).containsText("There is nothing at this address");
            button(page, "Bring it back").first().click();
            assertThat(page.getByRole(AriaRole.STATUS)).containsText(host + " is back");
            await().atMost(Duration.ofSeconds(20))
                    .until(() -> visitor.navigate(origin() + "/").status() == 200);
        }
    }
}
