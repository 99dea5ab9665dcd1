package dev.wilyferret.app.hosts;

import static dev.wilyferret.app.kit.Guest.location;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.catchThrowableOfType;
import static org.awaitility.Awaitility.await;

import dev.wilyferret.app.elsewhere.Places;
import dev.wilyferret.app.kit.AppTest;
import dev.wilyferret.app.kit.Guest;
import dev.wilyferret.app.kit.Scenario;
import dev.wilyferret.app.kit.Script;
import dev.wilyferret.app.kit.TestNames;
import dev.wilyferret.app.kit.Wire;
import dev.wilyferret.app.links.LinkDetails;
import dev.wilyferret.app.links.Links;
import dev.wilyferret.app.links.TrackingLink;
import dev.wilyferret.app.live.SnapshotKeeper;
import dev.wilyferret.app.people.Joining;
import dev.wilyferret.app.people.Lists;
import dev.wilyferret.app.people.Passes;
import dev.wilyferret.app.people.People;
import dev.wilyferret.app.people.Subscriber;
import dev.wilyferret.app.promotions.Promotion;
import dev.wilyferret.app.promotions.Promotions;
import dev.wilyferret.app.publicpage.Previews;
import dev.wilyferret.app.shelf.Bonus;
import dev.wilyferret.app.shelf.Bonuses;
import dev.wilyferret.app.shelf.MediaFile;
import dev.wilyferret.app.shelf.Shelf;
import dev.wilyferret.app.workspace.OwnBrowsers;
import dev.wilyferret.core.address.OwnHost;
import dev.wilyferret.core.address.Tags;
import dev.wilyferret.core.id.BonusId;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.link.Destination;
import dev.wilyferret.core.link.LinkCode;
import dev.wilyferret.core.link.SiteRoute;
import dev.wilyferret.core.people.EmailAddress;
import dev.wilyferret.core.people.Membership;
import dev.wilyferret.core.text.Refusal;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.net.URI;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.IntStream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.beans.factory.annotation.Autowired;

/** Hosts of a workspace's own, over real HTTP; names below localhost lead here, others nowhere. */
class HostsTest extends AppTest {

    private static final AtomicInteger NUMBER = new AtomicInteger();

    @Autowired
    private Hosts hosts;

    @Autowired
    private HostMoves moves;

    @Autowired
    private PublicPlaces publicPlaces;

    @Autowired
    private Promotions promotions;

    @Autowired
    private Links links;

    @Autowired
    private Lists lists;

    @Autowired
    private Places places;

    @Autowired
    private OwnBrowsers browsers;

    @Autowired
    private SnapshotKeeper snapshots;

    @Autowired
    private TestNames names;

    @Autowired
    private Shelf shelf;

    @Autowired
    private Bonuses bonuses;

    @Autowired
    private People people;

    @Autowired
    private Passes passes;

    @Autowired
    private Previews previews;

    private Scenario.Trail trail;

    @BeforeEach
    void begin() {
        trail = scenario.trail();
    }

    private static OwnHost fresh() {
        return new OwnHost("host" + NUMBER.incrementAndGet() + ".growbench.localhost");
    }

    /** A host that is at work, in the program's memory too. */
    private OwnHost atWork() {
        OwnHost host = fresh();
        hosts.add(trail.workspace(), host);
        hosts.look(trail.workspace(), host);
        awaitCertificate(host.name(), 200);
        return host;
    }

    private void awaitCertificate(String host, int status) {
        await().atMost(Duration.ofSeconds(20)).until(() -> certificate(host).statusCode() == status);
    }

    private HttpResponse<String> certificate(String host, String... headers) {
        return guest().get("/certificate?domain=" + host, headers);
    }

    private void awaitStatus(Guest guest, String path, int status) {
        await().atMost(Duration.ofSeconds(20)).until(() -> guest.head(path).statusCode() == status);
    }

    private Guest on(OwnHost host) {
        return guest().at(host.name());
    }

    /** The trail's pages, on a host. */
    private OwnHost moved() {
        OwnHost host = atWork();
        move(Optional.of(host));
        awaitStatus(on(host), trail.bridgePath(), 200);
        return host;
    }

    /** A link of the trail, that is followed on a host. */
    private TrackingLink linkOn(OwnHost host) {
        TrackingLink link = links.add(
                trail.workspace(),
                trail.promotion().id(),
                Optional.of(host),
                new LinkCode("spring" + NUMBER.incrementAndGet()),
                trail.link().details());
        awaitStatus(on(host), link.path(), 302);
        return link;
    }

    private static String pathOf(String address) {
        URI uri = URI.create(address);
        return uri.getRawPath() + (uri.getRawQuery() == null ? "" : "?" + uri.getRawQuery());
    }

    private int count(String table) {
        return sql.sql("select count(*) from " + table + " where workspace_id = ?")
                .param(trail.workspace().value())
                .query(Integer.class)
                .single();
    }

    private int visitors() {
        return sql.sql("""
                        select count(distinct visitor_id) from (
                          select workspace_id, visitor_id from click union all select workspace_id, visitor_id from site_event) all_of_them
                        where workspace_id = ?
                        """)
                .param(trail.workspace().value())
                .query(Integer.class)
                .single();
    }

    @Test
    void aHostIsAtWorkOnceItsNameIsSeenToLeadHere() {
        OwnHost host = fresh();
        hosts.add(trail.workspace(), host);
        assertThat(hosts.find(trail.workspace(), host).orElseThrow().state()).isEqualTo(Host.State.WAITING);
        assertThat(hosts.choice(trail.workspace()).own()).isEmpty();
        assertThat(on(host).get(trail.bridgePath()).statusCode()).isEqualTo(404);
        hosts.look(trail.workspace(), host);
        assertThat(hosts.find(trail.workspace(), host).orElseThrow())
                .returns(Host.State.AT_WORK, Host::state)
                .returns("", Host::finding);
        assertThat(hosts.choice(trail.workspace()).usual()).contains(host);
    }

    @Test
    void whatAHostWaitsForIsSaidWithWhatToDo() {
        OwnHost nowhere = new OwnHost("nowhere" + NUMBER.incrementAndGet() + ".growbench.example");
        hosts.add(trail.workspace(), nowhere);
        hosts.look(trail.workspace(), nowhere);
        assertThat(hosts.find(trail.workspace(), nowhere).orElseThrow())
                .returns(Host.State.WAITING, Host::state)
                .extracting(Host::finding)
                .asString()
                .contains("leads nowhere yet", "add an A record for " + nowhere);
    }

    @Test
    void anotherServerUnderTheNameIsNotTakenForThisProgram() {
        OwnHost host = fresh();
        hosts.add(trail.workspace(), host);
        String nonce = "0123456789abcdef0123456789abcdef";
        String asked = SiteRoute.LEADS_HERE.path(trail.workspace(), nonce);
        String answer = on(host).get(asked).body();
        assertThat(answer).hasSize(65).doesNotContain(nonce);
        assertThat(on(fresh()).get(asked).statusCode())
                .as("not added by anybody")
                .isEqualTo(404);
        assertThat(guest().get(asked).statusCode()).isEqualTo(404);
        assertThat(on(host).get(SiteRoute.LEADS_HERE.path(trail.workspace(), "any-text"))
                        .statusCode())
                .isEqualTo(404);
        assertThat(on(host).get(SiteRoute.LEADS_HERE.path(scenario.empty().id(), nonce))
                        .statusCode())
                .as("for a workspace that has not added it")
                .isEqualTo(404);
    }

    @Test
    void aHostWhoseNameNoLongerLeadsHereStaysAndSaysSo() {
        OwnHost gone = new OwnHost("gone" + NUMBER.incrementAndGet() + ".growbench.example");
        hosts.add(trail.workspace(), gone);
        sql.sql("update own_host set active_at = added_at where name = ?")
                .param(gone.name())
                .update();
        hosts.look(trail.workspace(), gone);
        assertThat(hosts.find(trail.workspace(), gone).orElseThrow().state()).isEqualTo(Host.State.FAILING);
        assertThat(owner(trail.stage()).get("/links/hosts/" + gone).body())
                .contains("its name no longer leads here", "leads nowhere yet");
        awaitCertificate(gone.name(), 200);
        HttpResponse<String> marked = guest().get(SiteRoute.OWN.path(browsers.pass(trail.workspace())));
        assertThat(location(marked))
                .as("a browser is not sent there")
                .isEqualTo(installation.consoleAddress() + "/settings#own-browsers");
    }

    @ParameterizedTest
    @ValueSource(strings = {"/", "/robots.txt", "/privacy", "/go/nothing", "/own/x", "/leave/x", "/postback/x"})
    void anUnknownHostGetsTheSamePlainWordForEverything(String path) {
        HttpResponse<String> plain = on(new OwnHost("stranger.example")).get("/there-is-nothing-here");
        HttpResponse<String> answer = on(new OwnHost("stranger.example")).get(path);
        assertThat(answer.statusCode()).isEqualTo(404);
        assertThat(answer.body()).isEqualTo(plain.body());
        assertThat(on(new OwnHost("stranger.example")).get(trail.bridgePath()).body())
                .isEqualTo(plain.body());
        assertThat(on(new OwnHost("stranger.example")).post(path, "a", "b").body())
                .isEqualTo(plain.body());
    }

    /** Behind the first line, each with what is asked for. */
    @ParameterizedTest
    @ValueSource(
            strings = {
                "%1$s HTTP/1.1\r\nHost: 127.0.0.1\r\nHost: 127.0.0.1",
                "%1$s HTTP/1.1",
                "%1$s HTTP/1.1\r\nHost: evil.example\r\nX-Forwarded-Host: 127.0.0.1",
                "%1$s HTTP/1.1\r\nHost: evil.example\r\nForwarded: host=127.0.0.1",
                "%1$s HTTP/1.1\r\nHost: 127.0.0.1, evil.example",
                "%1$s HTTP/1.1\r\nHost: 127.0.0.1.evil.example",
                "%1$s HTTP/1.1\r\nHost: a b",
                "%1$s HTTP/1.1\r\nHost: <script>alert(1)</script>",
                "http://evil.example%1$s HTTP/1.1\r\nHost: evil.example",
                "http://evil.example%1$s HTTP/1.1\r\nHost: 127.0.0.1"
            })
    void aTwistedHostGetsNothing(String asked) throws IOException {
        try (Wire wire = new Wire(installation.siteAddress().toString())) {
            wire.send("GET " + asked.formatted(trail.bridgePath()) + "\r\nUser-Agent: x\r\nConnection: close\r\n\r\n");
            assertThat(wire.all())
                    .startsWith("HTTP/1.1 4")
                    .doesNotContain("Pick your first oyster mushrooms", "<script>alert");
        }
    }

    @Test
    void slugsAndCodesAreUniqueOnAHostAndNotInTheProgram() {
        OwnHost host = atWork();
        String slug = trail.promotion().slug();
        String code = trail.link().code().text();
        Promotion twin = promotions.add(
                trail.workspace(),
                trail.promotion().offer(),
                "Twin",
                Optional.of(host),
                promotions.freeSlug(trail.workspace(), Optional.of(host), slug));
        TrackingLink other = links.add(
                trail.workspace(),
                twin.id(),
                Optional.of(host),
                links.freeCode(trail.workspace(), Optional.of(host), code),
                LinkDetails.of(
                        new Destination.ToOffer(Optional.empty()), new Tags("parcel-post", "solo", "x", "", "")));
        awaitStatus(on(host), other.path(), 302);
        assertThat(location(on(host).get(other.path()))).doesNotContain(slug);
        assertThat(location(guest().get(trail.link().path()))).startsWith("/" + slug + "/");
        assertThatThrownBy(() -> promotions.freeSlug(trail.workspace(), Optional.of(host), slug))
                .isInstanceOf(Refusal.class);
        assertThatThrownBy(() -> links.freeCode(trail.workspace(), Optional.of(host), code))
                .isInstanceOf(Refusal.class);
        assertThatThrownBy(() -> links.move(trail.workspace(), trail.link().id(), Optional.of(host)))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining(code);
    }

    @Test
    void aVisitThatCrossesTwoHostsIsOneClickOfOneVisitor() {
        OwnHost host = moved();
        Guest here = guest();
        String over = location(here.get(trail.link().path()));
        assertThat(over)
                .startsWith(origin(host) + trail.bridgePath() + "?utm_source=plumage&")
                .contains("&wf_over=");
        Guest there = on(host);
        HttpResponse<String> arrived = there.get(pathOf(over));
        assertThat(arrived.statusCode()).isEqualTo(302);
        assertThat(location(arrived))
                .isEqualTo(trail.bridgePath()
                        + "?utm_source=plumage&utm_medium=paid-social&utm_campaign=spring-balcony&utm_content=video-1");
        assertThat(there.cookie("wf_v")).isEqualTo(here.cookie("wf_v")).isPresent();
        assertThat(there.cookie("wf_c")).isEqualTo(here.cookie("wf_c")).isPresent();
        there.get(location(arrived));
        there.get(trail.redirectPath());
        String sent = location(there.get(SiteRoute.OUT.path(trail.redirect().id())));
        assertThat(sent).contains(here.cookie("wf_c").orElseThrow().split("\\.")[0]);
        assertThat(count("click")).isEqualTo(1);
        assertThat(count("site_event")).isEqualTo(3);
        assertThat(visitors()).isEqualTo(1);
    }

    private String origin(OwnHost host) {
        return "http://" + host + ":" + installation.siteAddress().getPort();
    }

    @Test
    void whatIsHandedOverIsGoodForAMinuteOnOneHostAndForNothingElse() {
        OwnHost host = moved();
        String over = pathOf(location(guest().get(trail.link().path())));
        Guest late = on(host);
        clock.pass(Duration.ofSeconds(62));
        assertThat(location(late.get(over))).doesNotContain("wf_over");
        assertThat(late.cookie("wf_v")).isEmpty();

        String again = pathOf(location(guest().get(trail.link().path())));
        for (String forged : List.of(
                again.replaceAll("wf_over=.", "wf_over=0"),
                again.substring(0, again.length() - 1) + (again.endsWith("0") ? "1" : "0"),
                again.replaceAll("wf_over=.*", "wf_over="),
                again.replaceAll("wf_over=.*", "wf_over=a~b~c~d"),
                again.replaceAll("wf_over=.*", "wf_over=~~zzzzzzzzzzz~" + "0".repeat(40)),
                again + "&wf_over=x")) {
            Guest guest = on(host);
            HttpResponse<String> arrived = guest.get(forged);
            assertThat(arrived.statusCode()).as(forged).isEqualTo(302);
            assertThat(location(arrived)).startsWith("/").doesNotContain("wf_over");
            if (!forged.startsWith(again)) {
                assertThat(guest.cookie("wf_v")).as(forged).isEmpty();
            }
        }
        // On another host of the same workspace it says nothing.
        OwnHost second = atWork();
        promotions.move(
                trail.workspace(),
                trail.promotion().id(),
                Optional.of(second),
                trail.promotion().slug());
        awaitStatus(on(second), trail.bridgePath(), 200);
        Guest elsewhere = on(second);
        elsewhere.get(again);
        assertThat(elsewhere.cookie("wf_v")).isEmpty();
    }

    @Test
    void whatWasHandedOutBeforeAPromotionMovedGoesOnLeadingToIt() {
        OwnHost host = moved();
        String before = trail.bridgePath();
        promotions.move(
                trail.workspace(),
                trail.promotion().id(),
                Optional.of(host),
                "mushrooms-" + host.name().split("\\.")[0]);
        String slug = promotions
                .find(trail.workspace(), trail.promotion().id())
                .orElseThrow()
                .slug();
        String now = "/" + slug + "/" + trail.bridge().slug();
        awaitStatus(on(host), now, 200);
        assertThat(location(on(host).get(before + "?x=1"))).isEqualTo(now + "?x=1");
        assertThat(location(guest().get(before + "?x=1"))).isEqualTo(origin(host) + now + "?x=1");
        assertThat(location(guest().get("/" + trail.promotion().slug()))).isEqualTo(origin(host) + "/" + slug);
        assertThatThrownBy(() -> promotions.freeSlug(
                        scenario.empty().id(),
                        Optional.empty(),
                        trail.promotion().slug()))
                .as("nobody else gets it")
                .isInstanceOf(Refusal.class);
        move(Optional.empty());
        awaitStatus(guest(), before, 200);
        assertThat(location(on(host).get(now))).isEqualTo(installation.siteAddress() + before);
    }

    @Test
    void aPromotionMovedBackIsNotSeenAsMovedAgainWhileOtherThingsChange() throws Exception {
        OwnHost host = atWork();
        WorkspaceId workspace = trail.workspace();
        AtomicBoolean over = new AtomicBoolean();
        try (ExecutorService others = Executors.newSingleThreadExecutor()) {
            Future<?> changes = others.submit(() -> {
                while (!over.get()) {
                    browsers.redeem(browsers.pass(workspace), () -> "a browser");
                }
            });
            for (int round = 0; round < 5; round++) {
                move(Optional.of(host));
                awaitStatus(on(host), trail.bridgePath(), 200);
                move(Optional.empty());
                awaitStatus(guest(), trail.bridgePath(), 200);
                assertThat(IntStream.range(0, 50)
                                .map(ignored -> guest().head(trail.bridgePath()).statusCode()))
                        .containsOnly(200);
            }
            over.set(true);
            changes.get();
        }
    }

    private void move(Optional<OwnHost> to) {
        promotions.move(
                trail.workspace(), trail.promotion().id(), to, trail.promotion().slug());
    }

    @Test
    void anAddressThatCannotBeHadIsSaidAtItsFieldAndStays() {
        String taken = scenario.trail().promotion().slug();
        Guest owner = owner(trail.stage());
        String own = "/promotions/" + trail.promotion().id();
        owner.sendTo(own, own + "/address", "slug", taken);
        assertThat(owner.get(own).body()).contains("is taken by another promotion", "value=\"" + taken + "\"");
        owner.sendTo(own, own + "/address", "host", "other.growbench.example", "slug", "free");
        assertThat(owner.get(own).body()).contains("other.growbench.example is not at work here");
        assertThat(promotions.find(trail.workspace(), trail.promotion().id()).orElseThrow())
                .isEqualTo(trail.promotion());
    }

    @Test
    void aLinkIsPutOnAnotherHostOnItsBench() {
        OwnHost host = atWork();
        Guest owner = owner(trail.stage());
        String bench = "/promotions/" + trail.promotion().id() + "/links/"
                + trail.link().id();
        owner.sendTo(
                bench,
                bench,
                "source",
                "plumage",
                "medium",
                "paid-social",
                "campaign",
                "spring-balcony",
                "content",
                "video-1",
                "destination",
                "page " + trail.bridge().id(),
                "host",
                host.name());
        awaitStatus(on(host), trail.link().path(), 302);
        assertThat(owner.get(bench).body()).contains(origin(host) + trail.link().path());
    }

    @Test
    void aLinkIsFollowedWhereverItWasHandedOut() {
        OwnHost host = atWork();
        links.move(trail.workspace(), trail.link().id(), Optional.of(host));
        awaitStatus(on(host), trail.link().path(), 302);
        assertThat(guest().get(trail.link().path()).statusCode()).isEqualTo(302);
        assertThat(links.find(trail.workspace(), trail.link().id())
                        .orElseThrow()
                        .host())
                .contains(host);
    }

    @Test
    void aHostShowsNothingOfOtherWorkspaces() {
        OwnHost host = atWork();
        Scenario.Trail other = scenario.trail();
        assertThat(on(host).get(other.bridgePath()).statusCode()).isEqualTo(404);
        assertThat(on(host).get(other.link().path()).statusCode()).isEqualTo(404);
        assertThat(on(host).get(SiteRoute.OUT.path(other.redirect().id())).statusCode())
                .isEqualTo(404);
        assertThat(on(host).get(SiteRoute.PRIVACY.path()).body()).contains("Growbench");
        assertThat(on(host).get(SiteRoute.OUT.path(trail.redirect().id())).statusCode())
                .as("its own, from wherever")
                .isEqualTo(302);
    }

    /** What was handed out stays noted for good, and comes back with the host where it comes back to whom it was. */
    @Test
    void onceAHostIsSomebodyElsesNothingOfTheOneBeforeIsThere() {
        OwnHost host = moved();
        TrackingLink link = linkOn(host);
        String entry = "/" + trail.promotion().slug();
        assertThat(on(host).get(entry).statusCode()).isEqualTo(302);
        Scenario.Trail other = scenario.trail();
        moves.remove(trail.workspace(), host);
        awaitCertificate(host.name(), 404);
        becomes(other.workspace(), host);
        assertThat(on(host).get(trail.bridgePath()).statusCode()).isEqualTo(404);
        assertThat(on(host).get(link.path()).statusCode()).isEqualTo(404);
        assertThat(on(host).get(entry).statusCode()).isEqualTo(404);
        assertThat(on(host).get(SiteRoute.OUT.path(other.redirect().id())).statusCode())
                .as("its own, from wherever")
                .isEqualTo(302);
    }

    /** The value that is asked for in a TXT record, as it is said to the owner. */
    private String value(WorkspaceId workspace, OwnHost host) {
        String words = catchThrowableOfType(Refusal.class, () -> hosts.add(workspace, host))
                .getMessage();
        assertThat(words).contains("TXT record for _wily-ferret." + host, "Another workspace");
        return words.replaceFirst(".*with the value (\\S+), then.*", "$1");
    }

    /** A host goes to another workspace, whose owner shows that its name is in their hands. */
    private void becomes(WorkspaceId workspace, OwnHost host) {
        names.say("_wily-ferret." + host, "v=spf1 -all", value(workspace, host));
        hosts.add(workspace, host);
        hosts.look(workspace, host);
        awaitCertificate(host.name(), 200);
    }

    @Test
    void aHostThatAnotherWorkspaceHadNeedsAProofMadeForThisOne() {
        OwnHost host = atWork();
        WorkspaceId first = trail.workspace();
        WorkspaceId second = scenario.trail().workspace();
        WorkspaceId third = scenario.trail().workspace();
        moves.remove(first, host);
        String ofThird = value(third, host);
        String late = value(second, host);
        for (String wrong : List.of(
                "",
                "x",
                ofThird,
                late.substring(0, 8) + ofThird.substring(8),
                late.replace("2026", "9999"),
                "20261399" + late.substring(8))) {
            names.say("_wily-ferret." + host, wrong);
            assertThatThrownBy(() -> hosts.add(second, host)).as(wrong).isInstanceOf(Refusal.class);
        }
        names.say("_wily-ferret." + host, late);
        clock.pass(Duration.ofDays(8));
        assertThatThrownBy(() -> hosts.add(second, host)).as("eight days later").isInstanceOf(Refusal.class);
        becomes(second, host);
        moves.remove(second, host);
        assertThatThrownBy(() -> moves.bringBack(first, host))
                .hasMessageContaining("TXT record for _wily-ferret." + host);
        moves.bringBack(second, host);
        assertThat(hosts.find(second, host).orElseThrow().atWork())
                .as("nobody else had it since")
                .isTrue();
    }

    /** Where no TXT record can be given, as docs/operations.md says. */
    @Test
    void theOperatorLetsAHostGoInPlaceOfAProof() throws Exception {
        OwnHost host = atWork();
        WorkspaceId second = scenario.trail().workspace();
        moves.remove(trail.workspace(), host);
        String words = Files.readString(Script.FILE.resolveSibling("docs/operations.md"));
        String statement = words.substring(words.indexOf("update own_host"));
        sql.sql(statement.substring(0, statement.indexOf('"')).replace("go.growbench.example", host.name()))
                .update();
        hosts.add(second, host);
        hosts.look(second, host);
        awaitCertificate(host.name(), 200);
        assertThatThrownBy(() -> moves.bringBack(trail.workspace(), host)).isInstanceOf(Refusal.class);
    }

    @Test
    void aHostThatWaitsGoesNowhereOnceAnotherWorkspaceHadIt() {
        WorkspaceId waiting = scenario.trail().workspace();
        OwnHost host = fresh();
        hosts.add(waiting, host);
        hosts.add(trail.workspace(), host);
        hosts.look(trail.workspace(), host);
        moves.remove(trail.workspace(), host);
        hosts.look(waiting, host);
        assertThat(hosts.find(waiting, host).orElseThrow())
                .returns(Host.State.WAITING, Host::state)
                .extracting(Host::finding)
                .asString()
                .contains("TXT record for _wily-ferret." + host);
    }

    @Test
    void anAddressOnAHostIsOfWhoeverHandedItOutFirstForEver() {
        OwnHost host = moved();
        TrackingLink link = linkOn(host);
        Scenario.Trail other = scenario.trail();
        moves.remove(trail.workspace(), host);
        awaitCertificate(host.name(), 404);
        becomes(other.workspace(), host);
        assertThatThrownBy(() -> links.add(
                        other.workspace(),
                        other.promotion().id(),
                        Optional.of(host),
                        link.code(),
                        other.link().details()))
                .isInstanceOf(Exception.class);
        assertThatThrownBy(() -> promotions.move(
                        other.workspace(),
                        other.promotion().id(),
                        Optional.of(host),
                        trail.promotion().slug()))
                .isInstanceOf(Refusal.class);
        OwnHost another = atWork();
        assertThat(links.freeCode(
                        trail.workspace(), Optional.of(another), link.code().text()))
                .as("the same path on another host")
                .isEqualTo(link.code());
        moves.remove(other.workspace(), host);
        awaitCertificate(host.name(), 404);
        assertThat(on(host).get(link.path()).statusCode()).as("whoever left it").isEqualTo(404);
    }

    @Test
    void aNameInItsOwnLettersIsOneHostHoweverItIsWritten() {
        String own = "Käsekeller" + NUMBER.incrementAndGet() + ".growbench.localhost";
        Guest owner = owner(trail.stage());
        owner.send("/links/hosts", "name", own);
        OwnHost host = new OwnHost(own.toLowerCase(java.util.Locale.ROOT));
        assertThat(host.name()).startsWith("xn--").isEqualTo(new OwnHost(host.name()).name());
        awaitCertificate(host.name(), 200);
        assertThat(owner.send("/links/hosts", "name", host.name()).body()).contains("is here already");
        assertThat(owner.get("/links/hosts/" + host).body())
                .contains(host.readable(), "As browsers send it", host.name());
        move(Optional.of(host));
        awaitStatus(on(host), trail.bridgePath(), 200);
        TrackingLink link = linkOn(host);
        assertThat(location(on(host).get(link.path()))).startsWith(trail.bridgePath());
        assertThat(guest().at(host.name().toUpperCase(java.util.Locale.ROOT) + ".")
                        .get(trail.bridgePath())
                        .statusCode())
                .as("as an older client writes it")
                .isEqualTo(200);
        assertThat(owner.get("/promotions/" + trail.promotion().id()).body())
                .as("shown as people read it, copied as browsers send it")
                .contains(host.readable());
    }

    /** As it was before an address could be handed out once only. */
    @Test
    void whatAnotherWorkspaceHandedOutFirstIsSaidOnTheHostsPage() {
        OwnHost host = moved();
        TrackingLink link = linkOn(host);
        sql.sql("update public_place set lost = true where workspace_id = ? and host = ?")
                .params(trail.workspace().value(), host.name())
                .update();
        browsers.redeem(browsers.pass(trail.workspace()), () -> "a browser");
        awaitStatus(on(host), link.path(), 404);
        for (String there : List.of(trail.bridgePath(), "/" + trail.promotion().slug())) {
            assertThat(on(host).get(there).statusCode()).as(there).isEqualTo(404);
        }
        assertThat(owner(trail.stage()).get("/links/hosts/" + host).body())
                .contains(
                        "Another workspace handed these out first",
                        link.path(),
                        "/" + trail.promotion().slug());
    }

    /** Each of these is there on the installation's host, and on one of the workspace's own. */
    @Test
    void onSomebodyElsesHostNothingOfAWorkspaceIsThere() {
        OwnHost others = atWork();
        trail = scenario.trail();
        OwnHost own = atWork();
        MediaFile file = shelf.put(
                trail.workspace(),
                "guide.pdf",
                new ByteArrayInputStream("%PDF-1.7 guide".getBytes(StandardCharsets.UTF_8)));
        BonusId bonus = bonuses.newId();
        bonuses.keep(trail.workspace(), new Bonus(bonus, "Guide", "", "", "", file.name(), "", "", Set.of()));
        Subscriber one = people.join(
                trail.workspace(),
                scenario.list(trail.workspace(), false),
                Joining.plain(new EmailAddress("ines@a.example"), "Ines", ""));
        List<String> addresses = List.of(
                SiteRoute.MEDIA.path(file.name()),
                SiteRoute.FILE.path(trail.bridge().id(), file.name()),
                SiteRoute.GIFT.path(bonus),
                SiteRoute.GIFT.path(bonus) + "?d=" + passes.pass(one, Passes.Purpose.FETCH),
                SiteRoute.CONFIRM.path(passes.pass(one, Passes.Purpose.CONFIRM)),
                SiteRoute.LEAVE.path(passes.pass(one, Passes.Purpose.LEAVE)));
        for (String address : addresses) {
            awaitStatus(guest(), address, 200);
            assertThat(on(own).get(address).statusCode()).as(address).isEqualTo(200);
            assertThat(on(others).get(address).statusCode()).as(address).isEqualTo(404);
        }
        for (String address : addresses.subList(2, addresses.size())) {
            assertThat(on(others).post(address, "email", "ines@a.example").statusCode())
                    .as(address)
                    .isEqualTo(404);
        }
        assertThat(people.find(trail.workspace(), one.id()).orElseThrow().membership())
                .isEqualTo(Membership.CONFIRMED);
        String postback = SiteRoute.POSTBACK.path(trail.network().postbackKey()) + "?secret="
                + trail.network().secret() + "&order_id=1";
        assertThat(on(others).get(postback).statusCode()).isEqualTo(404);
        assertThat(on(own).get(postback).statusCode()).isEqualTo(200);
        String preview = previews.path(trail.bridge());
        assertThat(guest().get(preview).statusCode()).isEqualTo(200);
        assertThat(on(others).get(preview).statusCode()).isEqualTo(404);
        String last = preview.substring(preview.length() - 1);
        for (String forged : List.of(
                preview.substring(0, preview.length() - 1) + (last.equals("0") ? "1" : "0"),
                preview.replace(".draft.", ".public."),
                preview.replaceFirst("\\.[0-9a-f]+$", "."))) {
            assertThat(guest().get(forged).statusCode()).as(forged).isEqualTo(404);
        }
    }

    @Test
    void theRootAndWhatIsMissingArePagesOfOnesOwn() {
        OwnHost host = moved();
        assertThat(on(host).get("/").statusCode()).isEqualTo(404);
        Guest owner = owner(trail.stage());
        owner.sendTo(
                "/links/hosts/" + host,
                "/links/hosts/" + host + "/pages",
                "root",
                trail.bridge().id().toString(),
                "missing",
                trail.bridge().id().toString());
        awaitStatus(on(host), "/", 200);
        assertThat(on(host).get("/").body()).contains("Pick your first oyster mushrooms");
        assertThat(count("site_event")).isEqualTo(1);
        HttpResponse<String> missing = on(host).get("/nothing/here");
        assertThat(missing.statusCode()).isEqualTo(404);
        assertThat(missing.body()).contains("Pick your first oyster mushrooms").doesNotContain("plumage.test");
        assertThat(on(host).get("/go/nothing").body()).contains("Pick your first oyster mushrooms");
        assertThat(count("site_event")).as("nothing is counted on it").isEqualTo(1);
        assertThat(count("click")).isEqualTo(1);
    }

    @Test
    void aCertificateMayBeFetchedForHostsAtWorkByProxiesOnly() {
        OwnHost host = atWork();
        OwnHost waiting = fresh();
        hosts.add(trail.workspace(), waiting);
        assertThat(certificate(host.name()).statusCode()).isEqualTo(200);
        for (String wrong : List.of(
                waiting.name(),
                host.name().toUpperCase(java.util.Locale.ROOT),
                host.name() + ".",
                "x." + host.name(),
                "",
                "127.0.0.1",
                host.name() + "%00")) {
            assertThat(certificate(wrong).statusCode()).as(wrong).isEqualTo(404);
        }
        assertThat(certificate(host.name(), "X-Forwarded-For", "203.0.113.9").statusCode())
                .as("asked through a proxy that nobody configured")
                .isEqualTo(404);
        assertThat(certificate(host.name(), "Forwarded", "for=203.0.113.9").statusCode())
                .isEqualTo(404);
    }

    @Test
    void markingABrowserAsOnesOwnVisitsEveryHost() {
        OwnHost first = moved();
        OwnHost second = atWork();
        HttpResponse<String> shared = guest().get(SiteRoute.OWN.path(browsers.pass(trail.workspace())));
        String token = shared.headers().firstValue("Set-Cookie").orElseThrow();
        String onward = shared.headers().firstValue("Refresh").orElseThrow().replace("0; url=", "");
        assertThat(onward).startsWith(origin(first) + "/own/");
        Guest onFirst = on(first);
        HttpResponse<String> then = onFirst.get(pathOf(onward));
        assertThat(then.headers().firstValue("Set-Cookie")).contains(token);
        assertThat(location(then)).startsWith(origin(second) + "/own/");
        HttpResponse<String> last = on(second).get(pathOf(location(then)));
        assertThat(last.headers().firstValue("Set-Cookie")).contains(token);
        assertThat(location(last)).isEqualTo(installation.consoleAddress() + "/settings#own-browsers");
        assertThat(browsers.of(trail.workspace())).as("one browser").hasSize(1);

        // The site hears of the mark a moment later.
        String mark = OwnBrowsers.fingerprint(onFirst.cookie("wf_own").orElseThrow());
        await().atMost(Duration.ofSeconds(20)).until(() -> snapshots.now().marksOwn(trail.workspace(), mark));
        onFirst.get(trail.bridgePath());
        assertThat(sql.sql("select own from click where workspace_id = ?")
                        .param(trail.workspace().value())
                        .query(Boolean.class)
                        .single())
                .isTrue();
        clock.pass(Duration.ofMinutes(2));
        assertThat(on(second).get(pathOf(location(then))).statusCode())
                .as("good for a minute")
                .isEqualTo(404);
    }

    @Test
    void removingSaysWhatDiesAndCanBeUndone() {
        OwnHost host = moved();
        TrackingLink link = linkOn(host);
        Guest owner = owner(trail.stage());
        assertThat(owner.get("/links/hosts/" + host + "/remove").body())
                .contains("1 link</li>", "1 promotion with its pages", "It can be brought back");
        HttpResponse<String> removed =
                owner.sendTo("/links/hosts/" + host + "/remove", "/links/hosts/" + host + "/remove");
        assertThat(owner.get(location(removed)).body()).contains("Bring it back");
        awaitStatus(on(host), link.path(), 404);
        assertThat(on(host).get(trail.bridgePath()).statusCode()).isEqualTo(404);
        awaitStatus(guest(), trail.bridgePath(), 200);
        awaitStatus(guest(), link.path(), 302);
        awaitCertificate(host.name(), 404);

        owner.sendTo("/links/hosts", "/links/hosts/" + host + "/back");
        awaitStatus(on(host), link.path(), 302);
        awaitStatus(on(host), trail.bridgePath(), 200);
        assertThat(promotions
                        .find(trail.workspace(), trail.promotion().id())
                        .orElseThrow()
                        .host())
                .contains(host);
        assertThat(location(guest().get(trail.bridgePath()))).startsWith(origin(host));
    }

    @Test
    void aHostIsNotRemovedWhileAnAddressWouldFallOnAnother() {
        OwnHost host = moved();
        String taken = scenario.trail().promotion().slug();
        promotions.move(trail.workspace(), trail.promotion().id(), Optional.of(host), taken);
        assertThatThrownBy(() -> moves.remove(trail.workspace(), host))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("/" + taken);
        assertThat(hosts.find(trail.workspace(), host).orElseThrow().removed()).isFalse();
        assertThat(promotions
                        .find(trail.workspace(), trail.promotion().id())
                        .orElseThrow()
                        .host())
                .contains(host);
    }

    @ParameterizedTest
    @CsvSource({
        "https://go.growbench.example, begins with a scheme",
        "go.growbench.example:8090, has a port",
        "go.growbench.example/x, has a path",
        "192.0.2.7, network address",
        "127.0.0.1, network address",
        "localhost, has no dot",
        "'', is empty"
    })
    void whatIsNoNameIsSaidAtItsField(String typed, String why) {
        String page = owner(trail.stage()).send("/links/hosts", "name", typed).body();
        assertThat(page).contains(why, "value=\"" + typed + "\"");
        assertThat(hosts.of(trail.workspace())).isEmpty();
    }

    @Test
    void aHostOfSomebodyElseIsRefused() {
        OwnHost host = atWork();
        Scenario.Stage other = scenario.emptyWithLegal();
        assertThatThrownBy(() -> hosts.add(other.id(), host)).hasMessageContaining("another workspace");
        OwnHost both = fresh();
        hosts.add(other.id(), both);
        hosts.add(trail.workspace(), both);
        hosts.look(other.id(), both);
        assertThatThrownBy(() -> hosts.look(trail.workspace(), both)).hasMessageContaining("another workspace");
        moves.remove(other.id(), both);
        names.say("_wily-ferret." + both, value(trail.workspace(), both));
        hosts.look(trail.workspace(), both);
        assertThatThrownBy(() -> moves.bringBack(other.id(), both)).hasMessageContaining("another workspace");
        assertThat(owner(other).get("/links/hosts/" + host).statusCode()).isEqualTo(404);
        assertThatThrownBy(() -> hosts.add(trail.workspace(), both)).hasMessageContaining("here already");
    }

    @Test
    void noStoredAddressLeadsToAHostOfThisProgram() {
        OwnHost host = atWork();
        assertThatThrownBy(() -> places.read(origin(host) + "/go/x7"))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("in a circle");
    }

    @Test
    void nothingTakesAnAddressThatSomethingHasEvenAtTheSameMoment() {
        UUID workspace = trail.workspace().value();
        assertThatThrownBy(() -> sql.sql(
                                "insert into link (workspace_id, id, promotion_id, code, source, medium, campaign, "
                                        + "term, content, paused, created_at) values (?, ?, ?, ?, 'a', 'b', 'c', '', '', false, now())")
                        .params(
                                workspace,
                                UUID.randomUUID(),
                                trail.promotion().id().value(),
                                trail.link().code().text())
                        .update())
                .hasMessageContaining("is taken");
        assertThat(publicPlaces.of(trail.workspace()))
                .extracting(PublicPlaces.Place::path)
                .containsExactlyInAnyOrder(
                        "/" + trail.promotion().slug(), trail.link().path());
    }
}
