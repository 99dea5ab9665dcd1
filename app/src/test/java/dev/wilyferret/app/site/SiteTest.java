package dev.wilyferret.app.site;

import static dev.wilyferret.app.kit.Guest.location;
import static org.assertj.core.api.Assertions.assertThat;

import dev.wilyferret.app.kit.AppTest;
import dev.wilyferret.app.kit.Guest;
import dev.wilyferret.app.kit.Scenario;
import dev.wilyferret.app.kit.Wire;
import dev.wilyferret.app.links.Links;
import dev.wilyferret.app.links.TrackingLink;
import dev.wilyferret.app.pages.Pages;
import dev.wilyferret.app.workspace.OwnBrowsers;
import dev.wilyferret.core.id.PixelId;
import dev.wilyferret.core.id.ShortId;
import dev.wilyferret.core.page.NextStep;
import dev.wilyferret.core.visit.Parameters;
import java.io.IOException;
import java.net.http.HttpResponse;
import java.time.Duration;
import java.util.List;
import java.util.UUID;
import java.util.regex.Pattern;
import org.jsoup.Jsoup;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.beans.factory.annotation.Autowired;

class SiteTest extends AppTest {

    @Autowired
    private Links links;

    @Autowired
    private Pages pages;

    @Autowired
    private OwnBrowsers ownBrowsers;

    private Scenario.Trail trail;

    @BeforeEach
    void begin() {
        trail = scenario.trail();
    }

    private long clicks() {
        return sql.sql("select count(*) from click where workspace_id = ?")
                .param(trail.workspace().value())
                .query(Long.class)
                .single();
    }

    private List<String> events() {
        return sql.sql("select kind from site_event where workspace_id = ? order by id")
                .param(trail.workspace().value())
                .query(String.class)
                .list();
    }

    private String clickOf(Guest guest) {
        return guest.cookie("wf_c").orElseThrow().split("\\.")[0];
    }

    @Test
    void aVisitorWalksFromTheLinkToTheOffer() {
        Guest guest = guest();
        HttpResponse<String> link = guest.get(trail.link().path());
        assertThat(link.statusCode()).isEqualTo(302);
        assertThat(location(link))
                .isEqualTo(trail.bridgePath()
                        + "?utm_source=plumage&utm_medium=paid-social&utm_campaign=spring-balcony&utm_content=video-1");
        assertThat(clicks()).isEqualTo(1);

        HttpResponse<String> page = guest.get(location(link));
        assertThat(page.body())
                .contains(">Pick your first oyster mushrooms</h1>", "href=\"" + trail.redirectPath() + "\"");

        HttpResponse<String> redirect = guest.get(trail.redirectPath());
        assertThat(redirect.headers().firstValue("X-Robots-Tag")).contains("noindex, nofollow");
        assertThat(redirect.body()).contains("http-equiv=\"refresh\" content=\"1;url=/out/", "noindex");

        HttpResponse<String> out =
                guest.get("/out/" + ShortId.of(trail.redirect().id()));
        assertThat(location(out))
                .isEqualTo("https://lanternfish.test/buy/cellar-crop?aff=growbench&sub1=" + clickOf(guest)
                        + "&sub2=plumage");
        assertThat(clicks()).isEqualTo(1);
        assertThat(events()).containsExactly("PAGE_VIEW", "PAGE_VIEW", "WENT_ON");
    }

    /** As ad platforms hand on what nobody filled in, and people type it. What cannot be read stays as it came. */
    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            gclid=%%GCLID%%        | gclid        | %%GCLID%%
            utm_content=50%off     | utm_content  | 50%off
            x=%                    | x            | %
            x=%zz&y=1              | x            | %zz
            %=1&y=2                | y            | 2
            x=%C3                  | x            | \uFFFD
            """)
    void aStrayPercentLosesNoVisitor(String query, String name, String value) throws IOException {
        for (String path : List.of(trail.link().path(), trail.bridgePath(), trail.redirectPath())) {
            for (String method : List.of("GET", "HEAD")) {
                assertThat(raw(method, path + "?" + query))
                        .as("%s %s?%s", method, path, query)
                        .isIn(200, 302);
            }
        }
        followed();
        assertThat(sql.sql("select query from click where workspace_id = ?")
                        .param(trail.workspace().value())
                        .query(String.class)
                        .list())
                .isNotEmpty()
                .allSatisfy(kept -> assertThat(new Parameters(kept).values()).containsEntry(name, value));
        assertThat(raw("GET", "/out/" + ShortId.of(trail.redirect().id()) + "?" + query))
                .isEqualTo(302);
        assertThat(raw("GET", "/px?" + query)).isEqualTo(404);
        assertThat(raw("GET", "/nothing?" + query)).isEqualTo(404);
    }

    /** Past what a client would make of it. */
    private int raw(String method, String address) throws IOException {
        try (Wire wire = new Wire(installation.siteAddress().toString())) {
            wire.send("%s %s HTTP/1.1\r\nHost: %s\r\nUser-Agent: Mozilla/5.0 (Windows NT 10.0)\r\n\r\n"
                    .formatted(method, address, installation.siteAddress().getAuthority()));
            return Integer.parseInt(wire.status(5000).split(" ")[1]);
        }
    }

    @Test
    void aPageReachedWithoutALinkIsAClickOnceAVisit() {
        Guest guest = guest();
        guest.get(trail.bridgePath());
        guest.get(trail.bridgePath());
        assertThat(clicks()).isEqualTo(1);
        assertThat(events()).containsExactly("PAGE_VIEW", "PAGE_VIEW");
    }

    @Test
    void theSameBrowserIsTheSameVisitorInEveryVisit() {
        Guest guest = guest();
        guest.get(trail.link().path());
        guest.get(trail.link().path());
        assertThat(clicks()).isEqualTo(2);
        assertThat(sql.sql("select count(distinct visitor_id) from click where workspace_id = ?")
                        .param(trail.workspace().value())
                        .query(Long.class)
                        .single())
                .isEqualTo(1);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "/go/nothing",
                "/nothing",
                "/nothing/start",
                "/out/nothing",
                "/out/00000000000000000000000000",
                "/media/x.png",
                "/preview/a.b.c",
                "/own/x.1.y",
                "/postback/none",
                "/px/a/b",
                "/sign-in",
                "/settings",
                "/actuator/health",
                "/assets/console.css",
                "/go/",
                "//",
                "/%00",
                "/go/a/b"
            })
    void whatDoesNotExistIsPlainlyNotFound(String path) {
        HttpResponse<String> answer = guest().get(path);
        assertThat(answer.statusCode()).isIn(400, 404);
        assertThat(answer.body()).doesNotContain("Exception", "Tomcat", "at dev.", "cellar");
    }

    @Test
    void aPassThatMarksABrowserLapsesAfterTenMinutes() {
        String pass = ownBrowsers.pass(trail.workspace());
        clock.pass(Duration.ofMinutes(9));
        assertThat(guest().get("/own/" + pass).statusCode()).isEqualTo(302);
        clock.pass(Duration.ofSeconds(62));
        assertThat(guest().get("/own/" + pass).statusCode()).isEqualTo(404);
    }

    @Test
    void everythingUnknownLooksTheSame() {
        assertThat(guest().get("/go/nothing").body())
                .isEqualTo(guest().get("/no-promotion/no-page").body());
    }

    @Test
    void theConsoleDoesNotAnswerTheSitesAddresses() {
        Guest atConsole = new Guest(installation.consoleAddress().toString());
        assertThat(atConsole.get(trail.link().path()).statusCode()).isEqualTo(302);
        assertThat(location(atConsole.get(trail.link().path()))).endsWith("/sign-in");
        assertThat(atConsole.get(trail.bridgePath()).body()).doesNotContain("oyster");
    }

    @Test
    void noParameterDecidesWhereAVisitorIsSent() {
        Guest guest = guest();
        String evil = "?url=https://evil.example/&next=https://evil.example/&utm_source=x";
        assertThat(location(guest.get(trail.link().path() + evil)))
                .startsWith(trail.bridgePath() + "?utm_source=plumage");
        assertThat(location(guest.get("/out/" + ShortId.of(trail.redirect().id()) + evil)))
                .startsWith("https://lanternfish.test/buy/cellar-crop?aff=growbench");
        assertThat(location(guest.get("/" + trail.promotion().slug() + "?x=//evil.example")))
                .startsWith(trail.bridgePath());
    }

    @Test
    void declaredCrawlersGetTheSamePageFireNoPixelAndAreNotCounted() {
        String forPeople = guest().get(trail.bridgePath()).body();
        String forPrograms =
                guest().as("LinkPreviewBot/1.0").get(trail.bridgePath()).body();
        assertThat(forPeople).contains("plumage.test/px");
        assertThat(forPrograms).doesNotContain("plumage.test/px");
        Pattern fires = Pattern.compile("(?s)<noscript><img.*</script>");
        assertThat(fires.matcher(forPeople).replaceAll("").replaceAll("\\s+", ""))
                .isEqualTo(forPrograms.replaceAll("\\s+", ""));
        assertThat(sql.sql("select verdict from standing_click where workspace_id = ? and standing = 'FILTERED'")
                        .param(trail.workspace().value())
                        .query(String.class)
                        .list())
                .containsExactly("DECLARED_CRAWLER");
    }

    @Test
    void aHeadAndAPrefetchAreNoVisits() {
        assertThat(guest().head(trail.link().path()).statusCode()).isEqualTo(302);
        assertThat(guest().get(trail.bridgePath(), "Sec-Purpose", "prefetch;prerender")
                        .statusCode())
                .isEqualTo(200);
        assertThat(clicks()).isZero();
    }

    @Test
    void anEditIsLiveInUnderASecond() {
        scenario.write(trail.bridge(), Scenario.bridgeText("Another headline", new NextStep.ToOffer(), List.of()));
        long published = System.nanoTime();
        while (!guest().get(trail.bridgePath()).body().contains("Another headline")) {
            assertThat(System.nanoTime() - published)
                    .as("nanoseconds since publishing")
                    .isLessThan(1_000_000_000L);
        }
    }

    @Test
    void aDraftIsNotPublic() {
        pages.keepDraft(
                trail.workspace(),
                trail.bridge().id(),
                pages.find(trail.workspace(), trail.bridge().id()).orElseThrow().revision(),
                Scenario.bridgeText("Secret draft", new NextStep.ToOffer(), List.of()));
        assertThat(guest().get(trail.bridgePath()).body()).doesNotContain("Secret draft");
    }

    @Test
    void aPausedLinkIsAsIfItWereNotThere() {
        links.put(trail.workspace(), trail.link().id(), TrackingLink.State.PAUSED);
        scenario.awaitLive(trail.link().path(), 404);
        links.put(trail.workspace(), trail.link().id(), TrackingLink.State.ACTIVE);
        scenario.awaitLive(trail.link().path(), 302);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "?my_wf_visit=1",
                "?from=a?wf_over=1",
                "?x=1&ywf_over=2",
                "?wf_visit=1",
                "?wf_over=",
                "?wf_over=1&wf_visit=2"
            })
    void noParameterSendsAVisitorRoundInCircles(String query) {
        Guest guest = guest();
        HttpResponse<String> answer = guest.get(trail.bridgePath() + query);
        if (answer.statusCode() == 302) {
            answer = guest.get(Guest.location(answer));
        }
        assertThat(answer.statusCode()).isEqualTo(200);
    }

    @Test
    void forgedCookiesDoNoHarm() {
        for (String forged :
                List.of("x", "..", "00000000000000000000000000.00000000000000000000000000", "a".repeat(1000))) {
            assertThat(guest().get(
                                    trail.bridgePath(),
                                    "Cookie",
                                    "wf_v=" + forged + "; wf_c=" + forged + "; wf_own=" + forged)
                            .statusCode())
                    .isEqualTo(200);
        }
        assertThat(sql.sql("select count(*) from click where workspace_id = ? and own")
                        .param(trail.workspace().value())
                        .query(Long.class)
                        .single())
                .isZero();
    }

    @Test
    void aPageIsSmallAndAsksNobodyElse() {
        HttpResponse<String> page = guest().get(trail.bridgePath());
        assertThat(page.body().length()).isLessThan(35_000);
        assertThat(page.body()).doesNotContain("<link", "@import", "src=\"http");
        String policy = page.headers().firstValue("Content-Security-Policy").orElseThrow();
        assertThat(policy)
                .contains("default-src 'none'", "img-src 'self' https://plumage.test;", "frame-ancestors 'none'")
                .doesNotContain("unsafe");
        assertThat(page.headers().firstValue("X-Content-Type-Options")).contains("nosniff");
    }

    @Test
    void markupInEveryFieldIsShownAsText() {
        String hostile = "<script>alert(1)</script>\"'><img src=x onerror=alert(2)>";
        scenario.write(trail.bridge(), Scenario.bridgeText(hostile, new NextStep.ToOffer(), List.of(trail.pixel())));
        String page = guest().get(trail.bridgePath()).body();
        while (!page.contains("alert(1)")) {
            page = guest().get(trail.bridgePath()).body();
        }
        assertThat(page)
                .contains("&lt;script&gt;alert(1)&lt;/script&gt;")
                .doesNotContain("<script>alert", "<img src=x");
    }

    @Test
    void aFiredPixelIsKeptOnceHoweverOftenItIsReported() {
        Guest guest = guest();
        String page = guest.get(trail.redirectPath()).body();
        var view = Pattern.compile("\"view\":\"([0-9a-f-]{36})\"").matcher(page);
        assertThat(view.find()).isTrue();
        for (int i = 0; i < 2; i++) {
            assertThat(report(guest, view.group(1), trail.pixel(), "ANSWERED", "84"))
                    .isEqualTo(204);
        }
        assertThat(sql.sql(
                                "select pixel_event || ' ' || pixel_answer || ' ' || took_ms from site_event where workspace_id = ? and kind = 'PIXEL_FIRED'")
                        .param(trail.workspace().value())
                        .query(String.class)
                        .list())
                .containsExactly("LEAD ANSWERED 84");
    }

    private int report(Guest guest, String view, PixelId pixel, String answer, String millis) {
        return guest.post(
                        "/px",
                        "page",
                        trail.redirect().id().toString(),
                        "view",
                        view,
                        "pixel",
                        pixel.toString(),
                        "answer",
                        answer,
                        "millis",
                        millis)
                .statusCode();
    }

    @Test
    void reportsThatAreMadeUpAreRefused() {
        Guest guest = guest();
        guest.get(trail.redirectPath());
        String old = "01900000-0000-7000-8000-000000000001";
        assertThat(report(guest, old, trail.pixel(), "ANSWERED", "1")).isEqualTo(400);
        assertThat(report(guest, "not-an-id", trail.pixel(), "ANSWERED", "1")).isEqualTo(400);
        assertThat(report(guest, UUID.randomUUID().toString(), new PixelId(UUID.randomUUID()), "ANSWERED", "1"))
                .isEqualTo(400);
        assertThat(report(guest, UUID.randomUUID().toString(), trail.pixel(), "MAYBE", "-1"))
                .isEqualTo(400);
        assertThat(events()).containsExactly("PAGE_VIEW");
    }

    @Test
    void withoutScriptThePixelIsHandedOnAndRecorded() {
        Guest guest = guest();
        var image = Pattern.compile("<noscript><img src=\"(/px/[^\"]+)\"")
                .matcher(guest.get(trail.redirectPath()).body());
        assertThat(image.find()).isTrue();
        guest.head(image.group(1));
        guest.get(image.group(1), "Sec-Purpose", "prefetch");
        assertThat(events()).as("nobody saw it yet").doesNotContain("PIXEL_FIRED");
        HttpResponse<String> handedOn = guest.get(image.group(1));
        assertThat(location(handedOn)).startsWith("https://plumage.test/px?id=PLM-1&event=Lead&eid=");
        assertThat(sql.sql("select pixel_answer from site_event where workspace_id = ? and kind = 'PIXEL_FIRED'")
                        .param(trail.workspace().value())
                        .query(String.class)
                        .list())
                .containsExactly("ASKED_WITHOUT_SCRIPT");
    }

    @Test
    void privacyIsThatOfThePagesOwnWorkspace() {
        Scenario.Trail trail = scenario.trail();
        Scenario.Trail other = scenario.trail();
        assertThat(Jsoup.parse(guest().get(trail.bridgePath()).body())
                        .select("footer a")
                        .attr("href"))
                .isEqualTo("/privacy/" + trail.promotion().slug());
        assertThat(guest().get("/privacy/" + trail.promotion().slug()).body()).contains("Growbench");
        assertThat(guest().get("/privacy/" + ShortId.of(other.workspace())).statusCode())
                .isEqualTo(200);
        assertThat(guest().get("/privacy").statusCode())
                .as("several share the host")
                .isEqualTo(404);
        assertThat(guest().get("/privacy/none").statusCode()).isEqualTo(404);
    }
}
