package dev.wilyferret.app.site;

import static dev.wilyferret.app.kit.Guest.location;
import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import dev.wilyferret.app.kit.AppTest;
import dev.wilyferret.app.kit.Guest;
import dev.wilyferret.app.kit.Scenario;
import dev.wilyferret.app.leads.Lead;
import dev.wilyferret.app.leads.Leads;
import dev.wilyferret.app.offers.Offer;
import dev.wilyferret.app.offers.OfferDetails;
import dev.wilyferret.app.offers.Offers;
import dev.wilyferret.core.address.UriTemplate;
import dev.wilyferret.core.figures.Period;
import dev.wilyferret.core.id.OfferId;
import dev.wilyferret.core.id.ShortId;
import dev.wilyferret.core.money.Money;
import dev.wilyferret.core.offer.AffiliateLink;
import dev.wilyferret.core.offer.Countries;
import dev.wilyferret.core.offer.Payout;
import dev.wilyferret.core.offer.SubIdFill;
import dev.wilyferret.core.page.Block;
import dev.wilyferret.core.page.BlockId;
import dev.wilyferret.core.page.FormField;
import dev.wilyferret.core.page.NextStep;
import dev.wilyferret.core.page.PageDocument.ContentPage;
import dev.wilyferret.core.page.PageSettings;
import dev.wilyferret.core.page.Placed;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.concurrent.Executors;
import java.util.regex.Pattern;
import java.util.stream.IntStream;
import org.jsoup.Jsoup;
import org.jsoup.nodes.Element;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.springframework.beans.factory.annotation.Autowired;

/** Forms, countdowns, consent and other offers, as visitors meet them. */
class FormTest extends AppTest {

    @Autowired
    private Leads leads;

    @Autowired
    private Offers offers;

    private Scenario.Trail trail;

    @BeforeEach
    void begin() {
        trail = scenario.trail();
    }

    private void publish(ContentPage page) {
        scenario.write(trail.bridge(), page);
        await().until(() -> guest().head(trail.bridgePath()).statusCode() == 200
                && guest().get(trail.bridgePath()).body().contains("Fresh"));
    }

    private static Placed headline() {
        return Placed.of("h", new Block.Headline("Fresh"));
    }

    private static Placed disclosure() {
        return Placed.of("d", new Block.Disclosure("I earn a commission."));
    }

    private void publishForm(NextStep next) {
        publish(Scenario.content(
                headline(),
                Placed.of(
                        "f",
                        new Block.Form(
                                FormField.all("First name *", "E-mail address", "Balcony?", "Window: north?"),
                                "Send",
                                "I agree to be written to",
                                "Thanks!",
                                next)),
                disclosure()));
    }

    private String optIn() {
        return "/opt-in/" + ShortId.of(trail.bridge().id()) + "/f";
    }

    /** Either of two at once may lead to another offer. */
    @ParameterizedTest
    @CsvSource({"true", "false"})
    void oneOfTwoAtOnceLeadsToAnotherOffer(boolean newTab) {
        OfferId other = offers.add(
                trail.workspace(),
                "Other network",
                new OfferDetails(
                        "きのこ",
                        new AffiliateLink(
                                UriTemplate.parseWeb("https://straße.test/きのこ?sub={sub}"),
                                Map.of("sub", new SubIdFill.ClickId())),
                        new Payout.PerSale(Money.zero(Scenario.EUR)),
                        Countries.parse(""),
                        false));
        NextStep there = new NextStep.ToAnotherOffer(other);
        NextStep own = new NextStep.ToOffer();
        publish(Scenario.content(
                headline(),
                Placed.of(
                        "b",
                        new Block.Button(
                                "Both",
                                newTab ? new NextStep.TwoAtOnce(there, own) : new NextStep.TwoAtOnce(own, there))),
                disclosure()));
        HttpResponse<String> out =
                guest().get("/out/" + ShortId.of(trail.bridge().id()) + "/" + ShortId.of(other));
        assertThat(out.statusCode()).isEqualTo(302);
        assertThat(location(out)).startsWith("https://xn--strae-oqa.test/%E3%81%8D%E3%81%AE%E3%81%93?sub=");
    }

    private static String view(HttpResponse<String> page) {
        var found = Pattern.compile("name=\"v\" value=\"([^\"]+)\"").matcher(page.body());
        assertThat(found.find()).isTrue();
        return found.group(1);
    }

    private Lead lead() {
        return leads.ofPromotion(trail.workspace(), trail.promotion().id(), 0).getFirst();
    }

    /** Whoever is on the list takes less to keep than whoever is not: no answer goes out before its moment. */
    @Test
    void howLongAnAnswerTakesDoesNotTellWhoIsOnTheList() {
        publish(Scenario.formPage(Optional.of(scenario.list(trail.workspace(), true))));
        for (String email : List.of("new@b.example", "new@b.example", "other@b.example", "wrong@")) {
            long began = System.nanoTime();
            guest().post(optIn(), "email", email);
            assertThat(Duration.ofNanos(System.nanoTime() - began)).as(email).isGreaterThanOrEqualTo(EvenTime.STEP);
        }
    }

    @Test
    void aLeadIsKeptWithItsClickConsentAndAnswers() {
        publishForm(new NextStep.ToPage(trail.redirect().id()));
        Guest guest = guest();
        guest.get(trail.link().path());
        String view = view(guest.get(trail.bridgePath()));
        clock.pass(Duration.ofSeconds(5));
        HttpResponse<String> sent = guest.post(
                optIn(),
                "email",
                " ines@kelderhoek.example ",
                "first_name",
                "Ines",
                "own1",
                "cellar",
                "consent",
                "yes",
                "v",
                view,
                "site",
                "");
        assertThat(sent.statusCode()).isEqualTo(303);
        assertThat(location(sent)).isEqualTo(trail.redirectPath());
        assertThat(lead().email()).isEqualTo("ines@kelderhoek.example");
        assertThat(lead().answers()).isEqualTo(Map.of("First name", "Ines", "Balcony?", "cellar"));
        assertThat(lead().consent()).isEqualTo("I agree to be written to");
        assertThat(lead().suspect()).isEmpty();
        assertThat(ShortId.of(lead().click()))
                .isEqualTo(guest.cookie("wf_c").orElseThrow().split("\\.")[0]);
        guest.post(optIn(), "email", "INES@kelderhoek.example", "first_name", "Ines", "v", view);
        assertThat(leads.ofPromotion(trail.workspace(), trail.promotion().id(), 0))
                .hasSize(1);
    }

    /** Their browser has forgotten the visit; the form says which view it stands on. */
    @Test
    void whoReadsLongerThanAVisitLastsIsAnOptInOfTheirClickAllTheSame() {
        publishForm(new NextStep.ShowThanks());
        Guest guest = guest();
        guest.get(trail.link().path());
        String view = view(guest.get(trail.bridgePath()));
        String click = guest.cookie("wf_c").orElseThrow().split("\\.")[0];
        clock.pass(Duration.ofMinutes(45));
        Guest later = guest();
        later.post(optIn(), "email", "ines@kelderhoek.example", "first_name", "Ines", "v", view);
        assertThat(ShortId.of(lead().click())).isEqualTo(click);
        assertThat(lead().tags())
                .hasValueSatisfying(tags -> assertThat(tags.source()).isEqualTo("plumage"));
        assertThat(later.cookie("wf_c").orElseThrow())
                .as("and their visit goes on")
                .startsWith(click);
        assertThat(optIns()).isEqualTo(1);
    }

    /** A click begins, as on the way out. */
    @Test
    void whoseViewIsNotKnownIsAnOptInOfAClickOfTheirOwn() {
        publishForm(new NextStep.ShowThanks());
        guest().post(optIn(), "email", "ines@kelderhoek.example", "first_name", "Ines");
        assertThat(optIns()).isEqualTo(1);
    }

    private long optIns() {
        followed();
        return figures.of(trail.workspace(), trail.promotion().id(), Period.EVER)
                .sums()
                .optIns();
    }

    @Test
    void formBotsAreKeptAndMarked() {
        publishForm(new NextStep.ShowThanks());
        Guest guest = guest();
        String view = view(guest.get(trail.bridgePath()));
        HttpResponse<String> sent = guest.post(optIn(), "email", "a@b.example", "first_name", "A", "v", view);
        assertThat(location(sent)).isEqualTo(trail.bridgePath() + "?thanks=f#f-f");
        assertThat(lead().suspect()).contains("ms after the page opened");
        clock.pass(Duration.ofSeconds(5));
        guest.post(optIn(), "email", "c@b.example", "first_name", "C", "v", view, "site", "https://spam.example");
        assertThat(lead().suspect()).isEqualTo("A field that no person sees was filled in.");
        guest.post(optIn(), "email", "e@b.example", "first_name", "E");
        assertThat(lead().suspect()).isEqualTo("It was sent without the page having been opened.");
        assertThat(guest.get(trail.bridgePath() + "?thanks=f").body())
                .contains(">Thanks!</p>")
                .doesNotContain("name=\"email\"");
    }

    @ParameterizedTest
    @CsvSource({
        "'', Ines, Please fill this in.",
        "ines, Ines, does not look like an e-mail address",
        "i@b, Ines, does not look like an e-mail address",
        "'a@b.example,c@d.example', Ines, does not look like an e-mail address",
        "i@b.example, '', Please fill this in.",
        "i@b.example, <script>alert(1)</script>\u202E, invisible character",
    })
    void wrongInputIsSaidAtTheFieldAndKeptTyped(String email, String name, String message) {
        publishForm(new NextStep.ShowThanks());
        HttpResponse<String> answer = guest().post(optIn(), "email", email, "first_name", name);
        assertThat(answer.statusCode()).isEqualTo(422);
        assertThat(answer.body()).contains(message).doesNotContain("<script>alert");
        assertThat(answer.body()).contains("value=\"" + email + "\"");
        assertThat(leads.ofPromotion(trail.workspace(), trail.promotion().id(), 0))
                .isEmpty();
    }

    @Test
    void fieldsStandInTheirOrderUnderTheirWordsAndOwnOnesCanBeNeeded() {
        publish(Scenario.content(
                headline(),
                Placed.of(
                        "f",
                        new Block.Form(
                                FormField.all("Balcony? *", "First name: Vorname", "E-mail: Deine Adresse"),
                                "Send",
                                "",
                                "",
                                new NextStep.ShowThanks()))));
        assertThat(Jsoup.parse(guest().get(trail.bridgePath()).body()).select("form > div > label"))
                .extracting(Element::text)
                .containsExactly("Balcony?", "Vorname", "Deine Adresse");
        HttpResponse<String> without = guest().post(optIn(), "email", "a@b.example", "first_name", "Ines");
        assertThat(Jsoup.parse(without.body()).select("div:has(#f-own1) .wrong").text())
                .isEqualTo("Please fill this in.");
        assertThat(guest().post(optIn(), "email", "a@b.example", "own1", "no").statusCode())
                .isEqualTo(303);
        assertThat(lead().answers()).isEqualTo(Map.of("Balcony?", "no"));
    }

    @Test
    void aCountdownEndsForEverybodyAtItsMoment() {
        var end = clock.instant().plus(Duration.ofMinutes(10));
        publish(
                Scenario.content(
                                headline(),
                                Placed.of("gift", new Block.SubHeadline("With three bonuses")),
                                Placed.of(
                                        "go",
                                        new Block.Button(
                                                "Go",
                                                new NextStep.ToPage(
                                                        trail.redirect().id()))),
                                Placed.of(
                                        "c",
                                        new Block.Countdown(
                                                Optional.of(end),
                                                "Ends in",
                                                "The bonuses have ended.",
                                                Optional.of(new BlockId("gift")),
                                                Optional.of(new BlockId("go")),
                                                new NextStep.ToOffer(),
                                                true)),
                                disclosure())
                        .with(
                                PageSettings.titled(
                                        "Fresh; on the balcony, from spores to pan: \u304d\u306e\u3053 for the whole autumn and \ud83c\udf44 winter")));
        Guest guest = guest();
        assertThat(guest.get(trail.bridgePath()).body())
                .contains("With three bonuses", "data-until=\"", trail.redirectPath());
        HttpResponse<String> calendar =
                guest.get("/calendar/" + ShortId.of(trail.bridge().id()) + "/c");
        assertThat(calendar.body().lines().map(line -> line.getBytes(StandardCharsets.UTF_8).length))
                .as("RFC 5545, 3.1: a line has at most 75 octets")
                .allMatch(octets -> octets <= 75);
        assertThat(calendar.body().replace("\r\n ", ""))
                .contains(
                        "BEGIN:VEVENT\r\n",
                        "VERSION:2.0\r\n",
                        "UID:" + ShortId.of(trail.bridge().id()) + "-c\r\n",
                        "DTSTART:"
                                + DateTimeFormatter.ofPattern("uuuuMMdd'T'HHmmss'Z'")
                                        .format(end.atOffset(ZoneOffset.UTC)),
                        "SUMMARY:Fresh\\; on the balcony\\, from spores to pan: \u304d\u306e\u3053 for the whole autumn and \ud83c\udf44 winter\r\n");
        clock.pass(Duration.ofMinutes(11));
        assertThat(guest.get(trail.bridgePath()).body())
                .contains(
                        "The bonuses have ended.",
                        "/out/" + ShortId.of(trail.bridge().id()))
                .doesNotContain("With three bonuses", "data-until=\"");
    }

    @Test
    void pixelsWaitForConsentOnThePageAndBehindIt() {
        PageSettings asking = new PageSettings("Fresh", "", "", "", "en", true, true, "", "");
        publish(Scenario.bridgeText(
                        "Fresh", new NextStep.ToPage(trail.redirect().id()), List.of(trail.pixel()))
                .with(asking));
        Guest guest = guest();
        String page = guest.get(trail.bridgePath()).body();
        assertThat(page).contains("id=\"ask\"", "\"consent\":true").doesNotContain("<noscript>");
        await().until(() -> !guest().get(trail.redirectPath()).body().contains("plumage.test"));
        assertThat(guest.get(trail.redirectPath(), "Cookie", "wf_ok=no").body()).doesNotContain("plumage.test");
        assertThat(guest().get(trail.redirectPath(), "Cookie", "wf_ok=yes").body())
                .contains("plumage.test");
    }

    @Test
    void anotherOffersSaleLeadsBackToItsClick() {
        Offer kit = scenario.otherNetworksOffer(trail);
        publish(Scenario.content(
                headline(),
                Placed.of("i1", new Block.OfferItem("", "", "Course", "", "Go", new NextStep.ToOffer())),
                Placed.of("i2", new Block.OfferItem("", "", "Kit", "", "Go", new NextStep.ToAnotherOffer(kit.id()))),
                disclosure()));
        Guest guest = guest();
        String page = guest.get(trail.bridgePath()).body();
        String out = "/out/" + ShortId.of(trail.bridge().id()) + "/" + ShortId.of(kit.id());
        assertThat(page).contains(out + "?item=2");
        assertThat(location(guest.get(out))).startsWith("https://lanternfish.test/buy/");
        String click = guest.cookie("wf_c").orElseThrow().split("\\.")[0];
        assertThat(guest.get(kit.network().postbackPath().split("&")[0] + "&click_id=" + click
                                + "&order_id=K-1&commission=4.00")
                        .body())
                .startsWith("sale");
        assertThat(sql.sql("select offer_id from sale where workspace_id = ?")
                        .param(trail.workspace().value())
                        .query(UUID.class)
                        .single())
                .isEqualTo(kit.id().value());
        assertThat(guest().get("/out/" + ShortId.of(trail.bridge().id()) + "/" + ShortId.of(UUID.randomUUID()))
                        .statusCode())
                .isEqualTo(404);
    }

    @Test
    void whoWentOnOrLeftAnAddressIsToldByPage() {
        publishForm(new NextStep.ShowThanks());
        Guest guest = guest();
        guest.get(trail.link().path());
        String view = view(guest.get(trail.bridgePath()));
        guest().get(trail.bridgePath());
        followed();
        long before = figures.ledOn(trail.workspace()).get(trail.bridge().id()).part();
        guest.post(optIn(), "email", "a@b.example", "first_name", "A", "v", view);
        followed();
        var rate = figures.ledOn(trail.workspace()).get(trail.bridge().id());
        assertThat(rate.part()).isEqualTo(before + 1);
        assertThat(rate.whole()).isGreaterThanOrEqualTo(2);
    }

    @Autowired
    private dev.wilyferret.app.results.Figures figures;

    @Test
    void hundredsAtOnceAreAllKeptWhileAPageIsServed() throws Exception {
        publishForm(new NextStep.ShowThanks());
        try (var threads = Executors.newVirtualThreadPerTaskExecutor()) {
            var sent = IntStream.range(0, 250)
                    .mapToObj(i -> threads.submit(
                            () -> guest().post(optIn(), "email", "at" + i + "@once.example", "first_name", "A")
                                    .statusCode()))
                    .toList();
            assertThat(guest().get(trail.bridgePath()).statusCode()).isEqualTo(200);
            for (var one : sent) {
                assertThat(one.get()).isEqualTo(303);
            }
        }
        assertThat(leads.ofPromotion(trail.workspace(), trail.promotion().id(), 1))
                .as("the second page of 250")
                .hasSize(50);
    }

    @Test
    void aFormThatCannotBeKeptComesBackAsItWasTyped() {
        publishForm(new NextStep.ShowThanks());
        sql.sql("alter table lead rename to lead_away").update();
        try {
            HttpResponse<String> answer = guest().post(optIn(), "email", "ines@k.example", "first_name", "Ines <3");
            assertThat(answer.statusCode()).isEqualTo(503);
            var page = Jsoup.parse(answer.body());
            assertThat(page.select("form .wrong").text()).contains("send it again in a few seconds");
            assertThat(page.select("#f-email").val()).isEqualTo("ines@k.example");
            assertThat(page.select("#f-first_name").val()).isEqualTo("Ines <3");
        } finally {
            sql.sql("alter table lead_away rename to lead").update();
        }
        assertThat(guest().post(optIn(), "email", "ines@k.example", "first_name", "Ines <3")
                        .statusCode())
                .isEqualTo(303);
    }
}
