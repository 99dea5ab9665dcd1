package dev.wilyferret.core.figures;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.wilyferret.core.Choices;
import dev.wilyferret.core.id.ClickId;
import dev.wilyferret.core.id.UuidV7;
import dev.wilyferret.core.id.VariantId;
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
import java.util.UUID;
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
    void theTallyOfTheWholeIsThatOfItsPartsInAnyOrderAndCut(@ForAll(supplier = Choices.Any.class) Choices choices) {
        Visits made = new Visits(choices);
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

    /** Counted plainly, without any set or sum of the code's own. */
    @Property
    void aTallySaysWhatAPlainCountSays(@ForAll(supplier = Choices.Any.class) Choices choices) {
        List<Visit> all = new Visits(choices).some(60);
        Tally tally = Tally.of(all);
        Map<Standing, Long> standings =
                all.stream().collect(Collectors.groupingBy(Visit::standing, Collectors.counting()));
        assertThat(tally.clicks().raw()).isEqualTo(all.size());
        assertThat(tally.clicks().counted()).isEqualTo(standings.getOrDefault(Standing.COUNTED, 0L));
        assertThat(tally.clicks().own()).isEqualTo(standings.getOrDefault(Standing.OWN, 0L));
        assertThat(tally.clicks().filtered()).isEqualTo(standings.getOrDefault(Standing.FILTERED, 0L));
        assertThat(tally.clicks().takenOut()).isEqualTo(standings.getOrDefault(Standing.TAKEN_OUT, 0L));
        List<Visit> counted = all.stream()
                .filter(visit -> visit.standing() == Standing.COUNTED)
                .toList();
        assertThat(tally.clicks().unique())
                .isEqualTo(counted.stream().map(Visit::visitor).distinct().count());
        Set<Station> stations = all.stream()
                .flatMap(visit -> visit.legs().stream())
                .map(Leg::to)
                .collect(Collectors.toSet());
        for (Station station : stations) {
            assertThat(tally.reached(station))
                    .as("%s", station)
                    .isEqualTo(counted.stream()
                            .filter(visit -> visit.legs().stream()
                                    .anyMatch(leg -> leg.to().equals(station)))
                            .map(Visit::visitor)
                            .distinct()
                            .count());
        }
        assertThat(tally.sums().optIns())
                .isEqualTo(counted.stream().mapToLong(Visit::optIns).sum());
        assertThat(tally.sums().confirmed())
                .isEqualTo(counted.stream().mapToLong(Visit::confirmed).sum());
        List<Sold> sold =
                counted.stream().flatMap(visit -> visit.sold().stream()).toList();
        assertThat(tally.sums().sold().sales())
                .isEqualTo(sold.stream()
                        .filter(one -> one.state() != SaleState.REVERSED)
                        .count());
    }

    /** What one's own people and declared crawlers click is billed by nobody; what was taken out by hand is. */
    @Test
    void ownAndFilteredClicksAreNotBilled() {
        assertThat(new Tally.Clicks(5, 2, 3, 4).billed()).isEqualTo(9);
        assertThat(new Tally.Clicks(0, 7, 0, 0).billed()).isZero();
    }

    /** Of two rotations by both; drawn twice, once. */
    @Test
    void whatWasSoldIsEachVariantsOnce() {
        VariantId one = new VariantId(new UUID(6, 1));
        VariantId two = new VariantId(new UUID(6, 2));
        Visit visit = visit(
                1,
                Standing.COUNTED,
                List.of(Sold.begins(SaleState.APPROVED, 2750, 8900)),
                new Station.Variant(one, 1, true),
                Visits.ON_BRIDGE,
                new Station.Variant(two, 1, true),
                new Station.Variant(one, 2, false),
                Visits.OUT);
        Map<VariantId, SaleSums> sold =
                Sheet.of(Visits.PROMOTION, List.of(visit)).soldByVariant();
        assertThat(sold).containsOnlyKeys(one, two);
        assertThat(sold.get(one).commission()).isEqualTo(2750);
        assertThat(sold.get(two).commission()).isEqualTo(2750);
        assertThat(sold.get(one).sales()).isEqualTo(1);
    }

    /** It belongs to the day that begins. */
    @Test
    void aClickAtMidnightExactlyIsInOnePeriodAlone() {
        Visit first = new Visit(
                new ClickId(UuidV7.first(Visits.DAY)),
                Visits.PROMOTION,
                1,
                Standing.COUNTED,
                Map.of(),
                List.of(),
                0,
                0,
                List.of());
        Sheet sheet = Sheet.of(Visits.PROMOTION, List.of(first));
        Instant noon = Visits.DAY.plus(Duration.ofHours(12));
        assertThat(sheet.tally(Visits.DAY, noon, Set.of()).clicks().raw()).isEqualTo(1);
        assertThat(sheet.tally(Visits.DAY.minus(Duration.ofHours(12)), Visits.DAY, Set.of())
                        .clicks()
                        .raw())
                .isZero();
    }

    @Property
    void aTallyIsReadAsItWasWritten(@ForAll(supplier = Choices.Any.class) Choices choices) {
        Tally tally = Tally.of(new Visits(choices).some(60));
        assertThat(Tally.read(tally.bytes())).isEqualTo(tally);
    }

    @Property
    void aSheetSaysWhatARecountSays(@ForAll(supplier = Choices.Any.class) Choices choices) {
        Visits made = new Visits(choices);
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
    void changedVisitsStandInPlaceOfWhatTheyWere(@ForAll(supplier = Choices.Any.class) Choices choices) {
        Visits made = new Visits(choices);
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
    void partsByAnyDimensionsAddUpToTheWhole(@ForAll(supplier = Choices.Any.class) Choices choices) {
        List<Visit> all = new Visits(choices).some(60);
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
    void theClicksBehindAFigureAreTheVisitsItCounts(@ForAll(supplier = Choices.Any.class) Choices choices) {
        Visits made = new Visits(choices);
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
    void aSheetThatIsCutIsTheSameVisits(@ForAll(supplier = Choices.Any.class) Choices choices) {
        Visits made = new Visits(choices);
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
        byte[] columns =
                Sheet.of(Visits.PROMOTION, new Visits(new Random(1)).some(60)).columns();
        assertThatThrownBy(() ->
                        Sheet.read(Visits.PROMOTION, java.util.Arrays.copyOf(columns, columns.length / 2), new byte[0]))
                .isInstanceOf(IllegalArgumentException.class)
                .hasMessageContaining("break off");
    }
}
