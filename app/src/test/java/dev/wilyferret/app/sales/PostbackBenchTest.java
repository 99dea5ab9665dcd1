package dev.wilyferret.app.sales;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import dev.wilyferret.app.kit.AppTest;
import dev.wilyferret.app.kit.Guest;
import dev.wilyferret.app.kit.Scenario;
import dev.wilyferret.app.offers.Network;
import dev.wilyferret.app.offers.Offers;
import dev.wilyferret.app.secrets.Signing;
import dev.wilyferret.core.sale.SaleState;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Locale;
import org.jsoup.Jsoup;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;

/** How a network writes its postbacks, and what becomes of them for that. */
class PostbackBenchTest extends AppTest {

    @Autowired
    private Sales sales;

    @Autowired
    private Postbacks postbacks;

    @Autowired
    private Offers offers;

    private Scenario.Trail trail;
    private Guest owner;
    private String bench;

    @BeforeEach
    void begin() {
        trail = scenario.trail();
        owner = owner(trail.stage());
        bench = "/sales/networks/" + trail.network().id();
    }

    private String click() {
        Guest guest = guest();
        guest.get(trail.link().path());
        return guest.cookie("wf_c").orElseThrow().split("\\.")[0];
    }

    private String address() {
        return "/postback/" + trail.network().postbackKey();
    }

    private HttpResponse<String> sent(String query) {
        return guest().get(address() + "?secret=" + trail.network().secret() + "&" + query);
    }

    private String became(String query) {
        return sent(query).body().strip();
    }

    /** Keeps how it writes them, and waits until the site has heard. */
    private void written(String... fields) {
        assertThat(owner.send(bench, fields).statusCode()).isEqualTo(302);
        Network now = offers.network(trail.workspace(), trail.network().id()).orElseThrow();
        await().until(() -> network().equals(now));
    }

    private Network network() {
        return snapshots.now().networks().get(trail.network().postbackKey());
    }

    @Autowired
    private dev.wilyferret.app.live.SnapshotKeeper snapshots;

    @Test
    void itsNamesAndWordsAreReadAsOurs() {
        String click = click();
        assertThat(became("subid=" + click + "&tx=A-1&payout=12.50&state=2")).isEqualTo("unreadable");
        written(
                "names", "click_id = subid\norder_id = tx\ncommission = payout\nstatus = state",
                "words", "2 = pending\n3 = reversed",
                "proof", "secret");
        assertThat(owner.get(bench).body()).contains("what became nothing before was read again: 1 sale is recorded.");
        Sale sale = sales.latest(trail.workspace()).getFirst();
        assertThat(sale.order()).isEqualTo("A-1");
        assertThat(sale.state()).isEqualTo(SaleState.PENDING);
        assertThat(sale.commission().minor()).isEqualTo(1250);
        assertThat(became("subid=" + click + "&tx=A-1&state=3")).isEqualTo("changed");
        assertThat(owner.get("/offers/networks/" + trail.network().id()).body())
                .contains(
                        "subid={click_id}&amp;tx={order_id}&amp;payout={commission}&amp;order_value={order_value}&amp;state={status}");
    }

    @Test
    void whatIsWrongIsSaidAtItsFieldAndStays() {
        HttpResponse<String> answer = owner.send(bench, "names", "clicked = subid", "words", "ok = fine");
        assertThat(answer.body())
                .contains("“clicked” is no part of a postback.", "“fine” is neither a status", "clicked = subid");
        assertThat(owner(scenario.emptyWithLegal()).get(bench).statusCode()).isEqualTo(404);
    }

    @Test
    void withoutAnOrderIdEachClickAndEventIsOne() {
        String click = click();
        assertThat(became("click_id=" + click + "&event=trial")).isEqualTo("unreadable");
        written("withoutOrder", "on", "proof", "secret");
        assertThat(sales.latest(trail.workspace())).hasSize(1);
        assertThat(became("click_id=" + click + "&event=trial")).isEqualTo("repeated");
        assertThat(became("click_id=" + click.toUpperCase(Locale.ROOT) + "&event=trial&status=reversed"))
                .isEqualTo("changed");
        assertThat(became("click_id=" + click + "&event=deposit")).isEqualTo("sale");
        assertThat(became("click_id=" + click() + "&event=trial")).isEqualTo("sale");
        assertThat(became("event=trial")).isEqualTo("unreadable");
        assertThat(sales.latest(trail.workspace()))
                .extracting(Sale::order)
                .contains("trial of click " + click, "deposit of click " + click);
    }

    @Test
    void itemsAndKindsOfAnOrderAreSalesOfTheirOwn() {
        String click = click();
        String order = "click_id=" + click + "&order_id=B-1&commission=10";
        assertThat(became(order + "&item=kit&product=Oyster+Kit")).isEqualTo("sale");
        assertThat(became(order + "&item=kit")).isEqualTo("repeated");
        assertThat(became(order + "&item=kit&kind=rebill")).isEqualTo("sale");
        assertThat(became(order + "&item=book&kind=UPSELL")).isEqualTo("sale");
        assertThat(became(order + "&item=book&kind=gift")).isEqualTo("unreadable");
        assertThat(became("order_id=B-1&item=kit&kind=rebill&status=refunded")).isEqualTo("changed");
        assertThat(became("order_id=B-1&status=refunded"))
                .as("of which of them")
                .isEqualTo("unmatched");
        assertThat(sales.latest(trail.workspace()))
                .extracting(Sale::particulars)
                .containsExactlyInAnyOrder("Oyster Kit, item kit", "item kit, rebill", "item book, upsell");
        assertThat(sales.latest(trail.workspace())).extracting(Sale::state).containsOnlyOnce(SaleState.REFUNDED);
        assertThat(became("click_id=" + click + "&order_id=B-2&item=pot&commission=4"))
                .isEqualTo("sale");
        assertThat(became("order_id=B-2&status=reversed")).as("it has one only").isEqualTo("changed");
    }

    @Test
    void itMayComeByPostLikeAForm() {
        String body = "secret=" + trail.network().secret() + "&click_id=" + click() + "&order_id=C-1&commission=7";
        assertThat(guest().body(address(), "application/x-www-form-urlencoded", body)
                        .body())
                .isEqualTo("sale\n");
        assertThat(guest().body(address(), "application/json", "{}").statusCode())
                .isEqualTo(415);
        assertThat(guest().body(address(), "application/x-www-form-urlencoded", "x=" + "y".repeat(20_000))
                        .statusCode())
                .isEqualTo(413);
        assertThat(postbacks.latest(trail.workspace(), false))
                .singleElement()
                .satisfies(one -> assertThat(one.arrived().sent())
                        .startsWith("click_id=")
                        .doesNotContain(trail.network().secret()));
    }

    @Test
    void whatIsSignedIsBelievedAndNothingElse() {
        written("proof", "signed");
        String query = "click_id=" + click() + "&order_id=D-1&commission=7";
        byte[] key = trail.network().secret().getBytes(StandardCharsets.UTF_8);
        String signature = Signing.of(key, query);
        assertThat(sent(query).statusCode()).as("the secret alone").isEqualTo(403);
        assertThat(guest().get(address() + "?" + query.replace("7", "70") + "&signature=" + signature)
                        .statusCode())
                .isEqualTo(403);
        assertThat(guest().get(address() + "?" + query + "&signature=" + signature.toUpperCase(Locale.ROOT))
                        .body())
                .isEqualTo("sale\n");
        assertThat(guest().body(address(), "application/x-www-form-urlencoded", query, "X-Signature", signature)
                        .body())
                .isEqualTo("repeated\n");
        assertThat(guest().body(
                                address() + "?" + query,
                                "application/x-www-form-urlencoded",
                                "order_id=D-2&status=reversed&signature="
                                        + Signing.of(key, "order_id=D-2&status=reversed"))
                        .body())
                .as("what the address says beside a signed body is not signed")
                .isEqualTo("unmatched\n");
        assertThat(guest().body(
                                address() + "?" + query + "&signature=" + signature,
                                "application/x-www-form-urlencoded",
                                "order_id=D-1&status=reversed")
                        .statusCode())
                .as("a signed address beside another body")
                .isEqualTo(403);
        assertThat(owner.get(bench).body()).contains("signature={signature}", "Secret to sign with");
    }

    @Test
    void anotherCurrencyIsNotGuessedAt() {
        String query = "click_id=" + click() + "&order_id=E-1&commission=7";
        assertThat(became(query + "&currency=USD")).isEqualTo("unreadable");
        assertThat(owner.get("/sales?became=nothing").body())
                .contains("It is in USD, and this workspace reckons in EUR.");
        assertThat(became(query + "&currency=eur")).isEqualTo("sale");
        assertThat(owner.get("/sales?became=nothing").body()).contains("USD").doesNotContain("currency=eur");
    }

    @Test
    void theSameOrderOfTwoNetworksIsTwoSales() {
        Network other = scenario.otherNetworksOffer(trail).network();
        assertThat(became("click_id=" + click() + "&order_id=F-1&commission=7")).isEqualTo("sale");
        await().until(() -> snapshots.now().networks().containsKey(other.postbackKey()));
        assertThat(guest().get("/postback/" + other.postbackKey() + "?secret=" + other.secret()
                                + "&order_id=F-1&status=reversed")
                        .body())
                .isEqualTo("unmatched\n");
        assertThat(sales.latest(trail.workspace()).getFirst().state()).isEqualTo(SaleState.APPROVED);
    }

    @Test
    void whatNamesNoClickIsMatchedByHand() {
        assertThat(became("click_id=lost&order_id=G-1&commission=7")).isEqualTo("unmatched");
        assertThat(became("click_id=lost&order_id=G-1&status=refunded&commission=2"))
                .isEqualTo("unmatched");
        Postback kept = postbacks.latest(trail.workspace(), true).getLast();
        String match = "/sales/postbacks/" + kept.id() + "/match";
        assertThat(owner.sendTo("/sales", match, "click", "nonsense").body())
                .contains("That is no click id.", "value=\"nonsense\"");
        String elsewhere = clickOf(scenario.trail());
        assertThat(owner.sendTo("/sales", match, "click", elsewhere).body())
                .contains("No click of this workspace has the id");
        assertThat(postbacks.latest(trail.workspace(), true)).hasSize(2);
        owner.sendTo("/sales", match, "click", "https://console.test/clicks/" + click() + "?x=1");
        assertThat(owner.get("/sales").body()).contains("Matched. The sale is recorded.");
        assertThat(sales.latest(trail.workspace())).singleElement().satisfies(sale -> {
            assertThat(sale.refunded().minor()).as("what came later followed").isEqualTo(200);
            assertThat(sale.soldAt()).isEqualTo(kept.receivedAt());
        });
        assertThat(owner.sendTo("/sales", match, "click", click()).statusCode())
                .as("it is matched")
                .isEqualTo(404);
        assertThat(owner(scenario.emptyWithLegal())
                        .sendTo("/sales", match, "click", click())
                        .statusCode())
                .isEqualTo(404);
    }

    private String clickOf(Scenario.Trail other) {
        Guest guest = guest();
        guest.get(other.link().path());
        return guest.cookie("wf_c").orElseThrow().split("\\.")[0];
    }

    @Test
    void onTryingNothingIsKept() {
        String page = owner.sendTo(
                        bench,
                        bench + "/try",
                        "sent",
                        "https://growbench.example" + address() + "?secret=x&click_id=" + click()
                                + "&order_id=H-1&commission=7&colour=red")
                .body();
        assertThat(Jsoup.parse(page).select("#try").text()).contains("H-1", "sale", "Not read: colour.");
        assertThat(sales.latest(trail.workspace())).isEmpty();
        assertThat(postbacks.latest(trail.workspace(), false)).isEmpty();
        assertThat(owner.sendTo(bench, bench + "/try", "sent", " ").body()).contains("Paste a postback");
        assertThat(List.of("💥=🍄", "&&&==%zz&click_id", "x".repeat(5000)))
                .allSatisfy(odd -> assertThat(
                                owner.sendTo(bench, bench + "/try", "sent", odd).body())
                        .contains("unreadable"));
    }
}
