package dev.wilyferret.core.figures;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.wilyferret.core.id.ClickId;
import dev.wilyferret.core.id.UuidV7;
import dev.wilyferret.core.sale.SaleState;
import dev.wilyferret.core.sale.SaleSums;
import dev.wilyferret.core.sale.Sold;
import dev.wilyferret.core.visit.Standing;
import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;

class TallyTest {

    private static final UuidV7 IDS = new UuidV7(InstantSource.fixed(Visits.DAY.plusSeconds(60)), new Random(1));

    private static Visit visit(int visitor, Standing standing, List<Sold> sold, Station... way) {
        return new Visit(
                new ClickId(IDS.next()),
                Visits.PROMOTION,
                visitor,
                standing,
                Map.of(),
                Leg.of(List.of(way)),
                0,
                0,
                sold);
    }

    /**
     * By hand: five clicks, one filtered, one own. Visitor 1 came twice and went the whole way the second time; visitor 2 went
     * to and fro. So 3 counted clicks of 2 visitors, 2 on the bridge, 1 on the redirect page by way of the bridge.
     */
    @Test
    void visitorsAreCountedOnceHoweverOftenTheyCome() {
        Tally tally = Tally.of(List.of(
                visit(1, Standing.COUNTED, List.of(), Visits.ON_BRIDGE),
                visit(
                        1,
                        Standing.COUNTED,
                        List.of(new Sold(SaleState.APPROVED, 4500, 1000, 19_900)),
                        Visits.ON_BRIDGE,
                        Visits.ON_REDIRECT,
                        Visits.OUT),
                visit(2, Standing.COUNTED, List.of(), Visits.ON_BRIDGE, Visits.OUT, Visits.ON_BRIDGE, Visits.OUT),
                visit(3, Standing.FILTERED, List.of(), Visits.ON_BRIDGE),
                visit(
                        4,
                        Standing.OWN,
                        List.of(Sold.begins(SaleState.APPROVED, 1, 1)),
                        Visits.ON_BRIDGE,
                        Visits.ON_REDIRECT)));
        assertThat(tally.clicks()).isEqualTo(new ClickCounts(5, 1, 1, 0, 2));
        assertThat(tally.clicks().counted()).isEqualTo(3);
        assertThat(tally.reached(Visits.ON_BRIDGE)).isEqualTo(2);
        assertThat(tally.reached(Visits.ON_REDIRECT)).isEqualTo(1);
        assertThat(tally.reached(Visits.OUT)).isEqualTo(2);
        assertThat(tally.visitors(leg -> leg.from().equals(Optional.of(Visits.ON_BRIDGE))))
                .as("went on from the bridge, by either way")
                .isEqualTo(2);
        assertThat(tally.sums()).isEqualTo(new Tally.Sums(0, 0, new SaleSums(1, 0, 0, 0, 0, 4500, 1000, 19_900)));
    }

    @Test
    void whoGoesToAndFroGoesEachWayOnce() {
        List<Station> way = IntStream.range(0, 40)
                .mapToObj(i -> i % 2 == 0 ? Visits.ON_BRIDGE : Visits.ON_REDIRECT)
                .toList();
        assertThat(Leg.of(way))
                .containsExactly(
                        new Leg(Optional.empty(), Visits.ON_BRIDGE),
                        new Leg(Optional.of(Visits.ON_BRIDGE), Visits.ON_REDIRECT),
                        new Leg(Optional.of(Visits.ON_REDIRECT), Visits.ON_BRIDGE));
        assertThat(Leg.of(List.of(Visits.ON_BRIDGE, Visits.ON_BRIDGE))).hasSize(1);
    }

    @Property
    void theTallyOfTheWholeIsThatOfItsPartsInAnyOrderAndCut(@ForAll long seed) {
        Visits made = new Visits(seed);
        List<Visit> all = new ArrayList<>(made.some(60));
        Tally whole = Tally.of(all);
        Collections.shuffle(all, made.random());
        List<Tally> parts = new ArrayList<>();
        while (!all.isEmpty()) {
            List<Visit> part = all.subList(0, 1 + made.below(all.size()));
            parts.add(Tally.of(part));
            part.clear();
        }
        assertThat(Tally.sum(parts)).isEqualTo(whole);
        Collections.shuffle(parts, made.random());
        Tally nested = parts.stream().reduce(Tally.NONE, (one, other) -> Tally.sum(List.of(one, other)));
        assertThat(nested).isEqualTo(whole);
    }

    @Property
    void aTallyIsReadAsItWasWritten(@ForAll long seed) {
        Tally tally = Tally.of(new Visits(seed).some(60));
        assertThat(Tally.read(tally.bytes())).isEqualTo(tally);
    }

    @Property
    void aSheetSaysWhatARecountSays(@ForAll long seed) {
        Visits made = new Visits(seed);
        List<Visit> all = made.some(60);
        Sheet sheet = again(Sheet.of(Visits.PROMOTION, all));
        assertThat(sheet.size()).isEqualTo(all.size());
        assertThat(sheet.visits()).containsExactlyInAnyOrderElementsOf(all);
        assertThat(sheet.tally()).isEqualTo(Tally.of(all));
        Instant from = Visits.DAY.plus(Duration.ofMinutes(made.below(1440)));
        Instant until = from.plus(Duration.ofMinutes(made.below(1440)));
        assertThat(sheet.tally(from, until, Set.of()))
                .isEqualTo(Tally.of(all.stream()
                        .filter(visit ->
                                !visit.at().isBefore(from) && visit.at().isBefore(until))
                        .toList()));
    }

    @Property
    void changedVisitsStandInPlaceOfWhatTheyWere(@ForAll long seed) {
        Visits made = new Visits(seed);
        List<Visit> before = made.some(60);
        List<Visit> changed = new ArrayList<>(made.changed(before));
        changed.addAll(made.some(5));
        Map<ClickId, Visit> now = new HashMap<>();
        before.forEach(visit -> now.put(visit.click(), visit));
        changed.forEach(visit -> now.put(visit.click(), visit));
        Tally recount = Tally.of(now.values());
        Sheet sheet = again(Sheet.of(Visits.PROMOTION, before));
        Set<ClickId> known = changed.stream().map(Visit::click).collect(Collectors.toSet());
        assertThat(Tally.sum(List.of(sheet.tally(Instant.MIN, Instant.MAX, known), Tally.of(changed))))
                .as("the sheet without them, and they")
                .isEqualTo(recount);
        assertThat(sheet.with(changed).tally()).as("the sheet made again").isEqualTo(recount);
    }

    @Property
    void partsByAnyDimensionsAddUpToTheWhole(@ForAll long seed) {
        List<Visit> all = new Visits(seed).some(60);
        Sheet sheet = again(Sheet.of(Visits.PROMOTION, all));
        Map<List<String>, Tally> parts =
                sheet.by(List.of(Dimension.COUNTRY, Dimension.SOURCE), Instant.MIN, Instant.MAX, Set.of());
        assertThat(sheet.by(List.of(Dimension.COUNTRY, Dimension.SOURCE)))
                .as("without asking when")
                .isEqualTo(parts);
        assertThat(Tally.sum(parts.values())).isEqualTo(Tally.of(all));
        parts.forEach((key, tally) -> assertThat(tally)
                .isEqualTo(Tally.of(all.stream()
                        .filter(visit -> List.of(visit.trait(Dimension.COUNTRY), visit.trait(Dimension.SOURCE))
                                .equals(key))
                        .toList())));
    }

    @Property
    void theClicksBehindAFigureAreTheVisitsItCounts(@ForAll long seed) {
        Visits made = new Visits(seed);
        List<Visit> all = made.some(60);
        Sheet sheet = again(Sheet.of(Visits.PROMOTION, all));
        for (Behind behind : List.of(
                Behind.standing(Standing.OWN),
                Behind.standing(Standing.COUNTED),
                Behind.ANY.and(Dimension.COUNTRY, "AT"),
                Behind.ANY.and(Dimension.COUNTRY, "nowhere"),
                Behind.ANY.saying("UMAGE1"),
                Behind.standing(Standing.OWN).and(Standing.FILTERED),
                Behind.reached(Visits.ON_REDIRECT::equals),
                Behind.standing(Standing.COUNTED).without(leg -> true),
                Behind.reached(Visits.ON_BRIDGE::equals)
                        .without(leg -> leg.from().equals(Optional.of(Visits.ON_BRIDGE))),
                Behind.reached(Station.Sale.class::isInstance))) {
            List<ClickId> expected = all.stream()
                    .filter(visit -> visit.is(behind))
                    .map(Visit::click)
                    .sorted(Comparator.comparing(ClickId::value).reversed())
                    .toList();
            assertThat(sheet.behind(behind, Instant.MIN, Instant.MAX, Optional.empty(), Set.of(), 60))
                    .isEqualTo(expected);
            assertThat(sheet.behind(behind, Instant.MIN, Instant.MAX, Optional.empty(), Set.of(), 3))
                    .isEqualTo(expected.subList(0, Math.min(3, expected.size())));
            assertThat(sheet.tally().has(behind))
                    .as("never no where there is one")
                    .isIn(true, !expected.isEmpty());
            if (expected.size() > 4) {
                assertThat(sheet.behind(behind, Instant.MIN, Instant.MAX, Optional.of(expected.get(3)), Set.of(), 60))
                        .isEqualTo(expected.subList(4, expected.size()));
            }
        }
        assertThat(sheet
                        .behind(
                                Behind.reached(Visits.OUT::equals),
                                Instant.MIN,
                                Instant.MAX,
                                Optional.empty(),
                                Set.of(),
                                60)
                        .stream()
                        .map(click -> all.stream()
                                .filter(visit -> visit.click().equals(click))
                                .findFirst()
                                .orElseThrow()
                                .visitor())
                        .distinct()
                        .count())
                .isEqualTo(sheet.tally().reached(Visits.OUT));
    }

    @Property
    void aSheetThatIsCutIsTheSameVisits(@ForAll long seed) {
        Visits made = new Visits(seed);
        List<Visit> all = made.some(60);
        List<Sheet> parts = Sheet.of(Visits.PROMOTION, all).cut(2 + made.below(20));
        assertThat(parts.stream().flatMap(part -> part.visits().stream()).toList())
                .isEqualTo(Sheet.of(Visits.PROMOTION, all).visits());
        assertThat(Tally.sum(parts.stream().map(Sheet::tally).toList())).isEqualTo(Tally.of(all));
        parts.stream()
                .skip(1)
                .forEach(part -> assertThat(part.firstClick())
                        .isEqualTo(part.visits().getFirst().click()));
    }

    private static Sheet again(Sheet sheet) {
        return Sheet.read(Visits.PROMOTION, sheet.columns(), sheet.clicks());
    }

    @Test
    void whatBreaksOffIsNotRead() {
        byte[] columns = Sheet.of(Visits.PROMOTION, new Visits(1).some(60)).columns();
        assertThatThrownBy(() ->
                        Sheet.read(Visits.PROMOTION, java.util.Arrays.copyOf(columns, columns.length / 2), new byte[0]))
                .isInstanceOf(IllegalArgumentException.class)
                .hasMessageContaining("break off");
    }
}
