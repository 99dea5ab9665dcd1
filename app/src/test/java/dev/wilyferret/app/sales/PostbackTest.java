package dev.wilyferret.app.sales;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wilyferret.app.kit.AppTest;
import dev.wilyferret.app.kit.Guest;
import dev.wilyferret.app.kit.Scenario;
import java.util.List;
import java.util.concurrent.Callable;
import java.util.concurrent.Executors;
import java.util.stream.IntStream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;

class PostbackTest extends AppTest {

    @Autowired
    private Sales sales;

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
        return sales.postbacks(trail.workspace());
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
        assertThat(sales.ofClick(trail.workspace(), sale.click())).hasSize(1);
        assertThat(owner(trail.stage()).get("/clicks/" + sale.click()).body())
                .contains("order LF-1, commission 27.50 EUR");
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
        assertThat(owner(trail.stage()).get("/sales").body())
                .contains("unmatched", "LF-4", "could not be led to a click");
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
        String way = "/sales/networks/" + trail.network().id() + "/numbers";
        owner.sendTo("/sales", way, "style", "POINT");
        assertThat(owner.get("/sales").body()).contains("1 sale is recorded", "1,000.00 EUR");

        Sale sale = sales.latest(trail.workspace()).getFirst();
        assertThat(sale.commission().minor()).isEqualTo(100_000);
        assertThat(sale.orderValue().minor()).isEqualTo(1_250_000);
        assertThat(sale.soldAt()).as("when it was reported").isEqualTo(received);
        assertThat(kept())
                .extracting(Postback::outcome)
                .containsExactly(Postback.Outcome.UNREADABLE, Postback.Outcome.SALE);
        owner.sendTo("/sales", way, "style", "COMMA");
        guest().get(postback("&click_id=" + click + "&order_id=LF-22&commission=1.250,5"));
        assertThat(sales.latest(trail.workspace()).getFirst().commission().minor())
                .isEqualTo(125_050);
        Guest stranger = owner(scenario.emptyWithLegal());
        assertThat(stranger.sendTo("/sales", way, "style", "POINT").statusCode())
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
}
