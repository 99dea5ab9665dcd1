package dev.wilyferret.app.site;

import static dev.wilyferret.app.kit.Guest.location;
import static org.assertj.core.api.Assertions.assertThat;

import dev.wilyferret.app.clicks.ClickBook;
import dev.wilyferret.app.clicks.ImageViews;
import dev.wilyferret.app.kit.AppTest;
import dev.wilyferret.app.kit.Guest;
import dev.wilyferret.app.kit.Scenario;
import dev.wilyferret.app.leads.Lead;
import dev.wilyferret.app.leads.Leads;
import dev.wilyferret.app.links.LinkDetails;
import dev.wilyferret.app.links.Links;
import dev.wilyferret.app.links.TrackingLink;
import dev.wilyferret.app.pages.NotTaken;
import dev.wilyferret.app.pages.Page;
import dev.wilyferret.app.pages.Pages;
import dev.wilyferret.app.publicpage.OutsideScript;
import dev.wilyferret.core.address.Tags;
import dev.wilyferret.core.address.WebAddress;
import dev.wilyferret.core.id.ClickId;
import dev.wilyferret.core.id.ShortId;
import dev.wilyferret.core.id.UuidV7;
import dev.wilyferret.core.link.Destination;
import dev.wilyferret.core.page.PageDocument.OutsidePage;
import dev.wilyferret.core.visit.SiteEvent;
import dev.wilyferret.core.visit.TakenStep;
import java.net.URLEncoder;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.UUID;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.springframework.beans.factory.annotation.Autowired;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Pages on hosts of their own, as their script speaks to the site. */
class OutsideTest extends AppTest {

    private static final String HOST = "https://notes.test";
    private static final String AT = HOST + "/cellar?lang=en";
    private static final String VIDEO = "Watched the video";

    @Autowired
    private Pages pages;

    @Autowired
    private Links links;

    @Autowired
    private ClickBook clicks;

    @Autowired
    private ImageViews images;

    @Autowired
    private NotTaken notTaken;

    @Autowired
    private Leads leads;

    private Scenario.Trail trail;
    private Page page;
    private TrackingLink link;

    @BeforeEach
    void begin() {
        trail = scenario.trail();
        page = pages.makeOutside(
                trail.workspace(),
                trail.promotion().id(),
                "Cellar notes",
                new OutsidePage(new WebAddress(AT), List.of(VIDEO, "Product B"), "s"));
        link = links.add(
                trail.workspace(),
                trail.promotion().id(),
                links.freeCode(trail.workspace(), Optional.empty(), ""),
                LinkDetails.of(new Destination.ToPage(page.id()), new Tags("parcel", "mail", "spring", "", "")));
        scenario.awaitLive(link.path(), 302);
    }

    private String seen() {
        return "/seen/" + ShortId.of(page.id());
    }

    /** What the script sends, as a browser that keeps no cookie for the site. */
    private HttpResponse<String> tell(String path, String... fields) {
        return guest().body(path, "application/x-www-form-urlencoded;charset=UTF-8", form(fields), "Origin", HOST);
    }

    private static String form(String... fields) {
        StringBuilder form = new StringBuilder();
        for (int at = 0; at < fields.length; at += 2) {
            form.append(at == 0 ? "" : "&")
                    .append(fields[at])
                    .append('=')
                    .append(URLEncoder.encode(fields[at + 1], StandardCharsets.UTF_8));
        }
        return form.toString();
    }

    private JsonNode view(String at, String visit) {
        HttpResponse<String> answer = tell(seen(), "at", at, "referrer", "https://feed.test/post", "wf_visit", visit);
        assertThat(answer.statusCode()).as(answer.body()).isEqualTo(200);
        assertThat(answer.headers().firstValue("Access-Control-Allow-Origin")).contains("*");
        assertThat(answer.headers().firstValue("Set-Cookie")).isEmpty();
        return JsonMapper.shared().readTree(answer.body());
    }

    private static ClickId click(JsonNode view) {
        return ShortId.parse(view.path("click").asString(), ClickId::new).orElseThrow();
    }

    private static String visit(String address) {
        return address.replaceFirst(".*[?&]wf_visit=([^&#]*).*", "$1");
    }

    @Test
    void aLinkSendsOnWithTheVisitWhichItsStepsAndWaysOutBelongTo() {
        String sent = location(guest().get(link.path()));
        assertThat(sent)
                .startsWith(HOST + "/cellar?lang=en&utm_source=parcel&utm_medium=mail&utm_campaign=spring&wf_visit=");
        JsonNode view = view(sent, visit(sent));
        String visit = view.path("visit").asString();
        assertThat(visit).isEqualTo(visit(sent));
        assertThat(view.path("put").asString()).isEqualTo("s");
        assertThat(tell(seen() + "/step", "wf_visit", visit, "name", VIDEO, "amount", "12.50", "label", "Product B")
                        .statusCode())
                .isEqualTo(200);
        assertThat(tell(seen() + "/out", "wf_visit", visit, "to", "https://lanternfish.test/buy/cellar-crop")
                        .statusCode())
                .isEqualTo(200);
        assertThat(tell(seen() + "/out", "wf_visit", visit, "to", "https://elsewhere.test/")
                        .statusCode())
                .isEqualTo(200);
        List<SiteEvent.Followed> followed = clicks.followed(trail.workspace(), click(view));
        assertThat(followed)
                .extracting(event -> event.getClass().getSimpleName())
                .containsExactly("PageView", "StepTaken", "WentOn");
        assertThat(((SiteEvent.StepTaken) followed.get(1)).step())
                .isEqualTo(new TakenStep(VIDEO, OptionalLong.of(1250), "Product B"));
        assertThat(((SiteEvent.WentOn) followed.get(2)).page()).contains(page.id());
        assertThat(clicks.click(trail.workspace(), click(view)).orElseThrow().link())
                .contains(link.id());
        followed();
        assertThat(owner(trail.stage())
                        .get("/promotions/" + trail.promotion().id())
                        .body())
                .contains("Cellar notes", VIDEO);
        assertThat(owner(trail.stage()).get("/clicks/" + click(view)).body())
                .contains("Took the step", "12.50 EUR", "Product B");
        assertThat(owner(trail.stage())
                        .get("/promotions/" + trail.promotion().id() + "/outside/" + page.id())
                        .body())
                .contains("12.50 EUR");
        assertThat(owner(trail.stage())
                        .get("/promotions/" + trail.promotion().id() + "/clicks?behind=step-" + page.id()
                                + "-Watched%2520the%2520video&days=7")
                        .body())
                .contains("took your step");
    }

    @Test
    void withoutARedirectAPageMakesItsOwnClickByTheLinkInItsAddressOrItsTags() {
        ClickId byLink = click(view(AT + "&wf_link=" + ShortId.of(link.id()), ""));
        SiteEvent.Click click = clicks.click(trail.workspace(), byLink).orElseThrow();
        assertThat(click.link()).contains(link.id());
        assertThat(click.arrival().tags().orElseThrow().source()).isEqualTo("parcel");
        assertThat(click.arrival().headers().referrer()).isEqualTo("https://feed.test/post");
        ClickId byTags = click(view(HOST + "/cellar?utm_source=fair&utm_medium=leaflet&utm_campaign=may#top", ""));
        SiteEvent.Click tagged = clicks.click(trail.workspace(), byTags).orElseThrow();
        assertThat(tagged.link()).isEmpty();
        assertThat(tagged.arrival().tags()).contains(new Tags("fair", "leaflet", "may", "", ""));
        assertThat(tagged.visitor()).as("the same browser on the same day").isEqualTo(click.visitor());
        ClickId bare = click(view(HOST + "/cellar#?utm_source=x&utm_medium=x&utm_campaign=x", ""));
        assertThat(clicks.click(trail.workspace(), bare).orElseThrow().arrival().tags())
                .isEmpty();
        clock.pass(Duration.ofDays(1));
        assertThat(clicks.click(trail.workspace(), click(view(AT, "")))
                        .orElseThrow()
                        .visitor())
                .as("on the next day")
                .isNotEqualTo(click.visitor());
    }

    @Test
    void aReloadGoesOnWithTheVisitUntilThatIsOver() {
        JsonNode first = view(AT, "");
        String visit = first.path("visit").asString();
        assertThat(click(view(AT, visit))).isEqualTo(click(first));
        clock.pass(Duration.ofMinutes(31));
        assertThat(click(view(AT, visit))).isNotEqualTo(click(first));
        assertThat(tell(seen() + "/step", "wf_visit", visit, "name", VIDEO).statusCode())
                .isEqualTo(200);
        clock.pass(Duration.ofHours(24));
        HttpResponse<String> late = tell(seen() + "/step", "wf_visit", visit, "name", VIDEO);
        assertThat(late.statusCode()).isEqualTo(400);
        assertThat(late.body()).contains("names no visit of the last 12 hours");
    }

    @Test
    void theWayBackToThisSiteStaysTheSameVisit() {
        JsonNode view = view(AT, "");
        String visit = view.path("visit").asString();
        Guest browser = guest();
        assertThat(location(browser.get("/out/" + ShortId.of(page.id()) + "?wf_visit=" + visit)))
                .contains("sub1=" + view.path("click").asString());
        Guest reader = guest();
        HttpResponse<String> arriving = reader.get(trail.bridgePath() + "?wf_visit=" + visit + "&x=1");
        assertThat(location(arriving)).isEqualTo(trail.bridgePath() + "?x=1");
        reader.get(location(arriving));
        assertThat(clicks.followed(trail.workspace(), click(view)))
                .extracting(event -> event.getClass().getSimpleName())
                .containsExactly("PageView", "WentOn", "PageView");
        Guest again = guest();
        again.get(link.path() + "?wf_visit=" + visit);
        assertThat(again.cookie("wf_v")).contains(visit.split("-")[0]);
    }

    private String address() {
        return "/" + trail.promotion().slug() + "/" + page.slug();
    }

    @Test
    void aClickThatThereNeverWasIsSignedForNobody() {
        Guest browser = guest();
        browser.get(link.path());
        String madeUp = ShortId.of(new UuidV7(clock, new java.util.Random(3)).next());
        String cookie = madeUp + browser.cookie("wf_c").orElseThrow().substring(26);
        String sent = location(guest().get(address(), "Cookie", "wf_c=" + cookie));
        assertThat(visit(sent)).doesNotContain(madeUp).isNotEmpty();
    }

    @Test
    void aVisitThatIsOverOrOlderTakesNoBrowserOver() {
        String visit = view(AT, "").path("visit").asString();
        Guest running = guest();
        running.get(link.path());
        String own = running.cookie("wf_c").orElseThrow();
        running.get(trail.bridgePath() + "?wf_visit=" + visit);
        assertThat(running.cookie("wf_c")).as("a later visit of its own").contains(own);
        clock.pass(Duration.ofHours(13));
        Guest fresh = guest();
        assertThat(location(fresh.get(trail.bridgePath() + "?wf_visit=" + visit)))
                .isEqualTo(trail.bridgePath());
        assertThat(fresh.cookie("wf_c")).isEmpty();
        assertThat(fresh.cookie("wf_v")).isEmpty();
    }

    @Test
    void whatIsStoredOfAnAddressElsewhereIsNoVisitorsToChange() {
        assertThat(location(guest().get(address() + "?lang=xx&LANG=b&x=1")))
                .startsWith(HOST + "/cellar?lang=en&LANG=b&x=1&wf_visit=");
        assertThat(location(guest().get(link.path() + "?utm_source=other&lang=xx")))
                .startsWith(HOST + "/cellar?lang=en&utm_source=parcel&");
    }

    @Test
    void throughThisSitesAddressOfThePageOwnVisitsAreToldApart() {
        Guest browser = guest();
        String sent = location(browser.get("/" + trail.promotion().slug() + "/" + page.slug() + "?utm_term=x"));
        assertThat(sent).startsWith(HOST + "/cellar?lang=en&utm_term=x&wf_visit=");
        assertThat(guest().head("/" + trail.promotion().slug() + "/" + page.slug())
                        .headers()
                        .firstValue("Location"))
                .contains(AT);
        JsonNode view = view(sent, visit(sent));
        assertThat(browser.cookie("wf_c").orElseThrow())
                .startsWith(view.path("click").asString());
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "Watched%s | | | has 317 characters; at most 60 fit",
                "Watched the video | twelve | | is not an amount. Write digits",
                "Watched the video | -3 | | is negative",
                "Watched the video | 1e3 | | is not an amount",
                "Watched the video | 99999999999 | | is more than",
                "Watched the video | 1.005 | | can be read as",
                "Watched the video | | L%s | label has",
                " | | | is empty",
                "Watched Video | | | no step called",
            })
    void whatAScriptToldWronglyIsRefusedInWordsThatItsBenchShows(
            String name, String amount, String label, String words) {
        String visit = view(AT, "").path("visit").asString();
        HttpResponse<String> refused = tell(
                seen() + "/step",
                "wf_visit",
                visit,
                "name",
                Optional.ofNullable(name).orElse("").replace("%s", "x".repeat(310)),
                "amount",
                Optional.ofNullable(amount).orElse(""),
                "label",
                Optional.ofNullable(label).orElse("").replace("%s", "x".repeat(310)));
        assertThat(refused.statusCode()).isEqualTo(400);
        assertThat(refused.body()).contains(words).doesNotContain("{");
        assertThat(refused.headers().firstValue("Access-Control-Allow-Origin")).contains("*");
        assertThat(notTaken.of(page.id())).hasSize(1);
        assertThat(clicks.steps(trail.workspace(), page.id(), Instant.EPOCH)).isEmpty();
    }

    @Test
    void whatNoPageOfThisSiteCouldTellIsNotTaken() {
        String visit = view(AT, "").path("visit").asString();
        Scenario.Trail other = scenario.trail();
        Page others = pages.makeOutside(
                other.workspace(),
                other.promotion().id(),
                "Notes",
                new OutsidePage(new WebAddress(AT), List.of(VIDEO), ""));
        scenario.awaitLive("/" + other.promotion().slug() + "/" + others.slug(), 302);
        for (String forged : List.of(
                "",
                "--",
                visit.substring(0, visit.length() - 1) + "x",
                ShortId.of(UUID.randomUUID()) + visit.substring(26))) {
            assertThat(tell(seen() + "/step", "wf_visit", forged, "name", VIDEO).statusCode())
                    .as(forged)
                    .isEqualTo(400);
        }
        assertThat(tell("/seen/" + ShortId.of(others.id()) + "/step", "wf_visit", visit, "name", VIDEO)
                        .statusCode())
                .as("of another workspace")
                .isEqualTo(400);
        HttpResponse<String> copied =
                guest().body(seen(), "text/plain;charset=UTF-8", "", "Origin", "https://copied.test");
        assertThat(copied.statusCode()).isEqualTo(400);
        assertThat(copied.body()).contains("told from https://copied.test, and the page stands at " + HOST);
        assertThat(guest().post(seen(), "at", AT).statusCode()).as("no browser").isEqualTo(400);
        assertThat(tell("/seen/" + ShortId.of(trail.redirect().id()), "at", AT).statusCode())
                .as("a redirect page")
                .isEqualTo(400);
        assertThat(guest().get("/seen/nothing").statusCode()).isEqualTo(404);
        assertThat(tell(seen() + "/other", "wf_visit", visit).statusCode()).isEqualTo(404);
    }

    @Test
    void withoutScriptAnImageCountsViewsAndNoVisitors() {
        Instant before = Instant.EPOCH;
        HttpResponse<String> image = guest().get(seen(), "Referer", HOST + "/cellar");
        assertThat(image.headers().firstValue("Content-Type")).contains("image/gif");
        assertThat(image.headers().firstValue("Cache-Control")).contains("no-store");
        guest().get(seen());
        guest().get(seen(), "Referer", "https://copied.test/");
        guest().as("Googlebot/2.1").get(seen());
        guest().head(seen());
        assertThat(images.since(trail.workspace(), page.id(), before)).isEqualTo(2);
        assertThat(clicks.all(trail.workspace(), trail.promotion().id(), before))
                .isEmpty();
    }

    @Test
    void aCrawlerThatRunsTheScriptIsNotCounted() {
        HttpResponse<String> answer = guest().as("Somebot/1.0")
                .body(seen(), "application/x-www-form-urlencoded", form("at", AT), "Origin", HOST);
        ClickId click = click(JsonMapper.shared().readTree(answer.body()));
        followed();
        assertThat(clicks.these(trail.workspace(), List.of(click)))
                .extracting(one -> one.standing().name())
                .containsExactly("FILTERED");
    }

    /** From release 0.1.0 on pages out there name this hash: then a change of the script is a new version beside this one. */
    @Test
    void theScriptIsTheSameForEver() {
        HttpResponse<String> script = guest().get("/assets/elsewhere-1.js");
        assertThat(OutsideScript.integrity(script.body().getBytes(StandardCharsets.UTF_8)))
                .isEqualTo("sha384-Bm/Zt/KRaW6u0htUMfuDQrnpzeSTD7dZh74FnDuOV5jAWmRRV7ITwUrPdSbssPbj");
        assertThat(script.headers().firstValue("Cache-Control")).contains("public, max-age=31536000, immutable");
        assertThat(script.headers().firstValue("Access-Control-Allow-Origin")).contains("*");
        assertThat(guest().get("/assets/elsewhere-2.js").statusCode()).isEqualTo(404);
    }

    /** The script puts what it was answered into the forms of an exported page. */
    @Test
    void aLeadOfAnExportedPageBelongsToItsVisit() {
        scenario.write(trail.bridge(), Scenario.formPage(Optional.empty()));
        org.awaitility.Awaitility.await()
                .until(() -> guest().get(trail.bridgePath()).body().contains("Fresh"));
        HttpResponse<String> answer = guest().body(
                        "/seen/" + ShortId.of(trail.bridge().id()),
                        "application/x-www-form-urlencoded",
                        form("at", "https://anywhere.test/?utm_source=a&utm_medium=b&utm_campaign=c"),
                        "Origin",
                        "https://anywhere.test");
        JsonNode view = JsonMapper.shared().readTree(answer.body());
        clock.pass(Duration.ofSeconds(5));
        HttpResponse<String> sent = guest().post(
                        "/opt-in/" + ShortId.of(trail.bridge().id()) + "/f",
                        "email",
                        "mara@reader.test",
                        "v",
                        view.path("view").asString(),
                        "wf_visit",
                        view.path("visit").asString());
        assertThat(sent.statusCode()).isEqualTo(303);
        assertThat(sent.headers().allValues("Set-Cookie")).anyMatch(cookie -> cookie.startsWith("wf_c="));
        Lead lead =
                leads.ofPromotion(trail.workspace(), trail.promotion().id(), 0).getFirst();
        assertThat(lead.click()).isEqualTo(click(view));
        assertThat(lead.suspect()).isEmpty();
    }

    @Test
    void itsBenchMakesChangesAndListsWhatWasToldInVain() {
        Guest owner = owner(trail.stage());
        String bench = "/promotions/" + trail.promotion().id() + "/outside";
        assertThat(owner.get(bench).body()).contains("value=\"sub1\"");
        HttpResponse<String> refused = owner.sendTo(
                bench,
                bench,
                "name",
                "Blog",
                "address",
                installation.siteAddress() + "/x",
                "steps",
                "A\nA",
                "click",
                "a b");
        assertThat(refused.body())
                .contains("of this program itself", "is there twice", "is no name of a parameter", "value=\"Blog\"");
        HttpResponse<String> made = owner.sendTo(
                bench, bench, "name", "Blog", "address", "https://blog.test/a", "steps", " One \n\nTwo", "click", "");
        String blog = location(made);
        assertThat(owner.get(blog).body()).contains("/assets/elsewhere-1.js", "integrity=&quot;sha384-");
        assertThat(location(owner.get(blog.replace("/outside/", "/pages/")))).endsWith(blog);
        String visit = view(AT, "").path("visit").asString();
        tell(seen() + "/step", "wf_visit", visit, "name", "Product C");
        String own = bench + "/" + page.id();
        assertThat(owner.get(own).body()).contains("It has no step called “Product C”.");
        assertThat(owner.sendTo(own, own + "/steps", "name", "Product C").statusCode())
                .isEqualTo(302);
        assertThat(((OutsidePage) pages.find(trail.workspace(), page.id())
                                .orElseThrow()
                                .published()
                                .orElseThrow())
                        .steps())
                .containsExactly(VIDEO, "Product B", "Product C");
        assertThat(owner.sendTo(own, own, "address", AT, "steps", "", "click", "", "revision", "0")
                        .body())
                .contains("Not kept: this page was changed elsewhere");
        assertThat(clicks.steps(trail.workspace(), page.id(), Instant.EPOCH)).isEmpty();
    }
}
