package dev.wilyferret.app.rotations;

import static dev.wilyferret.app.kit.Guest.location;
import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import dev.wilyferret.app.elsewhere.Places;
import dev.wilyferret.app.kit.AppTest;
import dev.wilyferret.app.kit.Guest;
import dev.wilyferret.app.kit.Scenario;
import dev.wilyferret.app.links.LinkDetails;
import dev.wilyferret.app.links.Links;
import dev.wilyferret.app.live.SnapshotKeeper;
import dev.wilyferret.app.offers.Offer;
import dev.wilyferret.app.pages.Page;
import dev.wilyferret.app.pages.Pages;
import dev.wilyferret.app.results.Figures;
import dev.wilyferret.core.address.UriTemplate;
import dev.wilyferret.core.design.StartingDesign;
import dev.wilyferret.core.id.ElsewhereId;
import dev.wilyferret.core.id.ShortId;
import dev.wilyferret.core.link.Destination;
import dev.wilyferret.core.link.Elsewhere;
import dev.wilyferret.core.page.Block;
import dev.wilyferret.core.page.Hold;
import dev.wilyferret.core.page.NextStep;
import dev.wilyferret.core.page.PageDocument;
import dev.wilyferret.core.page.Placed;
import dev.wilyferret.core.rotation.Behind;
import dev.wilyferret.core.rotation.Rotation;
import dev.wilyferret.core.rotation.Variant;
import java.net.URLDecoder;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.function.UnaryOperator;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.jsoup.Jsoup;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;

/** A rotation behind a link, as visitors and its owner meet it. */
class RotationTest extends AppTest {

    private int browsers;

    @Autowired
    private Rotations rotations;

    @Autowired
    private Pages pages;

    @Autowired
    private Places places;

    @Autowired
    private Links links;

    @Autowired
    private SnapshotKeeper snapshots;

    @Autowired
    private Figures figures;

    private Scenario.Trail trail;
    private Page second;
    private String bench = "";
    private Guest owner;

    @BeforeEach
    void begin() {
        trail = scenario.trail();
        second = pages.make(trail.workspace(), trail.promotion().id(), StartingDesign.bridge());
        scenario.write(second, Scenario.bridgeText("Another headline", new NextStep.ToOffer(), List.of()));
        owner = owner(trail.stage());
        String link = "/promotions/" + trail.promotion().id() + "/links/"
                + trail.link().id() + "/rotation";
        String begin = location(owner.get(link));
        HttpResponse<String> added = owner.sendTo(
                begin,
                begin.substring(0, begin.indexOf('?')),
                "behind",
                "link " + trail.link().id(),
                "first",
                "Old words",
                "name",
                "New words",
                "copy",
                "",
                "to",
                "page " + second.id());
        bench = location(added);
        assertThat(location(owner.get(link))).isEqualTo(bench);
        await().until(() -> drawn(40) > 0);
    }

    /** Somebody with a browser of their own: the same address and browser right after each other are one. */
    private Guest person() {
        return guest().as(
                        "Mozilla/5.0 (X11; Linux x86_64; rv:%d.0) Gecko/20100101 Firefox/151.0".formatted(browsers++));
    }

    /** Looks what is there, which takes nobody's turn, and counts how often it was the second page. */
    private long drawn(int many) {
        return IntStream.range(0, many)
                .filter(i -> location(guest().head(trail.link().path())).contains("/" + second.slug()))
                .count();
    }

    private Rotation rotation() {
        return rotations
                .behind(trail.workspace(), new Behind.OfLink(trail.link().id()))
                .orElseThrow()
                .rotation();
    }

    private void change(UnaryOperator<Variant> first, UnaryOperator<Variant> second) {
        List<Variant> variants = new ArrayList<>(rotation().variants());
        variants.set(0, first.apply(variants.get(0)));
        variants.set(1, second.apply(variants.get(1)));
        rotations.change(trail.workspace(), rotation().id(), variants, false);
    }

    private static UnaryOperator<Variant> weight(int weight) {
        return one -> new Variant(one.id(), one.name(), one.note(), one.to(), weight, one.state());
    }

    private static UnaryOperator<Variant> in(Variant.State state) {
        return one -> new Variant(one.id(), one.name(), one.note(), one.to(), one.weight(), state);
    }

    private Map<String, Long> draws(String condition) {
        Map<String, Long> counts = sql
                .sql(
                        "select v.name, count(*) from click c join rotation_variant v on v.id = c.variant_id where c.workspace_id = ? and "
                                + condition + " group by 1")
                .param(trail.workspace().value())
                .query((row, number) -> Map.entry(row.getString(1), row.getLong(2)))
                .list()
                .stream()
                .collect(Collectors.toMap(Map.Entry::getKey, Map.Entry::getValue));
        return counts;
    }

    @Test
    void newVisitorsAreSharedOutExactlyAndOthersTakeNobodysTurn() {
        change(weight(5), weight(1));
        await().until(() -> {
            long second = drawn(60);
            return second > 0 && second < 25;
        });
        for (int i = 0; i < 60; i++) {
            person().get(trail.link().path());
            guest().as("LinkPreviewBot/1.0").get(trail.link().path());
        }
        assertThat(draws("c.first_draw and c.verdict = 'COUNTED'"))
                .isEqualTo(Map.of("Old words", 50L, "New words", 10L));
        assertThat(draws("c.verdict <> 'COUNTED' and c.first_draw")).isEmpty();
        assertThat(draws("c.verdict <> 'COUNTED'").values().stream()
                        .mapToLong(n -> n)
                        .sum())
                .isEqualTo(60);
        assertThat(sql.sql("select distinct share from click where workspace_id = ? and first_draw order by 1")
                        .param(trail.workspace().value())
                        .query(Float.class)
                        .list())
                .containsExactly(1 / 6f, 5 / 6f);
        assertThat(owner.get("/promotions/" + trail.promotion().id() + "/links").body())
                .contains(">2 variants<");
        assertThat(Jsoup.parse(owner.get("/promotions/" + trail.promotion().id() + "/links/"
                                        + trail.link().id())
                                .body())
                        .text())
                .contains("Its visitors are shared among 2 variants");
        assertThat(figures.settle(trail.workspace(), Duration.ofSeconds(20))).isTrue();
        String page = Jsoup.parse(owner.get(bench).body()).text();
        assertThat(page)
                .contains("Old words 83.3 %", "New words 16.7 %", "Old words 50 0 0 –", "New words 10 0 0 –")
                .contains("60 visitors were drawn, none of them counts yet");
    }

    @Test
    void whoComesBackGetsTheSameAgainAsLongAsItIsAtWork() {
        for (int i = 0; i < 6; i++) {
            Guest visitor = person();
            String first = page(visitor);
            assertThat(page(visitor)).isEqualTo(first);
            assertThat(page(visitor)).isEqualTo(first);
        }
        assertThat(draws("c.first_draw").values().stream().mapToLong(n -> n).sum())
                .isEqualTo(6);
        assertThat(draws("not c.first_draw").values().stream().mapToLong(n -> n).sum())
                .isEqualTo(12);
        String click = sql.sql("select id::text from click where workspace_id = ? and not first_draw limit 1")
                .param(trail.workspace().value())
                .query(String.class)
                .single();
        assertThat(Jsoup.parse(owner.get("/clicks/" + click).body()).text())
                .containsPattern("was drawn for (Old|New) words")
                .containsPattern("got again (Old|New) words");
        Guest ofSecond = IntStream.range(0, 20)
                .mapToObj(i -> person())
                .filter(visitor -> page(visitor).contains(second.slug()))
                .findFirst()
                .orElseThrow();
        change(in(Variant.State.ACTIVE), in(Variant.State.RETIRED));
        await().until(() -> drawn(20) == 0);
        assertThat(page(ofSecond)).contains(trail.bridge().slug());
    }

    private String page(Guest visitor) {
        return location(visitor.get(trail.link().path())).split("\\?")[0];
    }

    /** Each by a name of its own; of twenty people everybody gets one, and of forty two. */
    @Test
    void twentyVariantsOfOnePageShareExactlyAndOneMoreIsRefused() {
        String to = "page " + second.id();
        for (int i = 3; i <= 20; i++) {
            owner.sendTo(bench, bench + "/variants", "name", "No " + i, "copy", "", "to", to);
        }
        assertThat(rotation().variants()).hasSize(20);
        String refused = owner.sendTo(bench, bench + "/variants", "name", "No 21", "copy", "", "to", to)
                .body();
        assertThat(Jsoup.parse(refused).text()).contains("A rotation holds at most 20 variants");
        assertThat(Jsoup.parse(refused).select("#name").val()).isEqualTo("No 21");
        await().until(() -> drawn(40) > 34);
        int before = rotation().stretch();
        for (int i = 0; i < 40; i++) {
            person().get(trail.link().path());
        }
        assertThat(draws("c.first_draw and c.stretch = " + before))
                .hasSize(20)
                .containsValues(2L)
                .doesNotContainValue(1L)
                .doesNotContainValue(3L);
    }

    @Test
    void aLinkWithALimitEndsWhateverIsDrawnBehindIt() {
        LinkDetails now = trail.link().details();
        links.change(
                trail.workspace(),
                trail.link().id(),
                new LinkDetails(
                        now.to(),
                        now.tags(),
                        now.source(),
                        now.note(),
                        now.adWords(),
                        Optional.of(new LinkDetails.Ending(
                                Optional.empty(),
                                OptionalInt.of(4),
                                Optional.of(new Destination.ToOffer(Optional.empty()))))));
        await().until(() ->
                snapshots.now().linksById().get(trail.link().id()).ending().isPresent());
        for (int i = 0; i < 4; i++) {
            assertThat(page(person())).contains("/" + trail.promotion().slug() + "/");
        }
        for (int i = 0; i < 3; i++) {
            assertThat(page(person())).startsWith("https://lanternfish.test");
        }
        assertThat(draws("c.first_draw")).isEqualTo(Map.of("Old words", 2L, "New words", 2L));
    }

    /** Who was on it is given another, and it again once it is back. */
    @Test
    void aPageThatIsGoneWhileVisitorsAreOnItSendsThemToAnother() {
        Guest visitor = IntStream.range(0, 4)
                .mapToObj(i -> person())
                .filter(one -> page(one).contains("/" + second.slug()))
                .findFirst()
                .orElseThrow();
        sql.sql("update page set published = null where workspace_id = ? and id = ?")
                .params(trail.workspace().value(), second.id().value())
                .update();
        await().until(() -> drawn(12) == 0);
        assertThat(page(visitor)).contains("/" + trail.bridge().slug());
        assertThat(Jsoup.parse(owner.get(bench).body()).text()).contains("Not published: nobody is drawn for it.");
    }

    @Test
    void whereNobodyIsDrawnForAnyTheLinkLeadsWhereItDidAndItsBenchSaysSo() {
        change(in(Variant.State.PAUSED), weight(0));
        await().until(() -> drawn(20) == 0);
        assertThat(page(person())).contains(trail.bridge().slug());
        assertThat(draws("true")).isEmpty();
        assertThat(owner.get(bench).body())
                .contains("so everybody goes to <strong>" + trail.bridge().name());
    }

    /** Of a page that nobody can see nobody is drawn. */
    @Test
    void aVariantWhosePageIsNotPublishedGetsNobody() {
        Page draft = pages.make(trail.workspace(), trail.promotion().id(), StartingDesign.bridge());
        rotations.add(trail.workspace(), rotation().id(), "Not yet", new Destination.ToPage(draft.id()));
        await().until(() -> owner.get(bench).body().contains("Not published: nobody is drawn for it."));
        for (int i = 0; i < 12; i++) {
            assertThat(person().get(trail.link().path()).statusCode()).isEqualTo(302);
        }
        assertThat(draws("c.first_draw")).isEqualTo(Map.of("Old words", 6L, "New words", 6L));
    }

    @Test
    void whatIsWrongIsSaidAtItsFieldAndKeepsWhatWasTyped() {
        List<Variant> both = rotation().variants();
        String first = both.get(0).id().toString();
        String other = both.get(1).id().toString();
        String page = owner.sendTo(
                        bench,
                        bench,
                        "name-" + first,
                        "",
                        "weight-" + first,
                        "many",
                        "note-" + first,
                        "",
                        "state-" + first,
                        "ACTIVE",
                        "name-" + other,
                        "Kept",
                        "weight-" + other,
                        "-2",
                        "note-" + other,
                        "n",
                        "state-" + other,
                        "PAUSED")
                .body();
        assertThat(Jsoup.parse(page).select(".msg").text())
                .contains("name is empty", "“many” is no weight", "weight -2 is not from 0 to 10,000");
        assertThat(Jsoup.parse(page).select("[name=weight-" + first + "]").val())
                .isEqualTo("many");
        assertThat(rotation().variants()).isEqualTo(both);
        String twice = owner.sendTo(bench, bench + "/variants", "name", "old WORDS", "to", "page " + second.id())
                .body();
        assertThat(twice).contains("There are two variants called “old WORDS”");
        assertThat(owner.sendTo(bench, bench + "/variants", "name", "X", "to", "page nothing")
                        .body())
                .contains("is there no more");
        String same = owner.sendTo(
                        bench,
                        bench,
                        "name-" + first,
                        "One",
                        "weight-" + first,
                        "1",
                        "name-" + other,
                        "one",
                        "weight-" + other,
                        "1")
                .body();
        assertThat(same).contains("There are two variants called “one”");
        Scenario.Stage stranger = scenario.empty();
        assertThat(owner(stranger).get(bench).statusCode()).isEqualTo(404);
    }

    @Test
    void aVariantMayBeAnOfferAndTheTrailShowsBoth() {
        rotations.add(trail.workspace(), rotation().id(), "Straight", new Destination.ToOffer(Optional.empty()));
        change(in(Variant.State.RETIRED), in(Variant.State.ACTIVE));
        await().until(() -> IntStream.range(0, 20)
                .anyMatch(i -> location(guest().head(trail.link().path())).startsWith("https://lanternfish.test")));
        for (int i = 0; i < 4; i++) {
            person().get(trail.link().path());
        }
        assertThat(draws("c.first_draw")).isEqualTo(Map.of("New words", 2L, "Straight", 2L));
        followed();
        assertThat(owner.get("/promotions/" + trail.promotion().id()).body()).contains(second.name());
        assertThat(Jsoup.parse(owner.get(bench).body()).text()).contains("Straight 2 0 0 –");
    }

    /** Behind a page's address: who asks for it gets the page, or is sent to the other; in the middle of a visit too. */
    @Test
    void aPagesAddressSharesItsVisitorsOutInTheMiddleOfAVisitToo() {
        String address = "/" + trail.promotion().slug() + "/" + trail.bridge().slug();
        rotations.share(
                trail.workspace(),
                rotation().id(),
                Rotation.Sharing.OFF,
                Optional.of(rotation().variants().getFirst().id()),
                10);
        rotations.begin(
                trail.workspace(),
                trail.promotion().id(),
                new Behind.OfPage(trail.bridge().id()),
                "As it stands",
                new Destination.ToPage(trail.bridge().id()),
                "Behind it",
                new Destination.ToPage(second.id()));
        await().until(() ->
                IntStream.range(0, 12).anyMatch(i -> guest().head(address).statusCode() == 302));
        int stayed = 0;
        for (int i = 0; i < 6; i++) {
            Guest visitor = person();
            HttpResponse<String> first = visitor.get(address + "?utm_source=plumage");
            HttpResponse<String> again = visitor.get(address);
            assertThat(again.statusCode()).isEqualTo(first.statusCode());
            if (first.statusCode() == 200) {
                stayed++;
            } else {
                assertThat(location(first)).contains("/" + second.slug()).contains("utm_source=plumage");
            }
        }
        assertThat(stayed).isEqualTo(3);
        assertThat(draws("c.first_draw and c.link_id is null")).isEqualTo(Map.of("As it stands", 3L, "Behind it", 3L));
        await().until(() -> drawn(20) == 0);
        for (int i = 0; i < 4; i++) {
            Guest visitor = person();
            visitor.get(trail.link().path());
            visitor.get(address);
        }
        assertThat(sql.sql(
                                "select count(*), count(distinct variant_id) from site_event where workspace_id = ? and kind = 'DRAWN' and first_draw")
                        .param(trail.workspace().value())
                        .query((row, number) -> row.getLong(1) + " of " + row.getLong(2))
                        .single())
                .isEqualTo("4 of 2");
        followed();
        String click = sql.sql(
                        "select click_id::text from site_event where workspace_id = ? and kind = 'DRAWN' and first_draw limit 1")
                .param(trail.workspace().value())
                .query(String.class)
                .single();
        assertThat(Jsoup.parse(owner.get("/clicks/" + click).body()).text())
                .containsPattern("Was drawn for (As it stands|Behind it)");
        assertThat(guest().as("LinkPreviewBot/1.0").get(address).statusCode()).isIn(200, 302);
        assertThat(draws("c.first_draw and c.verdict <> 'COUNTED'")).isEmpty();
    }

    /** A page that is published is another page: figures before and after are not added up. */
    @Test
    void whatChangesPartsTheFiguresAndRoundsStayReadable() {
        for (int i = 0; i < 6; i++) {
            person().get(trail.link().path());
        }
        scenario.write(second, Scenario.bridgeText("A third headline", new NextStep.ToOffer(), List.of()));
        followed();
        assertThat(Jsoup.parse(owner.get(bench).body()).text())
                .contains(
                        "The page of “New words” was published. Headline: “A third headline” instead of “Another headline”.")
                .contains("Old words 0 0", "New words 0 0");
        assertThat(Jsoup.parse(owner.get(bench + "?stretch=0").body()).text())
                .contains("Old words 3 0", "New words 3 0");
        owner.sendTo(bench, bench + "/rounds");
        assertThat(rotation().round()).isEqualTo(2);
        await().until(() -> {
            person().get(trail.link().path());
            return sql.sql("select count(*) from click where workspace_id = ? and stretch = 3")
                            .param(trail.workspace().value())
                            .query(Long.class)
                            .single()
                    > 0;
        });
        assertThat(Jsoup.parse(owner.get(bench + "?round=1&stretch=0").body()).text())
                .contains("Standings of round 1", "Old words 3 0");
        assertThat(owner.sendTo(bench, bench + "/rounds/7").body()).contains("There is no round 7");
        owner.sendTo(bench, bench + "/rounds/1");
        assertThat(rotation().round()).isEqualTo(1);
        assertThat(rotation().stretch()).isEqualTo(4);
    }

    @Test
    void whatDecidesOnSharesIsCheckedAndRetiredOnesGoToTheLeader() {
        assertThat(owner.sendTo(bench, bench + "/sharing", "sharing", "OFF", "leader", "", "floor", "10")
                        .body())
                .contains("Choose which variant gets everybody.");
        assertThat(owner.sendTo(bench, bench + "/sharing", "sharing", "STEERED", "leader", "", "floor", "80")
                        .body())
                .contains("“80” is no floor");
        assertThat(owner.sendTo(bench, bench + "/aim", "goal", "SALE", "worth", "lots")
                        .body())
                .contains("“lots” is no difference");
        change(in(Variant.State.ACTIVE), in(Variant.State.PAUSED));
        String paused = rotation().variants().get(1).id().toString();
        assertThat(owner.sendTo(bench, bench + "/sharing", "sharing", "OFF", "leader", paused, "floor", "10")
                        .body())
                .contains("“New words” is not at work");
        change(in(Variant.State.ACTIVE), in(Variant.State.ACTIVE));
        owner.sendTo(bench, bench + "/aim", "goal", "SALE", "worth", "20 %");
        assertThat(rotations
                        .find(trail.workspace(), rotation().id())
                        .orElseThrow()
                        .goal())
                .isEqualTo(Goal.SALE);
        Guest ofSecond = IntStream.range(0, 20)
                .mapToObj(i -> person())
                .filter(visitor -> page(visitor).contains(second.slug()))
                .findFirst()
                .orElseThrow();
        rotations.add(trail.workspace(), rotation().id(), "Straight", new Destination.ToOffer(Optional.empty()));
        owner.sendTo(
                bench,
                bench + "/sharing",
                "sharing",
                "BY_HAND",
                "leader",
                rotation().variants().get(2).id().toString(),
                "floor",
                "10");
        change(in(Variant.State.ACTIVE), in(Variant.State.RETIRED));
        await().until(() -> IntStream.range(0, 10)
                .noneMatch(i -> location(guest().head(trail.link().path())).contains("/" + second.slug())));
        assertThat(page(ofSecond)).startsWith("https://lanternfish.test");
        assertThat(sql.sql("select first_draw from click where workspace_id = ? order by at desc, id desc limit 1")
                        .param(trail.workspace().value())
                        .query(Boolean.class)
                        .single())
                .isFalse();
    }

    /** What is refused leaves no page behind. */
    @Test
    void aCopyThatIsRefusedIsNotMade() {
        long before =
                pages.ofPromotion(trail.workspace(), trail.promotion().id()).size();
        assertThat(owner.sendTo(
                                bench,
                                bench + "/variants",
                                "name",
                                "new words",
                                "copy",
                                second.id().toString(),
                                "headline",
                                "Other")
                        .body())
                .contains("There are two variants called “new words”");
        assertThat(owner.sendTo(
                                bench,
                                bench + "/variants",
                                "name",
                                "Other",
                                "copy",
                                second.id().toString(),
                                "headline",
                                "x".repeat(201))
                        .body())
                .contains("headline");
        assertThat(pages.ofPromotion(trail.workspace(), trail.promotion().id())).hasSize((int) before);
        owner.sendTo(
                bench,
                bench + "/variants",
                "name",
                "Other",
                "copy",
                second.id().toString(),
                "headline",
                "Grow them on coffee");
        Page copy = pages.ofPromotion(trail.workspace(), trail.promotion().id()).stream()
                .filter(page -> page.slug().equals("other"))
                .findFirst()
                .orElseThrow();
        assertThat(copy.published()).isPresent();
        assertThat(rotation().variants()).hasSize(3);
    }

    /** Those whom a page sends straight to the offer: one half to another offer, which the click id names too. */
    @Test
    void thoseWhoGoOnToTheOfferAreSharedOutToo() {
        rotations.begin(
                trail.workspace(),
                trail.promotion().id(),
                new Behind.OfOut(second.id()),
                "The offer",
                new Destination.ToOffer(Optional.empty()),
                "First the bridge",
                new Destination.ToPage(trail.bridge().id()));
        String out = "/out/" + ShortId.of(second.id());
        await().until(() -> IntStream.range(0, 12)
                .anyMatch(
                        i -> location(guest().head(out)).contains(trail.bridge().slug())));
        int offers = 0;
        for (int i = 0; i < 6; i++) {
            Guest visitor = person();
            visitor.get("/" + trail.promotion().slug() + "/" + second.slug());
            String first = location(visitor.get(out));
            offers += first.startsWith("https://lanternfish.test") ? 1 : 0;
            assertThat(location(visitor.get(out))).isEqualTo(first);
        }
        assertThat(offers).isEqualTo(3);
        assertThat(sql.sql(
                                "select count(*) from site_event where workspace_id = ? and kind = 'WENT_ON' and page_id = ?")
                        .param(trail.workspace().value())
                        .param(second.id().value())
                        .query(Long.class)
                        .single())
                .as("they left that page")
                .isEqualTo(6);
        followed();
        Rotating behind = rotations
                .behind(trail.workspace(), new Behind.OfOut(second.id()))
                .orElseThrow();
        assertThat(Jsoup.parse(owner.get(behind.address()).body()).text())
                .contains(
                        "Rotation of the way to the offer from “Bridge page 2”",
                        "The offer 3 0",
                        "First the bridge 3 0");
        assertThat(Jsoup.parse(owner.get(behind.address() + "?by=DEVICE").body())
                        .text())
                .contains(
                        "Apart by device",
                        "finds a difference in one of them by chance",
                        "3 of 3, 100.0 % 0 of 3, 0.0 %");
    }

    @Test
    void whoComesWithoutACookieStaysOnTheirVariantAndTakesNobodysTurn() {
        String browser = "Mozilla/5.0 (X11; Linux x86_64; rv:777.0) Gecko/20100101 Firefox/151.0";
        List<String> pages = IntStream.range(0, 4)
                .mapToObj(i -> page(guest().as(browser)))
                .distinct()
                .toList();
        assertThat(pages).hasSize(1);
        assertThat(draws("c.first_draw").values()).containsExactly(1L);
        assertThat(draws("not c.first_draw").values()).containsExactly(3L);
        assertThat(IntStream.range(0, 6)
                        .mapToObj(i -> page(person()))
                        .distinct()
                        .count())
                .as("others are drawn for both")
                .isEqualTo(2);
    }

    /** What a page sends to another offer, or to an address elsewhere, is shared out by itself. */
    @Test
    void otherWaysOutOfAPageAreSharedOutToo() {
        Offer offer = scenario.otherNetworksOffer(trail);
        ElsewhereId away = places.add(
                trail.workspace(), new Elsewhere("A film", UriTemplate.parseWeb("https://films.test/{click_id}")));
        scenario.write(
                second,
                Scenario.content(
                        Placed.of("headline", new Block.Headline("Two more things")),
                        Placed.of("course", new Block.Button("Course", new NextStep.ToAnotherOffer(offer.id()))),
                        Placed.of("film", new Block.Button("Film", new NextStep.ToElsewhere(away))),
                        Placed.of("disclosure", new Block.Disclosure("I earn a commission."))));
        String page = ShortId.of(second.id());
        String toOffer = "/out/" + page + "/" + ShortId.of(offer.id());
        String toFilm = "/away/" + page + "/" + ShortId.of(away);
        await().until(() -> guest().head(toOffer).statusCode() == 302
                && guest().head(toFilm).statusCode() == 302);
        String benchOfPage = owner.get("/promotions/" + trail.promotion().id() + "/pages/" + second.id())
                .body();
        for (Destination to :
                List.of(new Destination.ToOffer(Optional.of(offer.id())), new Destination.ToElsewhere(away))) {
            Behind behind = new Behind.OfOut(second.id(), to);
            String begin = Jsoup.parse(benchOfPage).select("a[href*=rotations/new]").stream()
                    .map(link -> link.attr("href"))
                    .filter(href ->
                            URLDecoder.decode(href, StandardCharsets.UTF_8).endsWith("behind=" + behind.text()))
                    .findFirst()
                    .orElseThrow();
            assertThat(owner.get(begin).body()).contains("Share out the visitors of the way to");
            assertThat(owner.sendTo(
                                    begin,
                                    begin.substring(0, begin.indexOf('?')),
                                    "behind",
                                    behind.text(),
                                    "first",
                                    "As before",
                                    "name",
                                    "Instead",
                                    "copy",
                                    "",
                                    "to",
                                    "page " + trail.bridge().id())
                            .statusCode())
                    .isEqualTo(302);
        }
        for (String way : List.of(toOffer, toFilm)) {
            String bridge = trail.bridgePath();
            await().until(() -> IntStream.range(0, 8)
                    .anyMatch(i -> location(guest().head(way)).contains(bridge)));
            for (int i = 0; i < 4; i++) {
                Guest visitor = person();
                boolean first = location(visitor.get(way)).contains(bridge);
                assertThat(location(visitor.get(way)).contains(bridge)).isEqualTo(first);
            }
        }
        assertThat(draws("c.first_draw")).isEqualTo(Map.of("As before", 4L, "Instead", 4L));
        followed();
        assertThat(Jsoup.parse(owner.get("/promotions/" + trail.promotion().id())
                                .body())
                        .text())
                .contains("Instead", "50 % of who goes on from");
    }

    /** Phones get a page of their own; a program that says it is a phone gets it too. */
    @Test
    void whoTheFirstBranchIsForGetsOneOfItsVariants() {
        String refused = owner.sendTo(bench, bench + "/branches", "kind", "from", "values", "Narnia")
                .body();
        assertThat(Jsoup.parse(refused).text()).contains("“NARNIA” is no country");
        assertThat(Jsoup.parse(refused).select("#values").val()).isEqualTo("Narnia");
        owner.sendTo(bench, bench + "/branches", "kind", "on", "values", "phone, tablet");
        assertThat(owner.sendTo(
                                bench,
                                bench + "/variants",
                                "name",
                                "Nowhere",
                                "copy",
                                "",
                                "to",
                                "page " + second.id(),
                                "branch",
                                trail.workspace().toString())
                        .body())
                .contains("The branch that “Nowhere” is for is there no more.");
        String branch = rotation().branches().getFirst().id().toString();
        owner.sendTo(
                bench,
                bench + "/variants",
                "name",
                "Small screens",
                "copy",
                second.id().toString(),
                "headline",
                "Grow them on the sill",
                "branch",
                branch);
        String phone = "Mozilla/5.0 (iPhone; CPU iPhone OS 19_%d like Mac OS X) Mobile/15E148 Safari/604.1";
        await().until(() -> location(
                        guest().as(phone.formatted(0)).head(trail.link().path()))
                .contains("/small-screens"));
        for (int i = 0; i < 4; i++) {
            assertThat(page(guest().as(phone.formatted(i + 1)))).contains("/small-screens");
            assertThat(page(person())).doesNotContain("/small-screens");
        }
        assertThat(location(guest().as("Mozilla/5.0 (iPhone) Mobile LinkPreviewBot/1.0")
                        .get(trail.link().path())))
                .contains("/small-screens");
        assertThat(draws("c.first_draw")).isEqualTo(Map.of("Small screens", 4L, "Old words", 2L, "New words", 2L));
        followed();
        assertThat(Jsoup.parse(owner.get(bench + "?branch=" + branch).body()).text())
                .contains("Those who read on a phone or tablet", "Small screens 4 0", "Small screens 100.0 %");
        assertThat(Jsoup.parse(owner.get(bench).body()).text()).contains("Old words 50.0 %", "New words 2 0");
        owner.sendTo(bench, bench + "/branches", "kind", "speaking", "values", "fi", "into", branch);
        owner.sendTo(bench, bench + "/branches", "kind", "from", "values", "FI");
        String later = rotation().branches().get(1).id().toString();
        owner.sendTo(bench, bench + "/branches/" + later + "/up");
        assertThat(Jsoup.parse(owner.get(bench).body()).text())
                .contains(
                        "1. Those who come from Finland",
                        "2. Those who read on a phone or tablet and read Finnish",
                        "Those who come from Finland are asked for before those who read on a phone");
        await().until(() -> !location(
                        guest().as(phone.formatted(0)).head(trail.link().path()))
                .contains("/small-screens"));
        owner.sendTo(bench, bench + "/branches/" + branch + "/out");
        owner.sendTo(bench, bench + "/branches/" + later + "/out");
        assertThat(rotation().branches()).isEmpty();
        assertThat(rotation().variants().get(2).state()).isEqualTo(Variant.State.PAUSED);
        await().until(() -> !location(
                        guest().as(phone.formatted(0)).head(trail.link().path()))
                .contains("/small-screens"));
    }

    /** Two pages that share their visitors out to each other would send them round for ever. */
    @Test
    void pagesThatWouldLeadBackToEachOtherAreRefused() {
        Behind first = new Behind.OfPage(trail.bridge().id());
        Destination to = new Destination.ToPage(second.id());
        Destination back = new Destination.ToPage(trail.bridge().id());
        rotations.begin(trail.workspace(), trail.promotion().id(), first, "As it stands", back, "Second", to);
        String form = "/promotions/" + trail.promotion().id() + "/rotations/new";
        for (String behind : List.of("page " + second.id(), "out " + second.id())) {
            assertThat(owner.sendTo(
                                    form + "?behind=" + behind.replace(" ", "%20"),
                                    form,
                                    "behind",
                                    behind,
                                    "first",
                                    "One",
                                    "name",
                                    "Two",
                                    "to",
                                    "page " + trail.bridge().id(),
                                    "copy",
                                    "")
                            .body())
                    .contains("round in circles");
        }
        assertThat(rotations.of(trail.workspace())).hasSize(2);
    }

    /** A redirect page without pixels sends on by itself, and shares out too. */
    @Test
    void aPlainRedirectIsSharedOutToo() {
        Page redirect =
                pages.redirect(trail.workspace(), trail.promotion().id()).orElseThrow();
        pages.keepDraft(
                trail.workspace(),
                redirect.id(),
                redirect.revision(),
                new PageDocument.RedirectPage("One moment", Hold.DEFAULT, List.of()));
        pages.publish(trail.workspace(), redirect.id());
        rotations.begin(
                trail.workspace(),
                trail.promotion().id(),
                new Behind.OfOut(redirect.id()),
                "The offer",
                new Destination.ToOffer(Optional.empty()),
                "The second page",
                new Destination.ToPage(second.id()));
        String address = "/" + trail.promotion().slug() + "/" + redirect.slug();
        // Who only looks takes nobody's turn.
        await().until(() -> IntStream.range(0, 12)
                .mapToObj(i -> guest().head(address))
                .anyMatch(
                        answer -> answer.statusCode() == 302 && location(answer).contains("/" + second.slug())));
        int offers = 0;
        for (int i = 0; i < 6; i++) {
            Guest visitor = person();
            String first = location(visitor.get(address));
            offers += first.startsWith("https://lanternfish.test") ? 1 : 0;
            assertThat(location(visitor.get(address))).isEqualTo(first);
        }
        assertThat(offers).isEqualTo(3);
        assertThat(sql.sql(
                                "select count(*) filter (where first_draw), count(*) from site_event where workspace_id = ? and kind = 'DRAWN'")
                        .param(trail.workspace().value())
                        .query((row, number) -> row.getLong(1) + " of " + row.getLong(2))
                        .single())
                .isEqualTo("6 of 12");
    }
}
