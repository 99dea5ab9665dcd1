package dev.wilyferret.app.closings;

import static dev.wilyferret.app.kit.Guest.location;
import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import com.sun.net.httpserver.Headers;
import com.sun.net.httpserver.HttpHandlers;
import com.sun.net.httpserver.HttpServer;
import dev.wilyferret.app.kit.AppTest;
import dev.wilyferret.app.kit.Guest;
import dev.wilyferret.app.kit.Scenario;
import dev.wilyferret.app.offers.Offer;
import dev.wilyferret.app.offers.OfferDetails;
import dev.wilyferret.app.offers.Offers;
import dev.wilyferret.app.rotations.Mark;
import dev.wilyferret.app.rotations.Rotating;
import dev.wilyferret.app.rotations.Rotations;
import dev.wilyferret.core.address.UriTemplate;
import dev.wilyferret.core.link.Destination;
import dev.wilyferret.core.offer.AffiliateLink;
import dev.wilyferret.core.offer.Cap;
import dev.wilyferret.core.offer.Closing;
import dev.wilyferret.core.rotation.Behind;
import dev.wilyferret.core.rotation.Variant;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.time.Duration;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.atomic.AtomicReference;
import java.util.stream.IntStream;
import org.jsoup.Jsoup;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;

/** Offers that are full or fail, as visitors, rotations and their owner meet them. */
class ClosingsTest extends AppTest {

    @Autowired
    private Offers offers;

    @Autowired
    private Rotations rotations;

    @Autowired
    private OfferWatch watch;

    @Autowired
    private Closings closings;

    private Scenario.Trail trail;
    private Offer other;
    private int browsers;

    @BeforeEach
    void begin() {
        trail = scenario.trail();
        other = scenario.otherNetworksOffer(trail);
    }

    private void rotate(Destination first, Destination second) {
        rotations.begin(
                trail.workspace(),
                trail.promotion().id(),
                new Behind.OfLink(trail.link().id()),
                "First",
                first,
                "Second",
                second);
        rotations.change(
                trail.workspace(),
                rotating().rotation().id(),
                rotating().rotation().variants(),
                true);
        String page = trail.bridge().slug();
        await().until(() -> IntStream.range(0, 6)
                .mapToObj(i -> location(guest().head(trail.link().path())))
                .anyMatch(to -> !to.contains(page)));
    }

    private Rotating rotating() {
        return rotations
                .behind(trail.workspace(), new Behind.OfLink(trail.link().id()))
                .orElseThrow();
    }

    private void describe(Offer offer, AffiliateLink link, Optional<Cap> cap, boolean watched) {
        OfferDetails now = offer.details();
        offers.change(
                trail.workspace(),
                offer.id(),
                offer.network().name(),
                new OfferDetails(now.name(), link, now.payout(), now.countries(), now.pixelAllowed(), cap, watched));
    }

    private void cap(Cap.Counted counted, int most) {
        describe(other, other.details().link(), Optional.of(new Cap(counted, most)), false);
    }

    private Guest person() {
        return guest().as("Mozilla/5.0 (X11; Linux; rv:%d.0) Gecko/20100101 Firefox/151.0".formatted(browsers++));
    }

    private boolean straight(Guest visitor) {
        return location(visitor.get(trail.link().path())).startsWith("https://lanternfish.test");
    }

    private List<Mark.Kind> marks() {
        return rotations.marks(trail.workspace(), rotating().rotation().id()).stream()
                .map(Mark::kind)
                .filter(kind -> kind == Mark.Kind.SHUT || kind == Mark.Kind.BACK)
                .toList();
    }

    private void awaitMarks(Mark.Kind... kinds) {
        await().atMost(Duration.ofSeconds(20)).until(() -> marks().equals(List.of(kinds)));
    }

    @Test
    void aCapOfClicksGivesItsShareToTheOthersUntilTheNextDay() {
        cap(Cap.Counted.CLICKS, 3);
        rotate(new Destination.ToPage(trail.bridge().id()), new Destination.ToOffer(Optional.of(other.id())));
        int whole = rotating().rotation().stretch();
        List<Guest> sent = new ArrayList<>();
        for (int i = 0; i < 14; i++) {
            Guest visitor = person();
            if (straight(visitor)) {
                sent.add(visitor);
            }
        }
        assertThat(sent).as("no more than the cap, to the visitor").hasSize(3);
        awaitMarks(Mark.Kind.SHUT);
        assertThat(rotating().rotation().stretch()).isNotEqualTo(whole);
        await().until(() -> !straight(sent.getFirst()));
        Guest owner = owner(trail.stage());
        assertThat(Jsoup.parse(owner.get(rotating().address()).body()).text())
                .contains("is full for 2026-", "its share goes to the others", "First 100.0 %")
                .contains("visitors go to " + trail.bridge().name() + ", where it leads by itself");
        assertThat(Jsoup.parse(owner.get("/offers/" + other.id()).body()).text())
                .contains("3 of 3 clicks");
        assertThat(Jsoup.parse(owner.get("/offers").body()).text()).contains("3 clicks ✕ is full for");
        followed();
        assertThat(Jsoup.parse(owner.get("/promotions/" + trail.promotion().id())
                                .body())
                        .text())
                .contains("full today", "100 % of " + trail.link().code().text());
        assertThat(sql.sql("select count(*) from click where workspace_id = ? and first_draw and stretch = ?")
                        .params(trail.workspace().value(), whole)
                        .query(Long.class)
                        .single())
                .as("drawn before it was full, with those who were passed on at once")
                .isBetween(6L, 14L);

        clock.pass(Duration.ofDays(1));
        awaitMarks(Mark.Kind.SHUT, Mark.Kind.BACK);
        assertThat(rotating().rotation().stretch())
                .as("the figures before go on")
                .isEqualTo(whole);
        await().until(() -> IntStream.range(0, 4)
                .anyMatch(i -> location(guest().head(trail.link().path())).startsWith("https://lanternfish")));
        assertThat(IntStream.range(0, 4).filter(i -> straight(person())).count())
                .isEqualTo(2);
    }

    /** What changed meanwhile is another thing: then the figures before are not gone on with. */
    @Test
    void whoChangesSharesMeanwhileBeginsAnotherStretch() {
        cap(Cap.Counted.CLICKS, 1);
        rotate(new Destination.ToPage(trail.bridge().id()), new Destination.ToOffer(Optional.of(other.id())));
        int whole = rotating().rotation().stretch();
        straight(person());
        straight(person());
        awaitMarks(Mark.Kind.SHUT);
        rotations.startAnew(trail.workspace(), rotating().rotation().id());
        int anew = rotating().rotation().stretch();
        cap(Cap.Counted.CLICKS, 9);
        awaitMarks(Mark.Kind.SHUT, Mark.Kind.BACK);
        assertThat(rotating().rotation().stretch()).isNotIn(whole, anew);
    }

    /** Its offer comes back to nobody; the next time one is shut is like the first. */
    @Test
    void aVariantThatIsRetiredWhileItsOfferIsShutLeavesNothingBehind() {
        cap(Cap.Counted.CLICKS, 1);
        rotate(new Destination.ToPage(trail.bridge().id()), new Destination.ToOffer(Optional.of(other.id())));
        straight(person());
        straight(person());
        awaitMarks(Mark.Kind.SHUT);
        Offer third = scenario.otherNetworksOffer(trail);
        rotations.add(
                trail.workspace(),
                rotating().rotation().id(),
                "Third",
                new Destination.ToOffer(Optional.of(third.id())));
        rotations.change(
                trail.workspace(),
                rotating().rotation().id(),
                rotating().rotation().variants().stream()
                        .map(one -> one.name().equals("Second") ? one.in(Variant.State.RETIRED) : one)
                        .toList(),
                true);
        int whole = rotating().rotation().stretch();
        cap(Cap.Counted.CLICKS, 9);
        turn(third, Optional.of(new Closing.Failing(clock.instant(), "it does not answer")));
        assertThat(rotating().rotation().stretch()).isNotEqualTo(whole);
        turn(third, Optional.empty());
        assertThat(rotating().rotation().stretch()).isEqualTo(whole);
    }

    @Test
    void whatFailsFailsSinceItFirstDid() {
        Instant first = clock.instant().truncatedTo(ChronoUnit.MILLIS);
        turn(other, Optional.of(new Closing.Failing(first, "it does not answer")));
        turn(other, Optional.of(new Closing.Failing(first.plusSeconds(600), "it answers with 503")));
        assertThat(offers.find(trail.workspace(), other.id()).orElseThrow().failing())
                .hasValueSatisfying(failing -> assertThat(failing.since()).isEqualTo(first));
    }

    private void turn(Offer offer, Optional<Closing.Failing> failing) {
        closings.note(offers.find(trail.workspace(), offer.id()).orElseThrow(), failing);
    }

    @Test
    void anOfferThatFailsAndFillsUpIsShutOnce() {
        cap(Cap.Counted.CLICKS, 1);
        rotate(new Destination.ToPage(trail.bridge().id()), new Destination.ToOffer(Optional.of(other.id())));
        int whole = rotating().rotation().stretch();
        Offer asItWas = offers.find(trail.workspace(), other.id()).orElseThrow();
        straight(person());
        straight(person());
        awaitMarks(Mark.Kind.SHUT);
        // Whoever looked at its address read it before.
        closings.note(asItWas, Optional.of(new Closing.Failing(clock.instant(), "it does not answer")));
        assertThat(marks()).containsExactly(Mark.Kind.SHUT);
        clock.pass(Duration.ofDays(1));
        watch.count();
        assertThat(marks()).as("it fails still").containsExactly(Mark.Kind.SHUT);
        turn(other, Optional.empty());
        assertThat(marks()).containsExactly(Mark.Kind.SHUT, Mark.Kind.BACK);
        assertThat(rotating().rotation().stretch()).isEqualTo(whole);
    }

    /** What was steered while it was away is steered when it is back, and said so in the stretch that goes on. */
    @Test
    void steeringWhileAnOfferIsShutIsKnownOnceItIsBack() {
        rotate(new Destination.ToPage(trail.bridge().id()), new Destination.ToOffer(Optional.of(other.id())));
        int whole = rotating().rotation().stretch();
        turn(other, Optional.of(new Closing.Failing(clock.instant(), "it does not answer")));
        sql.sql("""
                        insert into rotation_mark (workspace_id, id, rotation_id, round, stretch, at, kind, words)
                        select workspace_id, gen_random_uuid(), id, round, stretch, ?, 'STEERED', 'Steered.' from rotation
                        where workspace_id = ?
                        """)
                .params(
                        java.sql.Timestamp.from(clock.instant()),
                        trail.workspace().value())
                .update();
        turn(other, Optional.empty());
        assertThat(rotating().rotation().stretch()).isEqualTo(whole);
        assertThat(rotations.marks(trail.workspace(), rotating().rotation().id()))
                .last()
                .satisfies(mark -> {
                    assertThat(mark.kind()).isEqualTo(Mark.Kind.STEERED);
                    assertThat(mark.stretch()).isEqualTo(whole);
                });
    }

    @Test
    void aCapOfConversionsFillsByThePostback() {
        cap(Cap.Counted.CONVERSIONS, 1);
        rotate(new Destination.ToPage(trail.bridge().id()), new Destination.ToOffer(Optional.of(other.id())));
        Guest buyer = person();
        String to = location(buyer.get(trail.link().path()));
        if (!to.startsWith("https://lanternfish")) {
            buyer = person();
            to = location(buyer.get(trail.link().path()));
        }
        String click = to.replaceFirst(".*sub1=([0-9a-z]+).*", "$1");
        assertThat(guest().get("/postback/" + other.network().postbackKey() + "?secret="
                                + other.network().secret() + "&click_id=" + click + "&order_id=C-1&commission=27.50")
                        .statusCode())
                .isEqualTo(200);
        awaitMarks(Mark.Kind.SHUT);
        await().until(() -> IntStream.range(0, 4)
                .noneMatch(i -> location(guest().head(trail.link().path())).startsWith("https://lanternfish")));
    }

    @Test
    void ofManyAtOnceNoMoreGetThereThanTheCap() throws InterruptedException {
        cap(Cap.Counted.CLICKS, 20);
        rotate(new Destination.ToPage(trail.bridge().id()), new Destination.ToOffer(Optional.of(other.id())));
        AtomicInteger sent = new AtomicInteger();
        List<Thread> people = IntStream.range(0, 120)
                .mapToObj(i -> person())
                .map(visitor -> Thread.ofVirtual().start(() -> {
                    if (straight(visitor)) {
                        sent.incrementAndGet();
                    }
                }))
                .toList();
        for (Thread one : people) {
            one.join();
        }
        assertThat(sent).hasValue(20);
        awaitMarks(Mark.Kind.SHUT);
        assertThat(Jsoup.parse(owner(trail.stage()).get("/offers/" + other.id()).body())
                        .text())
                .contains("20 of 20 clicks");
    }

    /** The link itself leads on where nobody is left. */
    @Test
    void whereAllAreFullTheLinkLeadsWhereItDoesByItself() {
        cap(Cap.Counted.CLICKS, 1);
        rotate(new Destination.ToOffer(Optional.of(other.id())), new Destination.ToOffer(Optional.of(other.id())));
        assertThat(straight(person())).isTrue();
        for (int i = 0; i < 3; i++) {
            assertThat(location(person().get(trail.link().path())))
                    .contains("/" + trail.bridge().slug());
        }
        awaitMarks(Mark.Kind.SHUT);
        assertThat(Jsoup.parse(owner(trail.stage()).get(rotating().address()).body())
                        .select("[role=alert]")
                        .text())
                .contains("so everybody goes to " + trail.bridge().name());
    }

    @Test
    void anAddressThatFailsTwiceIsPassedByUntilItAnswers() throws IOException {
        AtomicInteger status = new AtomicInteger(200);
        AtomicInteger asked = new AtomicInteger();
        AtomicReference<String> to = new AtomicReference<>("/shop");
        HttpServer shop = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), ELSEWHERE), 0);
        shop.createContext("/", exchange -> {
            boolean on = exchange.getRequestURI().getPath().equals("/go");
            if (on) {
                asked.incrementAndGet();
            }
            HttpHandlers.of(on ? 302 : status.get(), on ? Headers.of("Location", to.get()) : Headers.of(Map.of()), "")
                    .handle(exchange);
        });
        shop.start();
        AtomicInteger insideAsked = new AtomicInteger();
        HttpServer inside = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
        inside.createContext("/", exchange -> {
            insideAsked.incrementAndGet();
            HttpHandlers.of(200, Headers.of(), "").handle(exchange);
        });
        inside.start();
        try {
            AffiliateLink there =
                    new AffiliateLink(UriTemplate.parseWeb("http://127.0.0.1:" + ELSEWHERE + "/go{?sub1}"), Map.of());
            describe(other, there, Optional.empty(), true);
            rotate(new Destination.ToPage(trail.bridge().id()), new Destination.ToOffer(Optional.of(other.id())));
            watch.look();
            status.set(503);
            clock.pass(Duration.ofMinutes(11));
            watch.look();
            assertThat(marks()).as("one bad look may be chance").isEmpty();
            clock.pass(Duration.ofMinutes(2));
            watch.look();
            assertThat(marks()).containsExactly(Mark.Kind.SHUT);
            assertThat(Jsoup.parse(owner(trail.stage())
                                    .get(rotating().address())
                                    .body())
                            .text())
                    .contains("fails: its address answers with 503");
            await().until(() -> IntStream.range(0, 4)
                    .allMatch(i -> location(guest().head(trail.link().path()))
                            .contains("/" + trail.bridge().slug())));
            to.set("http://127.0.0.1:" + inside.getAddress().getPort() + "/");
            clock.pass(Duration.ofMinutes(2));
            watch.look();
            assertThat(marks()).as("it fails still").containsExactly(Mark.Kind.SHUT);
            assertThat(insideAsked).hasValue(0);
            asked.set(0);
            to.set("/go");
            clock.pass(Duration.ofMinutes(2));
            watch.look();
            assertThat(marks()).as("in circles").containsExactly(Mark.Kind.SHUT);
            assertThat(asked.get())
                    .as("asked once a look, and eight times more in a circle")
                    .isEqualTo(9);
            to.set("/shop");
            status.set(403);
            clock.pass(Duration.ofMinutes(2));
            watch.look();
            assertThat(marks()).as("a shop may refuse a program").containsExactly(Mark.Kind.SHUT, Mark.Kind.BACK);
        } finally {
            shop.stop(0);
            inside.stop(0);
        }
    }

    @Test
    void whatIsNoCapOrZoneIsRefusedAndKept() {
        Guest owner = owner(trail.stage());
        String offer = "/offers/" + other.id();
        for (String wrong : List.of("many", "0", "-1", "1000001", "9".repeat(30))) {
            String answer = owner.sendTo(
                            offer,
                            offer,
                            "name",
                            "Other",
                            "network",
                            "Other Network",
                            "template",
                            "https://lanternfish.test/buy{?sub1}",
                            "cap",
                            wrong,
                            "counted",
                            "CLICKS")
                    .body();
            assertThat(Jsoup.parse(answer).select("#cap-msg").text())
                    .as(wrong)
                    .containsAnyOf("is no cap", "is not from 1 to 1,000,000");
            assertThat(Jsoup.parse(answer).select("#cap").val()).isEqualTo(wrong);
        }
        String network = "/offers/networks/" + other.network().id();
        assertThat(owner.sendTo(network, network, "name", "Other Network", "zone", "Mushroom/Cellar")
                        .body())
                .contains("That is not a time zone", "Mushroom/Cellar");
        assertThat(owner.sendTo(network, network, "name", "Other Network", "zone", "America/New_York")
                        .statusCode())
                .isEqualTo(302);
        assertThat(offers.find(trail.workspace(), other.id())
                        .orElseThrow()
                        .network()
                        .zone()
                        .getId())
                .isEqualTo("America/New_York");
    }
}
