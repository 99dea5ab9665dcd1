package dev.wilyferret.app.links;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import dev.wilyferret.app.clicks.ClickCounts;
import dev.wilyferret.app.elsewhere.Places;
import dev.wilyferret.app.hosts.Hosts;
import dev.wilyferret.app.kit.AppTest;
import dev.wilyferret.app.kit.Guest;
import dev.wilyferret.app.kit.Scenario;
import dev.wilyferret.app.kit.Wire;
import dev.wilyferret.app.offers.Offer;
import dev.wilyferret.app.sales.Sale;
import dev.wilyferret.app.sales.Sales;
import dev.wilyferret.app.sources.Sources;
import dev.wilyferret.core.address.OwnHost;
import dev.wilyferret.core.address.Tags;
import dev.wilyferret.core.address.UriTemplate;
import dev.wilyferret.core.id.ElsewhereId;
import dev.wilyferret.core.id.SourceId;
import dev.wilyferret.core.id.UuidV7;
import dev.wilyferret.core.link.Destination;
import dev.wilyferret.core.link.Elsewhere;
import dev.wilyferret.core.page.NextStep;
import dev.wilyferret.core.source.Cost;
import dev.wilyferret.core.source.Source;
import dev.wilyferret.core.source.Token;
import java.io.IOException;
import java.net.http.HttpResponse;
import java.sql.Connection;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.Duration;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import javax.sql.DataSource;
import org.jsoup.Jsoup;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.springframework.beans.factory.annotation.Autowired;

/** Tracking links made, changed and followed. */
class LinkBenchTest extends AppTest {

    @Autowired
    private Links links;

    @Autowired
    private ClickCounts counts;

    @Autowired
    private Sources sources;

    @Autowired
    private Places places;

    @Autowired
    private Hosts hosts;

    @Autowired
    private Sales sales;

    @Autowired
    private DataSource dataSource;

    private Scenario.Trail trail;
    private Guest owner;
    private String bench;

    @BeforeEach
    void begin() {
        trail = scenario.trail();
        owner = owner(trail.stage());
        bench = "/promotions/" + trail.promotion().id() + "/links";
    }

    private TrackingLink latest() {
        return links.ofPromotion(trail.workspace(), trail.promotion().id()).getFirst();
    }

    private TrackingLink made(String... fields) {
        HttpResponse<String> answer = owner.send(bench, fields);
        assertThat(answer.statusCode())
                .as(Jsoup.parse(answer.body()).select(".msg").text())
                .isEqualTo(302);
        return latest();
    }

    /** Where somebody new is sent by a link, once the site knows of it. */
    private String followed(TrackingLink link, String query) {
        await().until(() -> guest().head(link.path()).statusCode() == 302);
        return Guest.location(guest().get(link.path() + query));
    }

    private SourceId source() {
        return sources.add(
                trail.workspace(),
                new Source(
                        "Querywell",
                        "querywell",
                        "cpc",
                        List.of(new Token("kw", "{keyword}", "grow mushrooms"), new Token("ad", "{ad}", "4711")),
                        new Cost.Nothing()));
    }

    private ElsewhereId elsewhere(String address) {
        return places.add(trail.workspace(), new Elsewhere("Webinar room", UriTemplate.parseWeb(address)));
    }

    @Test
    void aSourceFillsTheLinkAndWhatItFillsInIsHandedOnToThePage() {
        SourceId querywell = source();
        TrackingLink link = made("profile", querywell.toString(), "campaign", "autumn", "own", "placement=top%20left");
        assertThat(link.tags().source()).isEqualTo("querywell");
        assertThat(link.tags().medium()).isEqualTo("cpc");
        assertThat(link.tags().own()).containsEntry("placement", "top left");
        String shown = owner.get(bench + "/" + link.id()).body();
        assertThat(Jsoup.parse(shown).select("#handed-out").text()).endsWith(link.path() + "?kw={keyword}&ad={ad}");
        assertThat(Jsoup.parse(shown).select("#sent").text())
                .contains("&placement=top%20left&kw=grow%20mushrooms&ad=4711");
        assertThat(followed(link, "?kw=oyster+kit&ad=%7Bad%7D&d=evil&other=1"))
                .isEqualTo(
                        trail.bridgePath()
                                + "?utm_source=querywell&utm_medium=cpc&utm_campaign=autumn&placement=top%20left&kw=oyster%20kit&ad=%7Bad%7D");
    }

    /** Whoever tries a link as it is handed out sends its tokens as they stand there, which browsers do not encode. */
    @Test
    void tokensThatNobodyFilledInAreTakenAsTheyStand() throws IOException {
        TrackingLink link = made("profile", source().toString(), "campaign", "autumn");
        await().until(() -> guest().head(link.path()).statusCode() == 302);
        try (Wire wire = new Wire(installation.siteAddress().toString())) {
            wire.send("GET " + link.path() + "?kw={keyword}&ad=a|b[c]^`\\ HTTP/1.1\r\nHost: 127.0.0.1\r\nUser-Agent: "
                    + Guest.PERSON + "\r\nConnection: close\r\n\r\n");
            assertThat(wire.all())
                    .startsWith("HTTP/1.1 302")
                    .contains("&kw=%7Bkeyword%7D&ad=a%7Cb%5Bc%5D%5E%60%5C\r\n");
        }
    }

    @Test
    void aLinkLeadsElsewhereWithItsClickAndTags() {
        ElsewhereId room = elsewhere("https://room.example/in?utm_source=mine{&click_id}");
        TrackingLink link = made(
                "destination",
                new Destination.ToElsewhere(room).text(),
                "source",
                "plumage",
                "medium",
                "cpc",
                "campaign",
                "spring");
        assertThat(owner.get(bench + "/" + link.id()).body())
                .contains("The address says utm_source=mine itself; the link&#39;s own value is sent instead.");
        Guest visitor = guest();
        await().until(() -> guest().head(link.path()).statusCode() == 302);
        String sent = Guest.location(visitor.get(link.path()));
        assertThat(sent)
                .isEqualTo("https://room.example/in?utm_source=plumage&click_id="
                        + visitor.cookie("wf_c").orElseThrow().split("\\.")[0] + "&utm_medium=cpc&utm_campaign=spring");
    }

    @Test
    void whoIsLedPastEveryPageIsCountedWhereTheyWereSent() {
        Offer kit = scenario.otherNetworksOffer(trail);
        ElsewhereId room = elsewhere("https://room.example/in");
        Guest buyer = guest();
        for (Destination to : List.of(
                new Destination.ToOffer(Optional.of(kit.id())),
                new Destination.ToOffer(Optional.empty()),
                new Destination.ToElsewhere(room))) {
            TrackingLink link =
                    made("destination", to.text(), "source", "plumage", "medium", "cpc", "campaign", "straight-on");
            await().until(() -> guest().head(link.path()).statusCode() == 302);
            buyer.get(link.path());
            if (to.equals(new Destination.ToOffer(Optional.of(kit.id())))) {
                assertThat(buyer.get(kit.network().postbackPath().split("&")[0] + "&click_id="
                                        + buyer.cookie("wf_c").orElseThrow().split("\\.")[0]
                                        + "&order_id=S-1&commission=4.00")
                                .body())
                        .startsWith("sale");
            }
        }
        followed();
        String promotion = "/promotions/" + trail.promotion().id();
        assertThat(owner.get(promotion + "/clicks?behind=no-page").body()).contains("None in this period.");
        assertThat(Jsoup.parse(owner.get(promotion + "/clicks?behind=elsewhere-" + room)
                                .body())
                        .select("table.list tbody tr"))
                .hasSize(1);
        assertThat(sales.latest(trail.workspace()))
                .singleElement()
                .extracting(Sale::offer)
                .isEqualTo(kit.id());
    }

    /** The clicks that came while it had no end are counted too. */
    @Test
    void anEndThatIsTakenOffAndPutBackKnowsAllClicks() {
        String[] fields = {"source", "parcel", "medium", "solo-ad", "campaign", "may", "then", "offer", "clicks", "5"};
        TrackingLink link = made(fields);
        assertThat(followed(link, "")).startsWith(trail.bridgePath());
        fields[9] = "";
        owner.sendTo(bench, bench + "/" + link.id(), fields);
        await().until(() -> links.find(trail.workspace(), link.id())
                .orElseThrow()
                .details()
                .ending()
                .isEmpty());
        for (int i = 0; i < 3; i++) {
            assertThat(Guest.location(guest().get(link.path()))).startsWith(trail.bridgePath());
        }
        fields[9] = "5";
        owner.sendTo(bench, bench + "/" + link.id(), fields);
        await().until(() -> links.find(trail.workspace(), link.id())
                .orElseThrow()
                .details()
                .ending()
                .isPresent());
        await().pollDelay(Duration.ofSeconds(2)).until(() -> true);
        assertThat(Guest.location(guest().get(link.path()))).startsWith(trail.bridgePath());
        assertThat(Guest.location(guest().get(link.path()))).startsWith("https://lanternfish.test/buy/");
    }

    @Test
    void tagsOfALinksOwnFillTheWordsOfItsPage() {
        scenario.write(
                trail.bridge(),
                Scenario.bridgeText(
                        "Ad {{ad|?}} at {{placement|?}} by {{source|?}}", new NextStep.ToOffer(), List.of()));
        TrackingLink link = links.add(
                trail.workspace(),
                trail.promotion().id(),
                links.freeCode(trail.workspace(), Optional.empty(), ""),
                LinkDetails.of(
                        new Destination.ToPage(trail.bridge().id()),
                        new Tags("plumage", "cpc", "spring", "", "", Map.of("ad", "7", "placement", "top"))));
        await().until(() -> guest().head(link.path()).statusCode() == 302);
        Guest visitor = guest();
        assertThat(visitor.get(Guest.location(visitor.get(link.path()))).body()).contains("Ad 7 at top by plumage");
    }

    /** However long it takes to read the log: what was counted once is counted on, and a new link is live without it. */
    @Test
    void noNewLinkWaitsForTheClicksOfThoseThatEnd() throws SQLException {
        TrackingLink ending = made("source", "parcel", "medium", "solo-ad", "campaign", "may", "clicks", "5");
        assertThat(followed(ending, "")).startsWith(trail.bridgePath());
        try (Connection reader = dataSource.getConnection();
                Statement statement = reader.createStatement()) {
            reader.setAutoCommit(false);
            statement.execute("lock table click in access exclusive mode");
            TrackingLink fresh = links.add(
                    trail.workspace(),
                    trail.promotion().id(),
                    links.freeCode(trail.workspace(), Optional.empty(), ""),
                    trail.link().details());
            await().until(() -> guest().head(fresh.path()).statusCode() == 302);
            reader.rollback();
        }
    }

    @Test
    void afterItsClicksALinkLeadsWhereItSays() {
        TrackingLink link =
                made("source", "parcel", "medium", "solo-ad", "campaign", "may", "clicks", "3", "then", "offer");
        assertThat(followed(link, "")).startsWith(trail.bridgePath());
        assertThat(Guest.location(guest().as("Somebot/1.0").get(link.path())))
                .as("a declared crawler takes none of them")
                .startsWith(trail.bridgePath());
        guest().get(link.path());
        guest().get(link.path());
        assertThat(Guest.location(guest().get(link.path()))).startsWith("https://lanternfish.test/buy/");
        assertThat(Guest.location(guest().as("Somebot/1.0").get(link.path())))
                .as("and sees what people see")
                .startsWith("https://lanternfish.test/buy/");
        followed();
        assertThat(counts.billed(
                        trail.workspace(),
                        Map.of(link.id(), link.promotion()),
                        UuidV7.first(clock.instant().plusSeconds(1))))
                .as("what is counted on from after a start")
                .isEqualTo(Map.of(link.id(), 4L));
        assertThat(owner.get(bench).body()).contains("4 of 3 clicks", ">ended<");
        owner.sendTo(
                bench,
                bench + "/" + link.id(),
                "source",
                "parcel",
                "medium",
                "solo-ad",
                "campaign",
                "may",
                "clicks",
                "5");
        await().untilAsserted(() -> assertThat(
                        Guest.location(guest().as("Somebot/1.0").get(link.path())))
                .as("counted from the log, not anew")
                .startsWith(trail.bridgePath()));
    }

    @Test
    void afterItsEndALinkLeadsNowhere() {
        TrackingLink link = made(
                "source",
                "parcel",
                "medium",
                "solo-ad",
                "campaign",
                "may",
                "ends",
                clock.instant()
                        .atZone(trail.stage().workspace().zone())
                        .plusHours(2)
                        .toLocalDateTime()
                        .toString()
                        .substring(0, 16));
        assertThat(followed(link, "")).startsWith(trail.bridgePath());
        clock.pass(Duration.ofHours(3));
        assertThat(guest().get(link.path()).statusCode()).isEqualTo(404);
    }

    @Test
    void aLinkIsPausedArchivedAndBroughtBack() {
        String path = trail.link().path();
        String own = bench + "/" + trail.link().id();
        owner.sendTo(bench, own + "/state", "state", "PAUSED");
        await().until(() -> guest().head(path).statusCode() == 404);
        owner.sendTo(bench, own + "/state", "state", "ARCHIVED");
        assertThat(owner.get(bench).body()).contains("0 links");
        assertThat(owner.get("/links?standing=ARCHIVED").body())
                .contains(trail.link().code().text() + "<");
        owner.sendTo(bench, own + "/state", "state", "ACTIVE");
        await().until(() -> guest().head(path).statusCode() == 302);
    }

    @Test
    void whatIsKeptAnewCountsFromNowOnAndTheCodeStays() {
        TrackingLink link = trail.link();
        owner.sendTo(
                bench,
                bench + "/" + link.id(),
                "source",
                "plumage",
                "medium",
                "cpc",
                "campaign",
                "100%2525",
                "code",
                "another",
                "note",
                "two\nlines");
        TrackingLink now = links.find(trail.workspace(), link.id()).orElseThrow();
        assertThat(now.code()).isEqualTo(link.code());
        assertThat(now.tags().campaign()).isEqualTo("100%25");
        assertThat(Jsoup.parse(owner.get(bench + "/" + link.id()).body())
                        .select("#campaign")
                        .val())
                .as("so that keeping it again changes nothing")
                .isEqualTo("100%2525");
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            own         | no sign        | has no =
            own         | a=1\\na=2      | stands there twice
            own         | utm_term=x     | is in use already
            ends        | tomorrow       | is not a moment
            clicks      | 0              | is no number of clicks
            clicks      | many           | is no number of clicks
            destination | page x         | is there no more
            destination | https://a.test | is there no more
            then        | offer x        | is there no more
            """)
    void whatIsWrongIsSaidAtItsFieldAndTheRestStays(String field, String typed, String message) {
        String text = typed.translateEscapes();
        String body = owner.send(bench, "source", "plumage", "medium", "cpc", "campaign", "kept words", field, text)
                .body();
        assertThat(Jsoup.parse(body).select(".msg").text()).contains(message);
        assertThat(body).contains("value=\"kept words\"");
        assertThat(links.ofPromotion(trail.workspace(), trail.promotion().id())).hasSize(1);
    }

    @Test
    void aLinkOfAnotherPromotionOrWorkspaceIsNotThere() {
        Scenario.Trail theirs = scenario.trail();
        String foreign = bench + "/" + theirs.link().id();
        assertThat(owner.get(foreign).statusCode()).isEqualTo(404);
        assertThat(owner.sendTo(bench, foreign + "/state", "state", "PAUSED").statusCode())
                .isEqualTo(404);
        ElsewhereId room =
                places.add(theirs.workspace(), new Elsewhere("Room", UriTemplate.parseWeb("https://a.example/")));
        assertThat(owner.send(
                                bench,
                                "source",
                                "a",
                                "medium",
                                "b",
                                "campaign",
                                "c",
                                "destination",
                                new Destination.ToElsewhere(room).text())
                        .body())
                .contains("is there no more");
        assertThat(owner.get("/links/elsewhere/" + room).statusCode()).isEqualTo(404);
    }

    private HttpResponse<String> table(String rows) {
        return owner.send(bench + "/table", "rows", rows);
    }

    @Test
    void aTableMakesAllOfItsLinks() {
        assertThat(table("""
                        Source;Medium;Campaign;leads to;code;clicks;ends;Placement
                        plumage;paid-social;spring;;table-%1$s;;2026-12-24;top
                        "parcel; digest";solo-ad;spring;Cellar Crop Course;;500;;
                        """.formatted(System.nanoTime() % 1_000_000)).statusCode())
                .isEqualTo(302);
        List<TrackingLink> all =
                links.ofPromotion(trail.workspace(), trail.promotion().id());
        assertThat(all).hasSize(3);
        TrackingLink parcel = all.stream()
                .filter(link -> link.tags().source().equals("parcel; digest"))
                .findFirst()
                .orElseThrow();
        assertThat(parcel.details().to()).isInstanceOf(Destination.ToOffer.class);
        assertThat(parcel.details().ending().orElseThrow().clicks()).hasValue(500);
        assertThat(all.stream().filter(link -> link.tags().own().containsKey("Placement")))
                .hasSize(1);
    }

    @Test
    void rowsOfATableStandOnTheirHosts() {
        OwnHost host = new OwnHost("table-" + trail.promotion().slug() + ".growbench.localhost");
        hosts.add(trail.workspace(), host);
        hosts.look(trail.workspace(), host);
        String code = "both-" + trail.promotion().slug();
        String shared = installation.siteAddress().getHost();
        HttpResponse<String> wrong = table("""
                source,medium,campaign,host,code
                plumage,cpc,a,%2$s,%1$s
                plumage,cpc,b,%2$s,%1$s
                plumage,cpc,c,other.growbench.example,
                """.formatted(code, host));
        assertThat(Jsoup.parse(wrong.body()).select(".warned tr").eachText())
                .contains("3 code The short code \"%s\" stands in the table twice.".formatted(code))
                .anyMatch(row -> row.startsWith("4 host other.growbench.example is not at work here."));
        assertThat(table("""
                source,medium,campaign,host,code
                plumage,cpc,a,%2$s,%1$s
                plumage,cpc,b,%3$s,%1$s
                plumage,cpc,c,,
                """.formatted(code, host.name().toUpperCase(Locale.ROOT), shared))
                        .statusCode())
                .isEqualTo(302);
        assertThat(links.ofPromotion(trail.workspace(), trail.promotion().id()).stream()
                        .filter(link -> link.code().text().equals(code))
                        .map(TrackingLink::host))
                .containsExactlyInAnyOrder(Optional.of(host), Optional.empty());
        await().until(() -> guest().at(host.name()).head("/go/" + code).statusCode() == 302);
        assertThat(Guest.location(guest().at(host.name()).get("/go/" + code))).contains("utm_campaign=a");
        assertThat(Guest.location(guest().get("/go/" + code))).contains("utm_campaign=b");
    }

    @Test
    void aTableWithAnErrorMakesNoneAndSaysWhatIsWrongByRow() {
        String taken = trail.link().code().text();
        String rows = "source,medium,campaign,code,leads to,clicks,ends\n"
                + "plumage,cpc,spring,fresh-1,,,\n"
                + ",cpc,spring,,,,\n"
                + "plumage,cpc,spring," + taken + ",,,\n"
                + "plumage,cpc,spring,twice-1,,,\n"
                + "plumage,cpc,spring,twice-1,,,\n"
                + "plumage,cpc,spring,a/b,,,\n"
                + "plumage,cpc,spring,,No such page,,\n"
                + "plumage,cpc,spring,,,some,\n"
                + "plumage,cpc,spring,,,,soon\n"
                + "plumage,cpc,spring,,,,,stray\n";
        HttpResponse<String> answer = table(rows);
        String said = Jsoup.parse(answer.body()).select(".warned").text();
        assertThat(said)
                .contains("Nothing was made: 8 things are wrong")
                .contains("3 source The source is empty")
                .contains("4 code The short code \"" + taken + "\" is taken")
                .contains("6 code The short code \"twice-1\" stands in the table twice")
                .contains("7 code The short code must be")
                .contains("8 leads to There is no page, offer or address elsewhere called \"No such page\"")
                .contains("9 clicks \"some\" is no number")
                .contains("10 ends \"soon\" is not a moment")
                .contains("11 row The row has 8 cells");
        assertThat(Jsoup.parse(answer.body()).select("#rows").text()).contains("No such page");
        assertThat(links.ofPromotion(trail.workspace(), trail.promotion().id())).hasSize(1);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            ''                                  | That file is empty
            source,medium                       | names no column "campaign"
            source,medium,campaign              | no rows
            source,medium,campaign,Source\\na,b,c,d | same name
            source,medium,campaign\\n"a,b,c      | cannot be read as CSV
            """)
    void whatIsNoTableIsSaid(String rows, String message) {
        assertThat(Jsoup.parse(table(rows.translateEscapes()).body())
                        .select("#rows-msg")
                        .text())
                .contains(message);
    }

    @Test
    void fiveThousandRowsAreMadeAtOnceFoundAndShownInParts() {
        String rows = IntStream.range(0, LinkTable.MOST)
                .mapToObj(i -> "plumage,cpc,spring-" + i % 7 + ",note " + i)
                .collect(Collectors.joining("\n", "source,medium,campaign,note\n", "\n"));
        assertThat(table(rows).statusCode()).isEqualTo(302);
        assertThat(owner.get(bench).body()).contains("5,001 links", "1 of 51");
        String found = owner.get(bench + "?words=NOTE+4321").body();
        assertThat(found).contains("1 link<");
        assertThat(owner.get("/links?page=51&from=plumage").body()).contains("51 of 51", "Newer ones");
        assertThat(owner.get(bench + "?page=-3&words=%00&standing=nonsense").statusCode())
                .isEqualTo(200);
        assertThat(table(rows + "plumage,cpc,one-more,\n").body()).contains("5,001 rows; at most 5,000 fit");
    }
}
