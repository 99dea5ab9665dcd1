package dev.wilyferret.app.sales;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.tuple;

import dev.wilyferret.app.clicks.ClickBook;
import dev.wilyferret.app.clicks.ClickLog;
import dev.wilyferret.app.kit.AppTest;
import dev.wilyferret.app.kit.Guest;
import dev.wilyferret.app.kit.Scenario;
import dev.wilyferret.app.offers.OfferDetails;
import dev.wilyferret.app.offers.Offers;
import dev.wilyferret.app.results.Figures;
import dev.wilyferret.core.figures.Period;
import dev.wilyferret.core.figures.Station;
import dev.wilyferret.core.figures.Tally;
import dev.wilyferret.core.id.ClickId;
import dev.wilyferret.core.id.EventId;
import dev.wilyferret.core.id.OfferId;
import dev.wilyferret.core.id.ShortId;
import dev.wilyferret.core.id.UuidV7;
import dev.wilyferret.core.sale.SaleChange;
import dev.wilyferret.core.sale.SaleState;
import dev.wilyferret.core.sale.SaleSums;
import dev.wilyferret.core.sale.Sold;
import dev.wilyferret.core.visit.SiteEvent;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.Callable;
import java.util.concurrent.Executors;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;

class PostbackTest extends AppTest {

    @Autowired
    private ClickLog log;

    @Autowired
    private ClickBook clicks;

    @Autowired
    private Offers offers;

    @Autowired
    private UuidV7 ids;

    @Autowired
    private Sales sales;

    @Autowired
    private Postbacks postbacks;

    @Autowired
    private Figures figures;

    private Scenario.Trail trail;
    private String click;

    @BeforeEach
    void someoneClicked() {
        trail = scenario.trail();
        Guest guest = guest();
        guest.get(trail.link().path());
        click = guest.cookie("wf_c").orElseThrow().split("\\.")[0];
    }

    private String postback(String query) {
        return "/postback/" + trail.network().postbackKey() + "?secret="
                + trail.network().secret() + query;
    }

    private List<Postback> kept() {
        return postbacks.latest(trail.workspace(), false);
    }

    @Test
    void aSaleLeadsBackToItsClick() {
        var answer = guest().get(postback("&click_id=" + click.toUpperCase(java.util.Locale.ROOT)
                + "&order_id=LF-1&commission=27.50&order_value=89"));
        assertThat(answer.statusCode()).isEqualTo(200);
        assertThat(answer.body()).isEqualTo("sale\n");
        Sale sale = sales.ofPromotion(trail.workspace(), trail.promotion().id()).getFirst();
        assertThat(sale.commission().minor()).isEqualTo(2750);
        assertThat(sale.orderValue().minor()).isEqualTo(8900);
        assertThat(sales.ofClicks(trail.workspace(), List.of(sale.click()))).hasSize(1);
        assertThat(owner(trail.stage()).get("/clicks/" + sale.click()).body())
                .contains("order LF-1, commission 27.50 EUR");
    }

    /** Whoever only looks whether there is something to send to. */
    @Test
    void aHeadBooksNothing() {
        String sale = postback("&click_id=" + click + "&order_id=LF-HEAD&commission=27.50");
        assertThat(guest().head(sale).statusCode()).isEqualTo(200);
        assertThat(guest().head(sale.replace("secret=", "secret=x")).statusCode())
                .isEqualTo(403);
        assertThat(kept()).isEmpty();
        assertThat(guest().get(sale).body()).isEqualTo("sale\n");
    }

    @Test
    void withoutACommissionTheOffersPayoutStands() {
        guest().get(postback("&click_id=" + click + "&order_id=LF-2"));
        assertThat(sales.latest(trail.workspace()).getFirst().commission().minor())
                .isEqualTo(2750);
    }

    @Test
    void twiceTheSameOrderIsOneSaleEvenAtTheSameMoment() throws Exception {
        List<Callable<String>> asks = IntStream.range(0, 12)
                .<Callable<String>>mapToObj(
                        i -> () -> guest().get(postback("&click_id=" + click + "&order_id=LF-3&commission=27.50"))
                                .body()
                                .strip())
                .toList();
        try (var pool = Executors.newFixedThreadPool(12)) {
            List<String> answers = pool.invokeAll(asks).stream()
                    .map(java.util.concurrent.Future::resultNow)
                    .toList();
            assertThat(answers)
                    .containsOnlyOnce("sale")
                    .filteredOn("repeated"::equals)
                    .hasSize(11);
        }
        assertThat(sales.latest(trail.workspace())).hasSize(1);
        assertThat(kept()).hasSize(12);
    }

    @Test
    void anUnknownClickIsKeptAndShownAsUnmatched() {
        var answer = guest().get(postback("&click_id=0000000000000000000000000z&order_id=LF-4&commission=27.50"));
        assertThat(answer.body()).isEqualTo("unmatched\n");
        assertThat(kept()).singleElement().satisfies(one -> {
            assertThat(one.outcome()).isEqualTo(Postback.Outcome.UNMATCHED);
            assertThat(one.arrived().order()).isEqualTo("LF-4");
        });
        assertThat(owner(trail.stage()).get("/sales").body()).contains("unmatched", "LF-4", "became no sale");
    }

    /** Whoever went to two offers of a network bought at the one they went to last. */
    @Test
    void aSaleIsTheLatestOffersTheVisitorWentTo() {
        OfferId first = anotherOffer("First");
        OfferId latest = anotherOffer("Latest");
        ClickId id = ShortId.parse(click, ClickId::new).orElseThrow();
        SiteEvent.Click known = clicks.click(trail.workspace(), id).orElseThrow();
        for (OfferId offer : List.of(first, latest)) {
            clock.pass(java.time.Duration.ofSeconds(5));
            log.append(List.of(new SiteEvent.WentOn(
                    new EventId(ids.next()),
                    trail.workspace(),
                    known.promotion(),
                    id,
                    known.visitor(),
                    trail.bridge().id(),
                    Optional.of(offer))));
        }
        guest().get(postback("&click_id=" + click + "&order_id=LF-7&commission=27.50"));
        assertThat(sales.latest(trail.workspace()))
                .singleElement()
                .satisfies(sale -> assertThat(sale.offer()).isEqualTo(latest));
    }

    private OfferId anotherOffer(String name) {
        OfferDetails now =
                offers.find(trail.workspace(), trail.offer()).orElseThrow().details();
        return offers.add(
                trail.workspace(),
                trail.network().name(),
                new OfferDetails(name, now.link(), now.payout(), now.countries(), now.pixelAllowed()));
    }

    /** As long as a request may be; what it says stands at its end. */
    @Test
    void aLongPostbackIsReadAgainAsItWasRead() {
        guest().get(postback("&note=" + "x".repeat(6000)
                + "&click_id=0000000000000000000000000z&order_id=LF-6&commission=12.00&status=pending"));
        Postback unmatched = kept().getFirst();
        assertThat(unmatched.outcome()).isEqualTo(Postback.Outcome.UNMATCHED);
        postbacks.match(
                trail.workspace(),
                unmatched.id(),
                ShortId.parse(click, ClickId::new).orElseThrow());
        assertThat(sales.latest(trail.workspace())).singleElement().satisfies(sale -> {
            assertThat(sale.commission().minor()).isEqualTo(1200);
            assertThat(sale.sold().state()).isEqualTo(SaleState.PENDING);
        });
    }

    @Test
    void aWrongSecretIsRefusedAndLeavesNothing() {
        String path = "/postback/" + trail.network().postbackKey();
        assertThat(guest().get(path + "?secret=wrong&click_id=" + click + "&order_id=LF-5")
                        .statusCode())
                .isEqualTo(403);
        assertThat(guest().get(path + "?click_id=" + click + "&order_id=LF-5").statusCode())
                .isEqualTo(403);
        assertThat(kept()).isEmpty();
        assertThat(sales.latest(trail.workspace())).isEmpty();
    }

    @Test
    void anAmountOfTwoReadingsIsKeptUntilItsNetworksWayIsKnown() {
        guest().get(postback("&click_id=" + click + "&order_id=LF-20&commission=1,000&order_value=12,500"));
        guest().get(postback("&click_id=" + click + "&order_id=LF-21&commission=lots"));
        assertThat(kept()).extracting(Postback::outcome).containsOnly(Postback.Outcome.UNREADABLE);
        assertThat(kept().getLast().note()).contains("can be read as 1,000.00 or as 1.00");
        assertThat(sales.latest(trail.workspace())).isEmpty();
        clock.pass(java.time.Duration.ofHours(5));
        var received = kept().getLast().receivedAt();

        Guest owner = owner(trail.stage());
        String way = "/sales/networks/" + trail.network().id();
        owner.send(way, "numbers", "POINT");
        assertThat(owner.get(way).body()).contains("1 sale is recorded");
        assertThat(owner.get("/sales").body()).contains("1,000.00 EUR");

        Sale sale = sales.latest(trail.workspace()).getFirst();
        assertThat(sale.commission().minor()).isEqualTo(100_000);
        assertThat(sale.orderValue().minor()).isEqualTo(1_250_000);
        assertThat(sale.soldAt()).as("when it was reported").isEqualTo(received);
        assertThat(kept())
                .extracting(Postback::outcome)
                .containsExactly(Postback.Outcome.UNREADABLE, Postback.Outcome.SALE);
        owner.send(way, "numbers", "COMMA");
        guest().get(postback("&click_id=" + click + "&order_id=LF-22&commission=1.250,5"));
        assertThat(sales.latest(trail.workspace()).getFirst().commission().minor())
                .isEqualTo(125_050);
        Guest stranger = owner(scenario.emptyWithLegal());
        assertThat(stranger.sendTo("/sales", way, "numbers", "POINT").statusCode())
                .isEqualTo(404);
    }

    @Test
    void whatCannotBeReadIsKeptWithTheReason() {
        guest().get(postback("&click_id=" + click + "&order_id=LF-6&commission=-3"));
        guest().get(postback("&click_id=" + click + "&order_id=LF-7&commission=lots"));
        guest().get(postback("&click_id=" + click));
        guest().get(postback("&click_id=" + click + "&order_id=" + "x".repeat(3000) + "&commission=1"));
        assertThat(kept())
                .extracting(Postback::outcome)
                .filteredOn(Postback.Outcome.UNREADABLE::equals)
                .hasSize(3);
        assertThat(kept())
                .extracting(Postback::note)
                .anyMatch(note -> note.contains("negative"))
                .anyMatch(note -> note.contains("no order id"));
        assertThat(sales.latest(trail.workspace()))
                .singleElement()
                .satisfies(sale -> assertThat(sale.order()).hasSize(200));
    }

    @Test
    void aClickOfAnotherNetworksOfferIsNotBelieved() {
        Scenario.Trail other = scenario.trail();
        var answer = guest().get("/postback/" + other.network().postbackKey() + "?secret="
                + other.network().secret() + "&click_id=" + click + "&order_id=LF-8&commission=1");
        assertThat(answer.body()).isEqualTo("unmatched\n");
        assertThat(sales.latest(trail.workspace())).isEmpty();
    }

    private String report(String order, String status, String commission) {
        String amount = commission.isEmpty() ? "" : "&commission=" + commission;
        return guest().get(postback("&click_id=" + click + "&order_id=" + order + "&status=" + status + amount))
                .body()
                .strip();
    }

    private Sale sale() {
        return sales.latest(trail.workspace()).getFirst();
    }

    private Tally.Sums counted() {
        followed();
        return figures.of(trail.workspace(), trail.promotion().id(), Period.EVER)
                .sums();
    }

    /** Pending, approved with less than was said first, a refund in two parts: 27.50, then 20.00, less 5.00, less the rest. */
    @Test
    void aSaleGoesItsWayAndEveryStepOfItIsKept() {
        assertThat(report("LF-9", "pending", "27.50")).isEqualTo("sale");
        assertThat(counted().sold()).isEqualTo(new SaleSums(1, 1, 0, 0, 2750, 0, 0, 0));
        assertThat(report("LF-9", "Approved", "20")).isEqualTo("changed");
        assertThat(report("LF-9", "refunded", "-5.00")).isEqualTo("changed");
        assertThat(sale().state()).isEqualTo(SaleState.APPROVED);
        assertThat(counted().sold().revenue()).isEqualTo(1500);
        assertThat(report("LF-9", "refunded", "5")).as("sent again").isEqualTo("repeated");
        assertThat(report("LF-9", "approved", "20")).as("sent again").isEqualTo("repeated");
        assertThat(report("LF-9", "pending", "27.50")).as("sent late").isEqualTo("repeated");
        assertThat(report("LF-9", "refunded", "15.01")).isEqualTo("out_of_turn");
        assertThat(report("LF-9", "refunded", "")).isEqualTo("changed");
        assertThat(report("LF-9", "refunded", "")).isEqualTo("repeated");
        assertThat(report("LF-9", "reversed", "")).as("nothing is left of it").isEqualTo("out_of_turn");
        assertThat(report("LF-9", "perhaps", "")).isEqualTo("unreadable");
        assertThat(sale().state()).isEqualTo(SaleState.REFUNDED);
        assertThat(counted().sold()).isEqualTo(new SaleSums(1, 0, 1, 0, 0, 2000, 2000, 0));
        assertThat(sales.course(trail.workspace(), sale().id()))
                .extracting(SaleChange::state, SaleChange::amount)
                .containsExactly(
                        tuple(SaleState.PENDING, 2750L),
                        tuple(SaleState.APPROVED, 2000L),
                        tuple(SaleState.REFUNDED, 500L),
                        tuple(SaleState.REFUNDED, 1500L));
        assertThat(kept()).hasSize(11);
        assertThat(owner(trail.stage()).get("/sales").body())
                .contains("out of turn", "More would be taken back than is left of the commission.", "perhaps");
    }

    @Test
    void aReversedSaleIsNone() {
        report("LF-10", "approved", "27.50");
        assertThat(counted().sold().sales()).isEqualTo(1);
        assertThat(report("LF-10", "reversed", "")).isEqualTo("changed");
        assertThat(counted().sold()).isEqualTo(new SaleSums(0, 0, 0, 1, 0, 0, 0, 0));
        assertThat(figures.of(trail.workspace(), trail.promotion().id(), Period.EVER)
                        .stations())
                .doesNotContain(new Station.Sale());
    }

    /** Networks send things in any order. */
    @Test
    void aRefundThatComesBeforeItsSaleIsLookedAtAgain() {
        assertThat(report("LF-11", "refunded", "7.50")).isEqualTo("unmatched");
        assertThat(report("LF-11", "approved", "27.50")).isEqualTo("sale");
        assertThat(sale().sold()).isEqualTo(new Sold(SaleState.APPROVED, 2750, 750, 0));
        assertThat(kept())
                .extracting(Postback::outcome)
                .containsExactlyInAnyOrder(Postback.Outcome.SALE, Postback.Outcome.CHANGED);
    }

    @Test
    void twoRefundsAtTheSameMomentAreOne() throws Exception {
        report("LF-12", "approved", "27.50");
        List<Callable<String>> asks = IntStream.range(0, 12)
                .<Callable<String>>mapToObj(i -> () -> report("LF-12", "refunded", i % 2 == 0 ? "10.00" : "27.50"))
                .toList();
        try (var pool = Executors.newFixedThreadPool(12)) {
            List<String> answers = pool.invokeAll(asks).stream()
                    .map(java.util.concurrent.Future::resultNow)
                    .toList();
            // Whichever came first: its five repeats say nothing new, and of the other six none can follow on it.
            assertThat(answers.stream().collect(Collectors.groupingBy(answer -> answer, Collectors.counting())))
                    .isEqualTo(Map.of("changed", 1L, "repeated", 5L, "out_of_turn", 6L));
        }
        assertThat(sale().sold().refunded()).isIn(1000L, 2750L);
        assertThat(sales.course(trail.workspace(), sale().id())).hasSize(2);
    }

    @Test
    void whatANetworkSaysElsewhereIsNotedByHand() {
        report("LF-13", "pending", "27.50");
        Guest owner = owner(trail.stage());
        String page = "/sales/" + sale().id();
        assertThat(owner.get(page).body()).contains("Order LF-13", "pending");
        assertThat(owner.send(page, "state", "REFUNDED", "amount", "5").body())
                .contains("Only an approved sale can be refunded in part.", "value=\"5\"");
        assertThat(owner.send(page, "state", "APPROVED", "amount", "lots").body())
                .contains("is not an amount", "value=\"lots\"");
        assertThat(owner.send(page, "amount", "").body()).contains("Choose what became of the sale.");
        owner.send(page, "state", "APPROVED", "amount", "");
        owner.send(page, "state", "REFUNDED", "amount", "5");
        owner.send(page, "state", "REFUNDED", "amount", "5");
        assertThat(sale().sold())
                .as("by hand two alike are two")
                .isEqualTo(new Sold(SaleState.APPROVED, 2750, 1000, 0));
        assertThat(report("LF-13", "refunded", "5"))
                .as("the network has not said it yet")
                .isEqualTo("changed");
        owner.send(page, "state", "REVERSED", "amount", "");
        assertThat(owner.send(page, "state", "PENDING", "amount", "").body())
                .contains("A sale that is reversed cannot become pending.");
        owner.send(page, "state", "APPROVED", "amount", "");
        assertThat(sale().sold()).isEqualTo(new Sold(SaleState.APPROVED, 2750, 0, 0));
        assertThat(owner.get(page).body()).contains("hand", "postback");
        assertThat(sales.course(trail.workspace(), sale().id())).hasSize(7);
        assertThat(owner(scenario.emptyWithLegal()).get(page).statusCode()).isEqualTo(404);
    }
}
