package dev.wilyferret.app.story;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import dev.wilyferret.app.kit.BrowserTest;
import dev.wilyferret.app.kit.Guest;
import dev.wilyferret.app.kit.Scenario;
import java.time.Duration;
import java.util.Optional;
import org.jsoup.Jsoup;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** What a visitor does stands on the owner's board within two seconds; what the network says of the sale later, too. */
class FiguresStory extends BrowserTest {

    private Scenario.Trail trail;
    private Guest board;

    @BeforeEach
    void begin() {
        trail = scenario.trail();
        stage = trail.stage();
        scenario.write(trail.bridge(), Scenario.formPage(Optional.empty()));
        await().until(() -> guest().get(trail.bridgePath()).body().contains("Fresh"));
        followed();
        board = owner(stage);
    }

    private String board() {
        return Jsoup.parse(board.get("/?days=1").body()).select("main").text();
    }

    private void withinTwoSeconds(String words) {
        await().atMost(Duration.ofSeconds(2))
                .untilAsserted(() -> assertThat(board()).contains(words));
    }

    private void report(String click, String status, String commission) {
        guest().get("/postback/" + trail.network().postbackKey() + "?secret="
                + trail.network().secret() + "&click_id=" + click + "&order_id=LF-1&status=" + status + "&commission="
                + commission);
    }

    @Test
    void aClickAnOptInAndASaleArriveWithinTwoSeconds() {
        String before = board();
        try (BrowserContext stranger = stranger(true)) {
            Page visitor = stranger.newPage();
            visitor.navigate(installation.siteAddress() + trail.link().path());
            await().atMost(Duration.ofSeconds(2))
                    .untilAsserted(() -> assertThat(board())
                            .contains(trail.promotion().name())
                            .isNotEqualTo(before));
            visitor.getByLabel("E-mail address").fill("ines@kelderhoek.example");
            button(visitor, "Send").click();
            visitor.getByText("Thanks!").waitFor();
            withinTwoSeconds("1 person 0 confirmed");
            String click = stranger.cookies().stream()
                    .filter(cookie -> cookie.name.equals("wf_c"))
                    .findFirst()
                    .orElseThrow()
                    .value
                    .split("\\.")[0];
            report(click, "pending", "27.50");
            withinTwoSeconds("27.50 EUR pending");
            report(click, "approved", "27.50");
            withinTwoSeconds("27.50 EUR nothing yesterday");
        }
        Page page = signedIn();
        page.getByRole(
                        AriaRole.LINK,
                        new Page.GetByRoleOptions().setName("Sales").setExact(true))
                .first()
                .click();
        link(page, "LF-1").click();
        page.getByLabel("refunded:").check();
        page.getByLabel("Amount").fill("7.50");
        inOrder(page);
        button(page, "Note it").click();
        assertThat(page.getByRole(AriaRole.STATUS).textContent()).contains("Noted: the sale is approved now.");
        inOrder(page);
        withinTwoSeconds("20.00 EUR nothing yesterday");
        page.getByLabel("refunded:").check();
        page.getByLabel("Amount").fill("20.01");
        button(page, "Note it").click();
        assertThat(page.locator("main").textContent()).contains("More would be taken back than is left");
        assertThat(page.getByLabel("Amount").inputValue()).isEqualTo("20.01");
    }
}
