package dev.wilyferret.app.site;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import dev.wilyferret.app.kit.AppTest;
import dev.wilyferret.app.kit.Guest;
import dev.wilyferret.app.kit.Scenario;
import dev.wilyferret.app.sales.Claims;
import dev.wilyferret.app.sales.Sales;
import dev.wilyferret.core.id.ShortId;
import dev.wilyferret.core.page.Block;
import dev.wilyferret.core.page.FormField;
import dev.wilyferret.core.page.NextStep;
import dev.wilyferret.core.page.Placed;
import dev.wilyferret.core.people.EmailAddress;
import java.net.http.HttpResponse;
import java.util.UUID;
import org.jsoup.Jsoup;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;

/** Order numbers that buyers claim with. */
class OrderClaimTest extends AppTest {

    @Autowired
    private Sales sales;

    @Autowired
    private Claims claims;

    private Scenario.Trail trail;

    @BeforeEach
    void begin() {
        trail = scenario.trail();
    }

    @Test
    void anOrderGoesToTheFirstAddressThatClaimsItUntilTheOwnerFreesIt() {
        String order = "K-" + UUID.randomUUID();
        guest().get(trail.link().path());
        sql.sql("""
                        insert into sale (workspace_id, id, network_id, order_ref, click_id, promotion_id, offer_id, state, commission_minor, refunded_minor, order_minor, sold_at, item, kind, product)
                        select workspace_id, gen_random_uuid(), ?, ?, id, promotion_id, ?, 'APPROVED', 1, 0, 1, at, '', 'FIRST', '' from click where promotion_id = ? limit 1
                        """)
                .params(
                        trail.network().id().value(),
                        order,
                        trail.offer().value(),
                        trail.promotion().id().value())
                .update();
        Block.Form form = new Block.Form(FormField.all("Order number *"), "Claim", "", "", new NextStep.ShowThanks());
        form = form.onto(scenario.list(trail.workspace(), false));
        scenario.write(
                trail.bridge(),
                Scenario.content(Placed.of("h", new Block.Headline("Fresh words")), Placed.of("f", form)));
        await().until(() -> guest().get(trail.bridgePath()).body().contains("Fresh words"));
        String claim = "/opt-in/" + ShortId.of(trail.bridge().id()) + "/f";
        assertThat(guest().post(claim, "email", "buyer@a.example", "order", order)
                        .statusCode())
                .isEqualTo(303);
        assertThat(guest().post(claim, "email", "BUYER@a.example", "order", order.toLowerCase(java.util.Locale.ROOT))
                        .statusCode())
                .as("the same address again")
                .isEqualTo(303);
        HttpResponse<String> stranger = guest().post(claim, "email", "stranger@a.example", "order", order);
        HttpResponse<String> wrong = guest().post(claim, "email", "stranger@a.example", "order", "K-none");
        assertThat(stranger.statusCode()).isEqualTo(422);
        assertThat(Jsoup.parse(stranger.body()).select(".wrong").text())
                .isEqualTo(Jsoup.parse(wrong.body()).select(".wrong").text())
                .contains("claimed with another address");
        Guest owner = owner(trail.stage());
        assertThat(owner.get("/sales").body()).contains("buyer@a.example");
        owner.sendTo("/sales", "/sales/free", "order", order);
        assertThat(guest().post(claim, "email", "stranger@a.example", "order", order)
                        .statusCode())
                .isEqualTo(303);
    }

    @Test
    void wrongOrderNumbersAreFewFromOneNetworkHoweverManyAtOnce() throws Exception {
        Orders orders = new Orders(sales, claims, clock);
        EmailAddress guesser = new EmailAddress("guesser@a.example");
        try (var threads = java.util.concurrent.Executors.newVirtualThreadPerTaskExecutor()) {
            var answers = threads.invokeAll(java.util.Collections.<java.util.concurrent.Callable<String>>nCopies(
                    60,
                    () -> orders.refusal(trail.workspace(), "K-none", guesser, "198.51.100.7")
                            .orElse("")));
            assertThat(answers.stream()
                            .filter(answer -> answer.resultNow().startsWith("No order"))
                            .count())
                    .isEqualTo(10);
        }
        assertThat(orders.refusal(trail.workspace(), "K-none", guesser, "198.51.100.8")
                        .orElse(""))
                .startsWith("No order");
        assertThat(orders.refusal(trail.workspace(), "K-none", guesser, "").orElse(""))
                .startsWith("No order");
        clock.pass(java.time.Duration.ofMinutes(7));
        assertThat(orders.refusal(trail.workspace(), "K-none", guesser, "198.51.100.7")
                        .orElse(""))
                .as("one comes back in six minutes")
                .startsWith("No order");
    }
}
