package dev.wilyferret.app.trails;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wilyferret.app.clicks.ClickLog;
import dev.wilyferret.app.kit.AppTest;
import dev.wilyferret.app.kit.Guest;
import dev.wilyferret.app.kit.Scenario;
import dev.wilyferret.core.address.Tags;
import dev.wilyferret.core.id.ClickId;
import dev.wilyferret.core.id.UuidV7;
import dev.wilyferret.core.id.VisitorId;
import dev.wilyferret.core.visit.Arrival;
import dev.wilyferret.core.visit.Headers;
import dev.wilyferret.core.visit.Parameters;
import dev.wilyferret.core.visit.SiteEvent;
import dev.wilyferret.core.visit.Verdict;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.IntStream;
import org.jsoup.Jsoup;
import org.jsoup.nodes.Document;
import org.jsoup.nodes.Element;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;

class ClickListsTest extends AppTest {

    private static final int CLICKS = 450;

    @Autowired
    private ClickLog log;

    @Autowired
    private UuidV7 ids;

    private Scenario.Trail trail;
    private Guest owner;

    /** Of three countries and two sources; every tenth is a program that says so. */
    @BeforeEach
    void begin() {
        trail = scenario.trail();
        owner = owner(trail.stage());
        List<SiteEvent> clicks = new ArrayList<>();
        for (int i = 0; i < CLICKS; i++) {
            clicks.add(new SiteEvent.Click(
                    new ClickId(ids.at(clock.instant().minusSeconds(60L * i))),
                    trail.workspace(),
                    trail.promotion().id(),
                    Optional.empty(),
                    Arrival.of(
                            new VisitorId(UUID.randomUUID()),
                            Optional.of(trail.link().id()),
                            Optional.of(new Tags("plumage-" + i % 2, "paid", "spring", "", "=video")),
                            Parameters.NONE,
                            false,
                            new Arrival.Place(
                                    "192.0.2.1",
                                    "192.0.2.0/24",
                                    List.of("AT", "DE", "CH").get(i % 3)),
                            Headers.of("Mozilla/5.0 (X11; Linux x86_64; rv:151.0) Gecko/20100101 Firefox/151.0")),
                    i % 10 == 0 ? new Verdict.DeclaredCrawler("bot") : new Verdict.Counted()));
        }
        log.append(clicks);
        followed();
    }

    private String path(String asked) {
        return "/promotions/" + trail.promotion().id() + "/clicks" + asked;
    }

    private static List<String> opened(Document page) {
        return page.select("table.list td.when a").eachAttr("href");
    }

    private long lines(String asked) {
        return owner.get(path(".csv?" + asked)).body().lines().count() - 1;
    }

    @Test
    void aListGoesOnToItsEnd() {
        Set<String> all = new HashSet<>();
        int pages = 0;
        String next = path("?behind=traffic");
        while (!next.isEmpty()) {
            Document page = Jsoup.parse(owner.get(next).body());
            List<String> shown = opened(page);
            assertThat(all).doesNotContainAnyElementsOf(shown);
            all.addAll(shown);
            assertThat(page.select("a:contains(Back to the latest)").isEmpty()).isEqualTo(pages == 0);
            pages++;
            next = Optional.ofNullable(page.selectFirst("a:contains(Older ones)"))
                    .map(link -> link.attr("href"))
                    .orElse("");
        }
        assertThat(all).hasSize(CLICKS);
        assertThat(pages).isEqualTo(3);
    }

    @Test
    void whatIsLookedForIsFound() {
        assertThat(lines("country=at")).isEqualTo(CLICKS / 3);
        assertThat(lines("source=plumage-1")).isEqualTo(CLICKS / 2);
        assertThat(lines("words=UMAGE-0")).isEqualTo(CLICKS / 2);
        assertThat(lines("words=firefox&country=DE&source=plumage-0")).isEqualTo(CLICKS / 6);
        assertThat(lines("standing=FILTERED")).isEqualTo(CLICKS / 10);
        assertThat(lines("device=COMPUTER")).isEqualTo(CLICKS);
        assertThat(lines("device=PHONE")).isZero();
        assertThat(lines("behind=filter&standing=FILTERED"))
                .as("counted and filtered at once")
                .isZero();
        assertThat(lines("behind=sales")).isZero();
        Document page =
                Jsoup.parse(owner.get(path("?country=AT&words=plumage-0")).body());
        assertThat(opened(page)).hasSize(CLICKS / 6);
        assertThat(page.select("[name=country]").val()).isEqualTo("AT");
        assertThat(page.select("[name=words]").val()).isEqualTo("plumage-0");
        for (Element form : page.select("form[role=search]")) {
            assertThat(form.select("[name=behind]").val()).isEqualTo("traffic");
        }
    }

    /** Of one moment, with the end of what is read at once between them. */
    @Test
    void theFileHasEachClickOnce() {
        Instant moment = clock.instant();
        log.append(IntStream.range(0, 700)
                .<SiteEvent>mapToObj(i -> new SiteEvent.Click(
                        new ClickId(ids.at(moment)),
                        trail.workspace(),
                        trail.promotion().id(),
                        Optional.empty(),
                        Arrival.of(
                                new VisitorId(UUID.randomUUID()),
                                Optional.empty(),
                                Optional.empty(),
                                Parameters.NONE,
                                false,
                                new Arrival.Place("192.0.2.1", "192.0.2.0/24", "AT"),
                                Headers.of("agent")),
                        new Verdict.Counted()))
                .toList());
        followed();
        List<String> rows = owner.get(path(".csv?")).body().lines().skip(1).toList();
        assertThat(rows).hasSize(CLICKS + 700).doesNotHaveDuplicates();
    }

    @Test
    void theFileIsForSpreadsheetsAndNobodyElses() {
        var file = owner.get(path(".csv?country=AT"));
        assertThat(file.headers().firstValue("Content-Disposition").orElse("")).contains("clicks.csv");
        assertThat(file.body().lines().findFirst().orElse("")).startsWith("at,click_id,standing,link,source");
        assertThat(file.body()).contains("Firefox on Linux").doesNotContain(",=");
        Guest stranger = owner(scenario.emptyWithLegal());
        assertThat(stranger.get(path("")).statusCode()).isEqualTo(404);
        assertThat(stranger.get(path(".csv")).statusCode()).isEqualTo(404);
    }

    @Test
    void whatNobodyCouldMeanFindsNothing() {
        for (String asked :
                List.of("?country=%00", "?device=TELEGRAPH", "?source=" + "x".repeat(3000), "?words=%25_%27%3B--")) {
            assertThat(owner.get(path(asked)).body()).as(asked).contains("None of that kind in this period.");
        }
        assertThat(opened(Jsoup.parse(
                        owner.get(path("?before=x&standing=SITTING&days=9999")).body())))
                .hasSize(200);
        assertThat(owner.get(path("?behind=moon")).statusCode()).isEqualTo(404);
    }
}
