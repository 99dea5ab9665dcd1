package dev.wilyferret.app.site;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import dev.wilyferret.app.kit.AppTest;
import dev.wilyferret.app.kit.Guest;
import dev.wilyferret.app.kit.Scenario;
import dev.wilyferret.app.people.Joining;
import dev.wilyferret.app.people.Passes;
import dev.wilyferret.app.people.People;
import dev.wilyferret.app.people.Subscriber;
import dev.wilyferret.app.results.Figures;
import dev.wilyferret.app.shelf.Bonus;
import dev.wilyferret.app.shelf.Bonuses;
import dev.wilyferret.app.shelf.MediaFile;
import dev.wilyferret.app.shelf.Shelf;
import dev.wilyferret.core.figures.Period;
import dev.wilyferret.core.figures.Station;
import dev.wilyferret.core.id.BonusId;
import dev.wilyferret.core.id.ListId;
import dev.wilyferret.core.id.ShortId;
import dev.wilyferret.core.page.Block;
import dev.wilyferret.core.page.BlockId;
import dev.wilyferret.core.page.FormField;
import dev.wilyferret.core.page.NextStep;
import dev.wilyferret.core.page.Placed;
import dev.wilyferret.core.people.EmailAddress;
import java.io.ByteArrayInputStream;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Stream;
import org.jsoup.Jsoup;
import org.jsoup.nodes.Document;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;

/** What is handed out, to whom; and the newer next steps as visitors meet them. */
class GiftTest extends AppTest {

    @Autowired
    private Bonuses bonuses;

    @Autowired
    private Shelf shelf;

    @Autowired
    private People people;

    @Autowired
    private Passes passes;

    @Autowired
    private Figures figures;

    private Scenario.Trail trail;
    /** So that each page that is written can be told from the one before. */
    private int written;

    private MediaFile file;
    private BonusId bonus;
    private Subscriber one;

    @BeforeEach
    void begin() {
        trail = scenario.trail();
        file = shelf.put(
                trail.workspace(),
                "guide.pdf",
                new ByteArrayInputStream("%PDF-1.7 guide".getBytes(StandardCharsets.UTF_8)));
        bonus = bonuses.newId();
        bonuses.keep(
                trail.workspace(),
                new Bonus(bonus, "Guide", "Eleven photos", "", "19.00", file.name(), "", "For buyers.", Set.of()));
        ListId list = list(false);
        one = people.join(trail.workspace(), list, Joining.plain(new EmailAddress("ines@a.example"), "Ines", ""));
    }

    private ListId list(boolean doubleOptIn) {
        return scenario.list(trail.workspace(), doubleOptIn);
    }

    private String gift(UUID id) {
        return "/gift/" + ShortId.of(id);
    }

    private String pass() {
        return "?d=" + passes.pass(one, Passes.Purpose.FETCH);
    }

    private Document page(Placed... blocks) {
        String mark = "Words " + ++written;
        scenario.write(
                trail.bridge(),
                Scenario.content(
                        Stream.concat(Stream.of(blocks), Stream.of(Placed.of("mark", new Block.SubHeadline(mark))))
                                .toArray(Placed[]::new)));
        await().until(() -> guest().get(trail.bridgePath()).body().contains(mark));
        return Jsoup.parse(guest().get(trail.bridgePath()).body());
    }

    private static Placed headline() {
        return Placed.of("h", new Block.Headline("Fresh words"));
    }

    @Test
    void aGiftGoesToWhoeverHasAPassAndIsCounted() {
        await().until(() -> guest().get(gift(bonus.value()) + pass()).statusCode() == 200);
        long before = bonuses.fetched(trail.workspace()).get(bonus).times();
        HttpResponse<String> fetched = guest().get(gift(bonus.value()) + pass());
        assertThat(fetched.body()).isEqualTo("%PDF-1.7 guide");
        assertThat(fetched.headers().firstValue("Content-Disposition").orElse(""))
                .contains("attachment", "guide.pdf");
        assertThat(fetched.headers().firstValue("Cache-Control")).contains("no-store");
        guest().head(gift(bonus.value()) + pass());
        assertThat(bonuses.fetched(trail.workspace()).get(bonus)).isEqualTo(new Bonuses.Fetched(before + 1, 1));
    }

    @Test
    void withoutAPassNothingIsHandedOutAndNothingIsLearned() {
        for (String pass : List.of("", "?d=", "?d=a.b.c.d", pass().replace("?d=", "?d=0"))) {
            HttpResponse<String> asked = guest().get(gift(bonus.value()) + pass);
            assertThat(asked.body()).contains("A fresh link", "For buyers.").doesNotContain("%PDF");
        }
        assertThat(guest().get(gift(UUID.randomUUID())).statusCode()).isEqualTo(404);
        assertThat(guest().get("/gift/../x").statusCode()).isEqualTo(404);
        String known =
                guest().post(gift(bonus.value()), "email", "ines@a.example").body();
        String unknown =
                guest().post(gift(bonus.value()), "email", "nobody@b.example").body();
        assertThat(known).isEqualTo(unknown).contains("Look in your inbox");
        assertThat(guest().post(gift(bonus.value()), "email", "no address").statusCode())
                .isEqualTo(200);
        people.erase(trail.workspace(), one.id());
        assertThat(guest().get(gift(bonus.value()) + pass()).statusCode()).isEqualTo(404);
    }

    @Test
    void aBonusThatIsALinkLeadsThere() {
        BonusId linked = bonuses.newId();
        bonuses.keep(
                trail.workspace(), new Bonus(linked, "Call", "", "", "", "", "https://calls.example/7", "", Set.of()));
        assertThat(Guest.location(guest().get(gift(linked.value()) + pass()))).isEqualTo("https://calls.example/7");
    }

    @Test
    void aListOfBonusesHandsThemOutWithTheVisitorsPass() {
        Placed list = Placed.of(
                "l",
                new Block.BonusList("Yours", false, true),
                Placed.of("l1", new Block.Bonus("", "Guide", "", "19.00", Optional.of(bonus))),
                Placed.of("l2", new Block.Bonus("", "Written here", "", "")));
        Document page = page(headline(), list);
        assertThat(page.select("a[href^=/gift/]").attr("href")).isEqualTo(gift(bonus.value()) + "?d=");
        Document passed =
                Jsoup.parse(guest().get(trail.bridgePath() + "?d=a%22b").body());
        assertThat(passed.select("a[href^=/gift/]")).hasSize(1);
        assertThat(passed.select("a[href^=/gift/]").attr("href")).isEqualTo(gift(bonus.value()) + "?d=a%22b");
    }

    @Test
    void aFileAJumpAndTwoAtOnceAreDrawnAsLinks() {
        NextStep two = new NextStep.TwoAtOnce(
                new NextStep.ToOffer(), new NextStep.ToPage(trail.redirect().id()));
        Document page = page(
                headline(),
                Placed.of("a", new Block.Button("File", new NextStep.HandOut(file.name()))),
                Placed.of("b", new Block.Button("Down", new NextStep.JumpTo(new BlockId("s")))),
                Placed.of("c", new Block.Button("Both", two)),
                Placed.of("s", new Block.SubHeadline("Here below")),
                Placed.of(
                        "p",
                        new Block.PopUp("More"),
                        Placed.of("p1", new Block.Button("Shut", new NextStep.ClosePopUp()))),
                Placed.of("d", new Block.Disclosure("I earn a commission.")));
        assertThat(page.select("a:contains(File)").attr("href"))
                .isEqualTo("/file/" + ShortId.of(trail.bridge().id()) + "/" + file.name());
        assertThat(page.select("a:contains(File)").attr("download")).isEqualTo("guide.pdf");
        assertThat(page.select("a:contains(Down)").attr("href")).isEqualTo("#part-s");
        assertThat(page.select("#part-s")).hasSize(1);
        assertThat(page.select("a:contains(Both)").attr("target")).isEqualTo("_blank");
        assertThat(page.select("a:contains(Both)").attr("href")).startsWith("/out/");
        assertThat(page.select("a:contains(Both)").attr("data-here")).isEqualTo(trail.redirectPath());
        assertThat(page.select("dialog a:contains(Shut)").hasAttr("data-close")).isTrue();
        assertThat(page.select("script").last().data()).contains("form[data-here]");
    }

    private String handingOut() {
        return page(headline(), Placed.of("a", new Block.Button("File", new NextStep.HandOut(file.name()))))
                .select("a:contains(File)")
                .attr("href");
    }

    private long filesHandedOut() {
        return sql.sql("select count(*) from site_event where workspace_id = ? and kind = 'HANDED_OUT' and file = ?")
                .params(trail.workspace().value(), file.name())
                .query(Long.class)
                .single();
    }

    private long clicks() {
        return figures.of(trail.workspace(), trail.promotion().id(), Period.EVER)
                .clicks()
                .raw();
    }

    @Test
    void aFileThatAPageHandsOutIsCountedOnTheVisitItBelongsTo() {
        String path = handingOut();
        Guest reader = guest();
        reader.get(trail.link().path());
        HttpResponse<String> fetched = reader.get(path);
        assertThat(fetched.body()).isEqualTo("%PDF-1.7 guide");
        assertThat(fetched.headers().firstValue("Content-Disposition").orElse(""))
                .contains("attachment", "guide.pdf");
        reader.head(path);
        reader.get(path, "Sec-Purpose", "prefetch");
        assertThat(reader.get(path, "Range", "bytes=5-").statusCode()).isEqualTo(206);
        assertThat(filesHandedOut()).isEqualTo(1);
        followed();
        assertThat(figures.of(trail.workspace(), trail.promotion().id(), Period.EVER)
                        .visitors(leg -> leg.to().equals(new Station.File(file.name()))))
                .isEqualTo(1);
        long before = clicks();
        assertThat(guest().get(path).statusCode())
                .as("from a page that is hosted elsewhere")
                .isEqualTo(200);
        followed();
        assertThat(clicks()).isEqualTo(before + 1);
        assertThat(filesHandedOut()).isEqualTo(2);
    }

    @Test
    void aFileThatAPageHandsOutNoMoreIsStillThereAndNotCounted() {
        String path = handingOut();
        page(
                headline(),
                Placed.of(
                        "t",
                        new Block.Button(
                                "On", new NextStep.ToPage(trail.redirect().id()))));
        await().until(() -> !guest().get(trail.bridgePath()).body().contains("/file/"));
        assertThat(guest().get(path).body()).isEqualTo("%PDF-1.7 guide");
        assertThat(guest().get("/file/x/" + file.name()).body()).isEqualTo("%PDF-1.7 guide");
        for (String none : List.of("/file/", "/file/x", path + "/x", path.replace(".pdf", ".exe"), path + "%00")) {
            assertThat(guest().get(none).statusCode()).as(none).isIn(400, 404);
        }
        assertThat(filesHandedOut()).isZero();
    }

    private HttpResponse<String> sent(Block.Form form, String... fields) {
        page(headline(), Placed.of("f", form));
        return guest().post("/opt-in/" + ShortId.of(trail.bridge().id()) + "/f", fields);
    }

    @Test
    void aFormSaysWhenAConfirmationIsNeededAndLeadsOnWithAPassOnceNoneIs() {
        NextStep self = new NextStep.ToPage(trail.bridge().id());
        Block.Form plain = new Block.Form(FormField.all("First name"), "Send", "", "", self);
        HttpResponse<String> asked = sent(plain.onto(list(true)), "email", "a@b.example", "first_name", "Zoë & co");
        assertThat(guest().get(trail.bridgePath()).body()).contains("a link to confirm your address");
        assertThat(Guest.location(asked)).isEqualTo(trail.bridgePath() + "?first_name=Zo%C3%AB%20%26%20co");
        people.confirm(
                trail.workspace(),
                people.ofAddress(trail.workspace(), "a@b.example").getFirst().id());
        HttpResponse<String> stranger =
                guest().post("/opt-in/" + ShortId.of(trail.bridge().id()) + "/f", "email", "A@b.example");
        assertThat(Guest.location(stranger))
                .as("what a stranger learns of a subscriber")
                .isEqualTo(trail.bridgePath());
        HttpResponse<String> open = sent(plain.onto(list(false)), "email", "c@b.example");
        await().until(() -> !guest().get(trail.bridgePath()).body().contains("confirm your address"));
        assertThat(Guest.location(open)).startsWith(trail.bridgePath() + "?d=");
        assertThat(Guest.location(sent(plain, "email", "e@b.example"))).isEqualTo(trail.bridgePath());
    }

    @Test
    void aVisitKeepsNeitherTheNameNorThePassOfAMailsLink() {
        guest().get(trail.bridgePath() + "?utm_source=readers&first_name=Ines&d=abc.def");
        assertThat(sql.sql("select query from click where promotion_id = :promotion order by at desc limit 1")
                        .param("promotion", trail.promotion().id().value())
                        .query(String.class)
                        .single())
                .isEqualTo("utm_source=readers");
    }

    private Subscriber on(ListId list, String email) {
        return people.join(trail.workspace(), list, Joining.plain(new EmailAddress(email), "Mara", ""));
    }

    private String passOf(Subscriber who) {
        return "?d=" + passes.pass(who, Passes.Purpose.FETCH);
    }

    @Test
    void aBonusGoesToThePeopleOfItsListsWhileTheyAreOnThem() {
        ListId buyers = list(false);
        bonuses.keep(
                trail.workspace(),
                new Bonus(bonus, "Guide", "", "", "", file.name(), "", "For buyers.", Set.of(buyers)));
        await().until(() -> guest().get(gift(bonus.value()) + passOf(on(buyers, "mara@a.example")))
                        .statusCode()
                == 200);
        assertThat(guest().get(gift(bonus.value()) + pass()).body())
                .as("a reader who is no buyer")
                .contains("goes to the people of a list")
                .doesNotContain("%PDF");
        Subscriber mara = on(buyers, "mara@a.example");
        assertThat(guest().get(gift(bonus.value()) + passOf(mara)).body()).startsWith("%PDF");
        people.leave(trail.workspace(), mara.id());
        assertThat(guest().get(gift(bonus.value()) + passOf(mara)).body()).doesNotContain("%PDF");
        on(buyers, "ines@a.example");
        assertThat(guest().get(gift(bonus.value()) + pass()).body())
                .as("the same address, with a pass of another list")
                .contains("goes to the people of a list")
                .doesNotContain("%PDF");
    }

    @Test
    void aFormGivenAStrangersAddressOpensNothingOfAListThatConfirms() {
        ListId confirming = list(true);
        bonuses.keep(
                trail.workspace(),
                new Bonus(bonus, "Guide", "", "", "", file.name(), "", "For buyers.", Set.of(confirming)));
        Subscriber victim = on(confirming, "victim@a.example");
        people.confirm(trail.workspace(), victim.id());
        await().until(() -> guest().get(gift(bonus.value()) + passOf(victim)).statusCode() == 200);
        ListId open = list(false);
        Block.Form form = new Block.Form(
                        FormField.all("First name"),
                        "Send",
                        "",
                        "",
                        new NextStep.ToPage(trail.bridge().id()))
                .onto(open);
        String given = Guest.location(sent(form, "email", "victim@a.example"));
        String fetched = guest().get(gift(bonus.value()) + given.substring(given.indexOf('?')))
                .body();
        assertThat(fetched).contains("A fresh link").doesNotContain("%PDF");
        String unknown = Guest.location(sent(form, "email", "nobody@a.example"));
        assertThat(guest().get(gift(bonus.value()) + unknown.substring(unknown.indexOf('?')))
                        .body())
                .as("what is learned of who is on the list")
                .isEqualTo(fetched);
    }

    @Test
    void whatAFormGaveOpensNothingOnceTheListConfirms() {
        ListId list = list(false);
        bonuses.keep(trail.workspace(), new Bonus(bonus, "Guide", "", "", "", file.name(), "", "", Set.of(list)));
        Subscriber typed = on(list, "victim@a.example");
        String given = "?d=" + passes.pass(typed, Passes.Purpose.FETCH_UNPROVED);
        await().until(() -> guest().get(gift(bonus.value()) + given).statusCode() == 200);
        assertThat(guest().get(gift(bonus.value()) + given).body()).startsWith("%PDF");
        scenario.confirming(trail.workspace(), list);
        assertThat(guest().get(gift(bonus.value()) + given).body())
                .contains("Mail me a fresh link")
                .doesNotContain("%PDF");
        assertThat(guest().get(gift(bonus.value()) + passOf(typed)).body())
                .as("what came by mail to that address")
                .startsWith("%PDF");
    }

    @Test
    void askingManyTimesAtOnceIsAnsweredAlikeForEverybody() throws Exception {
        Set<String> answers = java.util.concurrent.ConcurrentHashMap.newKeySet();
        try (var threads = java.util.concurrent.Executors.newVirtualThreadPerTaskExecutor()) {
            for (int i = 0; i < 16; i++) {
                String email = i % 2 == 0 ? "ines@a.example" : "nobody@b.example";
                threads.submit(() -> {
                    HttpResponse<String> answer = guest().post(gift(bonus.value()), "email", email);
                    answers.add(answer.statusCode() + answer.body());
                });
            }
        }
        assertThat(answers).singleElement().asString().startsWith("200").contains("Look in your inbox");
        await().until(() -> sql.sql("select count(*) from outbox where subscriber_id = ?")
                        .param(one.id().value())
                        .query(Integer.class)
                        .single()
                == 1);
    }

    @Test
    void aPassTellsNothingOfWhenItsPersonJoined() {
        String named = pass().split("\\.")[1];
        assertThat(ShortId.parse(named))
                .contains(one.pass())
                .isNotEqualTo(Optional.of(one.id().value()));
        assertThat(one.pass().version()).as("random").isEqualTo(4);
    }
}
