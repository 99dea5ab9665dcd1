package dev.wilyferret.app.console;

import static dev.wilyferret.app.kit.Guest.location;
import static org.assertj.core.api.Assertions.assertThat;

import dev.wilyferret.app.kit.AppTest;
import dev.wilyferret.app.kit.Guest;
import dev.wilyferret.app.kit.Scenario;
import dev.wilyferret.app.links.Links;
import dev.wilyferret.app.offers.Offers;
import dev.wilyferret.app.pages.Page;
import dev.wilyferret.app.pages.Pages;
import dev.wilyferret.app.pixels.PixelAccounts;
import dev.wilyferret.app.promotions.Promotions;
import dev.wilyferret.core.page.Block;
import dev.wilyferret.core.page.PageDocument;
import java.net.http.HttpResponse;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.springframework.beans.factory.annotation.Autowired;

/** Bad input gets its message at the field, what was typed stays, and nothing is stored. */
class BadInputTest extends AppTest {

    private static final String TEMPLATE = "https://lanternfish.test/buy{?aff,sub1}";
    private static final String HOSTILE = "<script>alert(1)</script>\"'";

    @Autowired
    private Offers offers;

    @Autowired
    private Promotions promotions;

    @Autowired
    private Pages pages;

    @Autowired
    private Links links;

    @Autowired
    private PixelAccounts pixels;

    private Scenario.Stage stage;
    private Guest owner;

    @BeforeEach
    void signIn() {
        stage = scenario.emptyWithLegal();
        owner = owner(stage);
    }

    private HttpResponse<String> offer(String name, String template, String amount, String countries) {
        return owner.send(
                "/offers/new",
                "name",
                name,
                "network",
                "Lanternfish Partners",
                "template",
                template,
                "payout",
                "PER_SALE",
                "amount",
                amount,
                "countries",
                countries);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            Course   | https://lanternfish.test/buy{?aff   | 27.50 | DE | never closes it
            Course   | javascript:alert(1)                 | 27.50 | DE | Only addresses that start with https
            Course   | data:text/html,x                    | 27.50 | DE | Only addresses that start with https
            Course   | file:///etc/passwd                  | 27.50 | DE | Only addresses that start with https
            Course   | https://{host}/buy                  | 27.50 | DE | host of the template must be fixed
            Course   | https://lanternfish.test/buy{?sub1} | -1    | DE | is negative
            Course   | https://lanternfish.test/buy{?sub1} | much  | DE | is not an amount
            Course   | https://lanternfish.test/buy{?sub1} | 27.50 | ZZ | is not a country code
            ''       | https://lanternfish.test/buy{?sub1  | 27.50 | DE | never closes it
            Course   | https://lanternfish.test/buy{?sub1} | 1,000 | DE | can be read as 1,000.00 or as 1.00
            Course   | ''                                  | 27.50 | DE | affiliate link is empty
            Course   | https://127.1/buy{?sub1}            | 27.50 | DE | is a number and no name
            """)
    void aWrongOfferIsNotStored(String name, String template, String amount, String countries, String message) {
        HttpResponse<String> answer = offer(name, template, amount, countries);
        assertThat(answer.statusCode()).isEqualTo(200);
        assertThat(answer.body()).contains(message).contains("value=\"" + amount + "\"");
        assertThat(offers.of(stage.id())).isEmpty();
    }

    @Test
    void aLinkAsLongAsMayBeIsShownThoughItIsLongerOnceFilledIn() {
        String longest = "https://lanternfish.test/" + "a".repeat(1_960) + "?sub1=";
        assertThat(offer("Course", longest, "27.50", "DE").statusCode()).isEqualTo(302);
        String kept = "/offers/" + offers.of(stage.id()).getFirst().id();
        assertThat(owner.get(kept).body()).contains("Each sale will name its click");
        assertThat(offer("Course", longest + "x".repeat(50), "27.50", "DE").body())
                .contains("at most 2,000 fit");
    }

    @Test
    void controlCharactersAndReorderingMarksAreRefusedByName() {
        assertThat(offer("Cel\u0007lar", TEMPLATE, "1", "").body()).contains("(U+0007) at position 4");
        assertThat(offer("Cellar \u202Eporc", TEMPLATE, "1", "").body()).contains("(U+202E) at position 8");
        assertThat(offers.of(stage.id())).isEmpty();
    }

    @Test
    void aNameThatIsFarTooLongIsAnsweredWithItsLength() {
        HttpResponse<String> answer = offer("x".repeat(200 << 10), TEMPLATE, "27.50", "");
        assertThat(answer.statusCode()).isEqualTo(200);
        assertThat(answer.body())
                .contains("has 204,800 characters; at most 120 fit")
                .contains("27.50");
        assertThat(offers.of(stage.id())).isEmpty();
    }

    @Test
    void markupIsShownAsTextEverywhereInTheConsole() {
        offer(HOSTILE, TEMPLATE, "27.50", "");
        var offer = offers.of(stage.id()).getFirst();
        assertThat(offer.name()).isEqualTo(HOSTILE);
        owner.send(
                "/promotions/new",
                "offer",
                offer.id().toString(),
                "name",
                HOSTILE,
                "slug",
                "hostile-" + System.nanoTime(),
                "trail",
                "bridge");
        var promotion = promotions.of(stage.id()).getFirst();
        String links = "/promotions/" + promotion.id() + "/links";
        owner.send(
                links,
                "source",
                HOSTILE,
                "medium",
                HOSTILE,
                "campaign",
                HOSTILE,
                "term",
                "",
                "content",
                HOSTILE,
                "code",
                "");
        owner.send(
                "/pixels/new",
                "name",
                HOSTILE,
                "pixelId",
                HOSTILE,
                "address",
                "https://plumage.test/px{?id,event}",
                "viewEvent",
                HOSTILE,
                "leadEvent",
                HOSTILE);
        for (String path : new String[] {
            "/",
            "/offers",
            "/offers/" + offer.id(),
            "/pixels",
            "/promotions/" + promotion.id(),
            links,
            "/promotions/" + promotion.id() + "/pages",
            "/promotions/" + promotion.id() + "/redirect",
            "/promotions/" + promotion.id() + "/offer",
            "/promotions/new"
        }) {
            HttpResponse<String> page = owner.get(path);
            assertThat(page.statusCode()).as(path).isEqualTo(200);
            assertThat(page.body()).as(path).contains("&lt;script&gt;").doesNotContain("<script>alert");
        }
    }

    @Test
    void aTakenSlugIsSaidAndTheRestStays() {
        var offer = scenario.offer(stage);
        String slug = "taken-" + System.nanoTime();
        owner.send("/promotions/new", "offer", offer.id().toString(), "name", "First", "slug", slug);
        HttpResponse<String> second =
                owner.send("/promotions/new", "offer", offer.id().toString(), "name", "Second", "slug", slug);
        assertThat(second.body()).contains("is taken by another promotion", "value=\"Second\"");
        HttpResponse<String> wrong =
                owner.send("/promotions/new", "offer", offer.id().toString(), "name", "Third", "slug", "../up");
        assertThat(wrong.body()).contains("lower-case letters, digits and single hyphens", "value=\"Third\"");
        assertThat(promotions.of(stage.id())).hasSize(1);
    }

    @Test
    void aLinkNeedsItsTagsAndAFreeCode() {
        Scenario.Trail trail = scenario.trail();
        Guest hers = owner(trail.stage());
        String bench = "/promotions/" + trail.promotion().id() + "/links";
        assertThat(hers.send(bench, "source", "", "medium", "cpc", "campaign", "spring", "code", "")
                        .body())
                .contains("The source is empty", "value=\"spring\"");
        String taken = trail.link().code().text();
        assertThat(hers.send(bench, "source", "plumage", "medium", "cpc", "campaign", "spring", "code", taken)
                        .body())
                .contains("is taken by another link");
        assertThat(hers.send(bench, "source", "plumage", "medium", "cpc", "campaign", "spring", "code", "a/b")
                        .body())
                .contains("3 to 32 letters");
        assertThat(links.ofPromotion(trail.workspace(), trail.promotion().id())).hasSize(1);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            javascript:alert(1){event} | Only addresses that start with https
            https://plumage.test/px    | has no place for the event
            https://plumage.test/{     | never closes it
            """)
    void aWrongPixelAddressIsRefused(String address, String message) {
        HttpResponse<String> answer = owner.send(
                "/pixels/new",
                "name",
                "Plumage",
                "pixelId",
                "PLM-1",
                "address",
                address,
                "viewEvent",
                "V",
                "leadEvent",
                "L");
        assertThat(answer.body()).contains(message, "value=\"PLM-1\"");
        assertThat(pixels.of(stage.id())).isEmpty();
    }

    private Page bridge() {
        var offer = scenario.offer(stage);
        owner.send(
                "/promotions/new",
                "offer",
                offer.id().toString(),
                "name",
                "Cellar",
                "slug",
                "cellar-" + System.nanoTime(),
                "trail",
                "bridge");
        return pages.of(stage.id()).stream()
                .filter(page -> page.draft() instanceof PageDocument.ContentPage)
                .findFirst()
                .orElseThrow();
    }

    private static String bench(Page page) {
        return "/promotions/" + page.promotion() + "/pages/" + page.id();
    }

    /** Types into the headline's line, as the bench's script sends it. */
    private HttpResponse<String> keep(Page page, int revision, String headline) {
        return owner.sendTo(
                bench(page), bench(page) + "/blocks/d1", "revision", String.valueOf(revision), "text", headline);
    }

    private int revision(Page page) {
        return pages.find(page.workspace(), page.id()).orElseThrow().revision();
    }

    private String headline(Page page) {
        return pages.find(page.workspace(), page.id())
                .map(now -> ((PageDocument.ContentPage) now.draft())
                        .blocks()
                        .first(Block.Headline.class)
                        .orElseThrow()
                        .text())
                .orElseThrow();
    }

    @Test
    void aHeadlineThatIsRefusedLeavesTheDraftAsItWas() {
        Page page = bridge();
        keep(page, page.revision(), "Pick your first mushrooms");
        int revision = revision(page);
        assertThat(keep(page, revision, "x".repeat(200 << 10)).body())
                .contains("The headline has 204,800 characters; at most 200 fit");
        assertThat(keep(page, revision, "ab\u0000c").body()).contains("(U+0000) at position 3");
        assertThat(headline(page)).isEqualTo("Pick your first mushrooms");
    }

    @Test
    void anEditOnAnOldRevisionDoesNotOverwriteTheNewerOne() {
        Page page = bridge();
        int revision = revision(page);
        keep(page, revision, "From the first tab");
        keep(page, revision, "From the second tab");
        assertThat(headline(page)).isEqualTo("From the first tab");
    }

    @Test
    void anUnfinishedPageIsNotPublishedAndSaysWhy() {
        Page page = bridge();
        keep(page, revision(page), "");
        String bench = bench(page);
        HttpResponse<String> answer = owner.sendTo(bench, bench + "/publish");
        assertThat(location(answer)).endsWith(bench);
        assertThat(owner.get(bench).body()).contains("Not published yet", "The page has no headline", "href=\"#add\"");
        assertThat(pages.find(page.workspace(), page.id()).orElseThrow().published())
                .isEmpty();
    }

    @Test
    void publishingSaysWhatChanged() {
        Page page = bridge();
        keep(page, page.revision(), "First headline");
        String bench = bench(page);
        owner.sendTo(bench, bench + "/publish");
        assertThat(owner.get(bench).body()).contains("draft and public page are the same");
        keep(page, revision(page), "Second headline");
        assertThat(owner.get(bench).body())
                .contains(
                        "draft differs from what visitors see",
                        "Headline: “Second headline” instead of “First headline”.");
        owner.sendTo(bench, bench + "/publish");
        assertThat(owner.get(bench).body())
                .contains("Published. Headline: “Second headline” instead of “First headline”.");
        assertThat(sql.sql("select count(*) from page_version where page_id = ?")
                        .param(page.id().value())
                        .query(Long.class)
                        .single())
                .isEqualTo(2);
    }

    @Test
    void anAddressThatNamesNothingIsAPlain404() {
        for (String path : new String[] {
            "/offers/x",
            "/offers/01900000-0000-7000-8000-000000000001",
            "/promotions/nothing",
            "/clicks/nothing",
            "/nothing"
        }) {
            HttpResponse<String> answer = owner.get(path);
            assertThat(answer.statusCode()).as(path).isEqualTo(404);
            assertThat(answer.body()).as(path).contains("There is nothing here").doesNotContain("Exception");
        }
    }

    @Test
    void oneWorkspaceSeesNothingOfAnother() {
        Scenario.Trail theirs = scenario.trail();
        for (String path : new String[] {
            "/offers/" + theirs.offer(),
            "/promotions/" + theirs.promotion().id(),
            "/pixels/" + theirs.pixel(),
            "/promotions/" + theirs.promotion().id() + "/pages/"
                    + theirs.bridge().id(),
            "/promotions/" + theirs.promotion().id() + "/links"
        }) {
            assertThat(owner.get(path).statusCode()).as(path).isEqualTo(404);
        }
        assertThat(owner.sendTo(
                                "/offers/new",
                                "/promotions/" + theirs.promotion().id() + "/links",
                                "source",
                                "a",
                                "medium",
                                "b",
                                "campaign",
                                "c")
                        .statusCode())
                .isEqualTo(404);
    }
}
