package dev.wilyferret.app.site;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import dev.wilyferret.app.kit.AppTest;
import dev.wilyferret.app.kit.Guest;
import dev.wilyferret.app.kit.Scenario;
import dev.wilyferret.app.pages.LeftOut;
import dev.wilyferret.app.pages.Pages;
import dev.wilyferret.app.pages.Undrawn;
import dev.wilyferret.core.id.BonusId;
import dev.wilyferret.core.id.PageId;
import dev.wilyferret.core.id.ShortId;
import dev.wilyferret.core.page.Block;
import dev.wilyferret.core.page.Firing;
import dev.wilyferret.core.page.FormField;
import dev.wilyferret.core.page.NextStep;
import dev.wilyferret.core.page.PageDocument.ContentPage;
import dev.wilyferret.core.page.PageSettings;
import dev.wilyferret.core.page.Placed;
import java.net.URI;
import java.net.http.HttpResponse;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.jsoup.Jsoup;
import org.jsoup.nodes.Document;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.beans.factory.annotation.Autowired;

/** What a stranger may send to pages and forms, and what must not come of it. */
class StrangerTest extends AppTest {

    @Autowired
    private Undrawn undrawn;

    @Autowired
    private Pages pages;

    private Scenario.Trail trail;

    @BeforeEach
    void begin() {
        trail = scenario.trail();
    }

    private static Placed form(NextStep next) {
        return Placed.of(
                "f",
                new Block.Form(FormField.all("First name", "Balcony?"), "Send", "", "Thanks, {{source|you}}!", next));
    }

    private void publish(ContentPage page) {
        scenario.write(trail.bridge(), page);
        await().until(() -> guest().get(trail.bridgePath()).body().contains("Fresh"));
    }

    private void publish(Placed... more) {
        Placed[] all = new Placed[more.length + 1];
        all[0] = Placed.of("h", new Block.Headline("Fresh"));
        System.arraycopy(more, 0, all, 1, more.length);
        publish(Scenario.content(all).firing(Firing.views(trail.pixel())));
    }

    private HttpResponse<String> send(String... fields) {
        return guest().post("/opt-in/" + ShortId.of(trail.bridge().id()) + "/f", fields);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "\"><script>alert(1)</script>",
                "\"><meta http-equiv=refresh content=0;url=https://elsewhere.example>",
                "' onfocus='x",
                "0198c0de-0000-7000-8000-000000000000\">",
                "not-a-uuid"
            })
    void whatIsNoIdOfAViewIsNotWrittenIntoTheRefusedPage(String view) {
        publish(form(new NextStep.ShowThanks()), Placed.of("own", new Block.Code("<b>my code</b>")));
        HttpResponse<String> refused = send("email", "no address", "v", view);
        assertThat(refused.statusCode()).isEqualTo(422);
        assertThat(refused.body()).doesNotContain(view, "alert(1)", "elsewhere.example", "onfocus");
        assertThat(Jsoup.parse(refused.body()).select("input[name=v]").val()).isEmpty();
        String own = "0198c0de-0000-7000-8000-0000000000aa";
        assertThat(Jsoup.parse(send("email", "no address", "v", own).body())
                        .select("input[name=v]")
                        .val())
                .isEqualTo(own);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "\uE0F0",
                "\uE0F0x\uE0F1y\uE0F2",
                "\uFDD0",
                "\uFDD0w\uFDD1city\uFDD1x\uFDD2",
                "\uFDD0v\uFDD2",
                "zzFIREIDzz"
            })
    void typedSignsAreNeverTakenForMarks(String sign) {
        publish(form(new NextStep.ShowThanks()));
        String typed = sign.repeat(6_000 / sign.length());
        HttpResponse<String> refused = send("email", "a@b.example", "first_name", typed, "utm_city", "Linz");
        assertThat(refused.statusCode()).isEqualTo(422);
        Document page = Jsoup.parse(refused.body());
        assertThat(page.select("div:has(#f-first_name) .wrong").text()).contains("at most 300 fit");
        assertThat(page.select("#f-first_name").val()).isEqualTo(typed.replaceAll("[\uFDD0-\uFDD2]", ""));
        assertThat(send("email", "a@b.example", "first_name", "\uFDD0v\uFDD2").statusCode())
                .isEqualTo(422);
    }

    @Test
    void whatATokenIsFilledWithStaysInItsPlace() {
        publish(
                Placed.of("s", new Block.SubHeadline("From {{city|your town}}")),
                Placed.of(
                        "l",
                        new Block.BonusList("Yours", false, true),
                        Placed.of(
                                "l1",
                                new Block.Bonus(
                                        "", "Guide", "", "", java.util.Optional.of(new BonusId(new UUID(1, 1)))))));
        Document page = Jsoup.parse(
                guest().get(trail.bridgePath() + "?city=%EF%B7%90v%EF%B7%92%3Cb%3E%22%27&d=a%22b%26e%3Dmore")
                        .body());
        assertThat(page.select("p.sub").first().text()).isEqualTo("From v<b>\"'");
        assertThat(page.select("a[href^=/gift/]").attr("href")).endsWith("?d=a%22b%26e%3Dmore");
    }

    @Test
    void thanksThatNoFormGivesChangeNothing() {
        publish(form(new NextStep.ToOffer()), Placed.of("d", new Block.Disclosure("I earn a commission.")));
        String bot = "Examplebot/1.0";
        for (String thanks : List.of("x", "f", "h", "F", "../f", "f%22%3E", "f".repeat(3000))) {
            String asked = trail.bridgePath() + "?thanks=" + thanks;
            assertThat(guest().get(asked).body()).as(thanks).contains("plumage.test", "name=\"email\"");
            assertThat(guest().as(bot).get(asked).body()).as(thanks).doesNotContain("plumage.test");
        }
    }

    @Test
    void thanksKeepTheRulesForPixels() {
        publish(form(new NextStep.ShowThanks()));
        String thanked = trail.bridgePath() + "?thanks=f&utm_source=letter";
        assertThat(guest().get(thanked).body()).contains("Thanks, letter!", "plumage.test");
        assertThat(guest().as("Examplebot/1.0").get(thanked).body())
                .contains("Thanks, letter!")
                .doesNotContain("plumage.test");
        publish(Scenario.content(Placed.of("h", new Block.Headline("Fresh")), form(new NextStep.ShowThanks()))
                .firing(Firing.views(trail.pixel()))
                .with(new PageSettings("Fresh", "", "", "", "en", true, true, "", "")));
        await().until(() -> guest().get(thanked).body().contains("id=\"ask\""));
    }

    @Test
    void aPageThatCannotBeReadIsLeftOutAlone() {
        Scenario.Trail other = scenario.trail();
        sql.sql("update page set published = '{\"version\": 99}' where id = ?")
                .param(trail.bridge().id().value())
                .update();
        scenario.awaitLive(trail.bridgePath(), 404);
        assertThat(guest().head(trail.redirectPath()).statusCode()).isEqualTo(200);
        assertThat(guest().head(other.bridgePath()).statusCode()).isEqualTo(200);
        assertThat(guest().get(trail.link().path()).statusCode()).isEqualTo(404);
        assertThat(undrawn.of(trail.workspace()))
                .singleElement()
                .satisfies(page -> assertThat(page.why()).contains("version 99"));
        sql.sql("update page set published = draft where id = ?")
                .param(trail.bridge().id().value())
                .update();
        scenario.awaitLive(trail.bridgePath(), 200);
        assertThat(undrawn.of(trail.workspace())).isEmpty();
    }

    @Test
    void theConsoleSaysOfAPageThatCannotBeReadWhatItIsAndBringsBackWhatCanBe() {
        Guest owner = owner(trail.stage());
        String own = "/promotions/" + trail.promotion().id();
        publish(form(new NextStep.ShowThanks()));
        sql.sql("update page set draft = '{\"version\": 99}', published = '{\"version\": 99}' where id = ?")
                .param(trail.bridge().id().value())
                .update();
        scenario.awaitLive(trail.bridgePath(), 404);
        for (String elsewhere : List.of("/", own, own + "/links", own + "/redirect", "/shelf", "/people")) {
            assertThat(owner.get(elsewhere).body())
                    .as(elsewhere)
                    .contains("Visitors do not see the page", trail.bridge().name(), "version 99");
        }
        for (String bench : List.of(own + "/pages/" + trail.bridge().id(), own + "/pages/landing")) {
            HttpResponse<String> led = owner.get(bench);
            assertThat(led.statusCode()).as(bench).isEqualTo(302);
            assertThat(owner.get(URI.create(led.headers().firstValue("Location").orElseThrow())
                                    .getPath())
                            .body())
                    .as(bench)
                    .contains("cannot be read", "version 99", "Bring back what can be read");
        }
        owner.send(own + "/unreadable/" + trail.bridge().id());
        scenario.awaitLive(trail.bridgePath(), 200);
        assertThat(guest().get(trail.bridgePath()).body()).contains("Fresh");
        assertThat(owner.get(own + "/pages/" + trail.bridge().id()).body()).contains("copy sheet");
        while (pages.undo(trail.workspace(), trail.bridge().id())) {
            assertThat(pages.find(trail.workspace(), trail.bridge().id()))
                    .as("going back")
                    .isPresent();
        }
    }

    @Test
    void aPageOfWhichNothingCanBeReadKeepsWhatItHas() {
        Guest owner = owner(trail.stage());
        PageId page = trail.bridge().id();
        for (String table : List.of("page_step", "page_version")) {
            sql.sql("update " + table + " set document = '{\"version\": 99}' where page_id = ?")
                    .param(page.value())
                    .update();
        }
        sql.sql("update page set draft = '{\"version\": 99}', published = '{\"version\": 99}' where id = ?")
                .param(page.value())
                .update();
        String unreadable = "/promotions/" + trail.promotion().id() + "/unreadable/" + page;
        assertThat(owner.get(unreadable).body())
                .contains("No earlier state", "./ferret restore")
                .doesNotContain("Bring back what can be read");
        owner.sendTo("/settings", unreadable);
        assertThat(sql.sql("select draft || published::text from page where id = ?")
                        .param(page.value())
                        .query(String.class)
                        .single())
                .contains("99", "99");
    }

    /** Its calendar shows a moment for which there is no date. */
    @Test
    void aPageThatCannotBeDrawnIsLeftOutAlone() {
        Scenario.Trail other = scenario.trail();
        Block calendar = new Block.Countdown(
                Optional.of(Instant.MAX), "", "", Optional.empty(), Optional.empty(), new NextStep.NotChosen(), true);
        scenario.write(
                trail.bridge(),
                Scenario.content(
                        Placed.of("h", new Block.Headline("Fresh")),
                        Placed.of("c", calendar),
                        form(new NextStep.ToOffer()),
                        Placed.of("d", new Block.Disclosure("We earn from it."))));
        scenario.awaitLive(trail.bridgePath(), 404);
        assertThat(guest().head(trail.redirectPath()).statusCode()).isEqualTo(200);
        assertThat(guest().head(other.bridgePath()).statusCode()).isEqualTo(200);
        assertThat(undrawn.of(trail.workspace()))
                .singleElement()
                .satisfies(
                        page -> assertThat(page.page()).isEqualTo(trail.bridge().id()));
    }

    @Test
    void aPageThatCannotBeDrawnIsSaidOnItsBench() {
        undrawn.found(
                trail.workspace(),
                List.of(new LeftOut(trail.bridge(), new IllegalStateException("The countdown has no way."))));
        assertThat(owner(trail.stage())
                        .get("/promotions/" + trail.promotion().id() + "/pages/"
                                + trail.bridge().id())
                        .body())
                .contains("Visitors do not see the page", "it cannot be drawn", "The countdown has no way.");
    }
}
