package dev.wilyferret.app.story;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import dev.wilyferret.app.kit.BrowserTest;
import dev.wilyferret.app.offers.Offer;
import dev.wilyferret.app.offers.Offers;
import dev.wilyferret.core.offer.AffiliateLink;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.springframework.beans.factory.annotation.Autowired;

/** From an empty workspace a link, pasted as the network gives it out, becomes an offer: paste, and keep. */
class PastedLinkStory extends BrowserTest {

    @Autowired
    private Offers offers;

    @BeforeEach
    void begin() {
        stage = scenario.empty();
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            https://shop.example/hop?aff=77&sub1=                  |      | https://shop.example/hop?aff=77&sub1=CLICK
            https://shop.example/hop?aff=77&subid=YOUR_SUB_ID      |      | https://shop.example/hop?aff=77&subid=CLICK
            https://shop.example/go/77/SUBID/order                 |      | https://shop.example/go/77/CLICK/order
            https://shop.example/r/77ab                            | sub1 | https://shop.example/r/77ab?sub1=CLICK
            https://shop.example/hop?aff=77&sub1=#order            |      | https://shop.example/hop?aff=77&sub1=CLICK#order
            https://shop.example/buy?aff=77{&sub1}                 |      | https://shop.example/buy?aff=77&sub1=CLICK
            """)
    void aPastedLinkBecomesAnOfferWithItsClickId(String pasted, String subId, String sent) {
        Page page = signedIn();
        int actions = 1;
        page.getByLabel("Affiliate link").fill(pasted);
        if (subId != null) {
            actions++;
            page.getByLabel("The sub ID's name at your network").fill(subId);
        }
        assertThat(page.locator("#sent")).containsText(sent.replace("CLICK", "06c2w0g7m4e8t5n1k9qzr3hv2d"));
        assertThat(page.locator("#sent")).containsText("Each sale will name its click");
        if (subId != null) {
            inOrder(page);
        }
        actions++;
        button(page, "Note the first offer").click();
        assertThat(page.getByRole(AriaRole.STATUS)).containsText("The offer is kept");
        Offer kept = offers.of(stage.id()).getFirst();
        assertThat(kept.details().link().expand(new AffiliateLink.Leaving("CLICK")))
                .isEqualTo(sent);
        assertThat(kept.network().name()).isEqualTo("shop.example");
        assertThat(actions).isLessThanOrEqualTo(3);
        page.reload();
        assertThat(page.locator("#sent")).containsText("Each sale will name its click");
    }

    @Test
    void theSecondOfferOfANetworkTakesAPasteAndAName() {
        scenario.offer(stage);
        Page page = signedIn();
        page.navigate(installation.consoleAddress() + "/offers");
        page.locator("table.list").getByText("Lanternfish").click();
        assertThat(page.locator("main")).containsText("the click id");
        page.getByLabel("Characters of a sub ID").fill("20");
        page.getByLabel("Signs of a sub ID").selectOption("LETTERS_AND_DIGITS");
        inOrder(page);
        button(page, "Keep").click();
        assertThat(page.getByRole(AriaRole.STATUS))
                .containsText("Kept. Sub IDs are sent so, and days begin so, from now on.");
        page.navigate(installation.consoleAddress() + "/offers/new");
        page.getByLabel("Affiliate link").fill("https://lanternfish.test/buy/second-thing?aff=YOUR_ID&sub1=&sub2=");
        assertThat(page.locator("#link")).containsText("Filled as in your other offers of Lanternfish Partners.");
        assertThat(page.locator("#sent")).containsText("aff=growbench&sub1=06c2w0g7m4e8t5n1k9qzr3hv2d&sub2=plumage");
        assertThat(page.locator("#sent"))
                .containsText("The click id in sub1 would not come back whole, and no sale could be led back");
        inOrder(page);
        field(page, "Name").fill("Second thing");
        button(page, "Keep the offer").click();
        Offer second = offers.of(stage.id()).stream()
                .filter(offer -> offer.name().equals("Second thing"))
                .findFirst()
                .orElseThrow();
        assertThat(second.network().name()).isEqualTo("Lanternfish Partners");
    }
}
