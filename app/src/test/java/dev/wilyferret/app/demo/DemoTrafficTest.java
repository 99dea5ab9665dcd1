package dev.wilyferret.app.demo;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wilyferret.app.kit.AppTest;
import dev.wilyferret.app.kit.Scenario;
import dev.wilyferret.app.offers.Network;
import dev.wilyferret.app.sales.Sale;
import dev.wilyferret.core.id.ClickId;
import dev.wilyferret.core.pixel.PixelEvent;
import dev.wilyferret.core.visit.SiteEvent;
import dev.wilyferret.core.visit.Verdict;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** The made-up traffic hangs together. */
class DemoTrafficTest extends AppTest {

    private static final Instant NOW = Instant.parse("2026-11-24T12:00:00Z");

    private DemoVisits.Scene scene;
    private DemoTraffic.Course course;
    private DemoVisits made;
    private Map<ClickId, SiteEvent.Click> clicks;

    @BeforeEach
    void make() {
        Scenario.Trail trail = scenario.trail();
        Network network = trail.network();
        course = new DemoTraffic.Course(trail.bridge(), trail.redirect(), trail.offer());
        scene = new DemoVisits.Scene(
                trail.stage().workspace(),
                network,
                trail.promotion(),
                trail.pixel(),
                List.of(trail.link(), trail.link(), trail.link(), trail.link(), trail.link()));
        made = DemoTraffic.upTo(NOW, scene, course);
        clicks = made.events().stream()
                .filter(SiteEvent.Click.class::isInstance)
                .map(SiteEvent.Click.class::cast)
                .collect(Collectors.toMap(SiteEvent.Click::id, Function.identity()));
    }

    private <E extends SiteEvent> List<E> all(Class<E> kind) {
        return made.events().stream().filter(kind::isInstance).map(kind::cast).toList();
    }

    @Test
    void isTheSameForTheSameMoment() {
        DemoVisits again = DemoTraffic.upTo(NOW, scene, course);
        assertThat(again.events()).isEqualTo(made.events());
        assertThat(again.sales()).isEqualTo(made.sales());
    }

    @Test
    void bringsSomeThousandClicksOverFourteenDays() {
        assertThat(clicks).hasSizeBetween(3000, 9000);
        Instant first = clicks.values().stream()
                .map(SiteEvent::at)
                .min(Instant::compareTo)
                .orElseThrow();
        Instant last = clicks.values().stream()
                .map(SiteEvent::at)
                .max(Instant::compareTo)
                .orElseThrow();
        assertThat(first).isBetween(NOW.minus(Duration.ofDays(14)), NOW.minus(Duration.ofDays(13)));
        assertThat(last).isBefore(NOW);
    }

    @Test
    void everySaleHasItsClickAndComesAfterTheVisitorWentOn() {
        Map<ClickId, SiteEvent.WentOn> wentOn = all(SiteEvent.WentOn.class).stream()
                .collect(Collectors.toMap(SiteEvent.WentOn::click, Function.identity(), (a, b) -> a));
        assertThat(made.sales()).isNotEmpty();
        for (Sale.Past sale : made.sales()) {
            assertThat(clicks).containsKey(sale.facts().click());
            assertThat(sale.changes().getFirst().at())
                    .isAfter(wentOn.get(sale.facts().click()).at())
                    .isBefore(NOW);
        }
        assertThat(made.sales()).extracting(sale -> sale.facts().order()).doesNotHaveDuplicates();
    }

    @Test
    void everyLeadHasItsPageView() {
        Map<ClickId, List<SiteEvent.PageView>> views =
                all(SiteEvent.PageView.class).stream().collect(Collectors.groupingBy(SiteEvent.PageView::click));
        List<SiteEvent.PixelFired> leads = all(SiteEvent.PixelFired.class).stream()
                .filter(fire -> fire.event().equals(PixelEvent.LEAD))
                .toList();
        assertThat(leads).hasSizeGreaterThan(500);
        for (SiteEvent.PixelFired lead : leads) {
            assertThat(views.get(lead.click()))
                    .anyMatch(view -> view.page().equals(course.bridge().id())
                            && view.at().isBefore(lead.at()))
                    .anyMatch(view -> view.page().equals(course.redirect().id())
                            && view.at().equals(lead.at()));
        }
    }

    @Test
    void programsFireNothingAndBuyNothing() {
        List<ClickId> programs = clicks.values().stream()
                .filter(click -> click.verdict() instanceof Verdict.DeclaredCrawler)
                .map(SiteEvent.Click::id)
                .toList();
        assertThat(programs).hasSizeGreaterThan(50);
        assertThat(all(SiteEvent.PixelFired.class)).noneMatch(fire -> programs.contains(fire.click()));
        assertThat(made.sales())
                .noneMatch(sale -> programs.contains(sale.facts().click()));
    }

    @Test
    void addressesComeFromTheDocumentationRangesOnly() {
        assertThat(clicks.values())
                .extracting(click -> click.arrival().place().address())
                .allMatch(address -> address.matches(
                        "(192\\.0\\.2|198\\.51\\.100|203\\.0\\.113)\\.\\d{1,3}|2001:db8:[0-9a-f]+::[0-9a-f]+"));
    }
}
