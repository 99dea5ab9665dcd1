package dev.wilyferret.core.rotation;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import dev.wilyferret.core.evidence.Evidence;
import dev.wilyferret.core.evidence.Observed;
import dev.wilyferret.core.evidence.Posterior;
import dev.wilyferret.core.evidence.Worth;
import dev.wilyferret.core.id.BranchId;
import dev.wilyferret.core.id.RotationId;
import dev.wilyferret.core.id.VariantId;
import dev.wilyferret.core.link.Destination;
import dev.wilyferret.core.visit.Device;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.UUID;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

class StandingsTest {

    private static final LocalDate FIRST = LocalDate.of(2026, 11, 1);
    private static final VariantId A = new VariantId(new UUID(1, 1));
    private static final VariantId B = new VariantId(new UUID(1, 2));
    private static final VariantId C = new VariantId(new UUID(1, 3));
    private static final double TENTH = 0.1;
    /** So few that what is needed for two and for three is reached on days of their own. */
    private static final Map<VariantId, RoundDays.Seen> FEW = Map.of(A, seen(20, 6), B, seen(20, 9));

    private static Variant variant(VariantId id, Variant.State state) {
        return new Variant(
                id,
                id.equals(A) ? "Bucket" : id.equals(B) ? "Grounds" : "Film",
                "",
                new Destination.ToOffer(Optional.empty()),
                1,
                state);
    }

    private static Rotation rotation(Variant... variants) {
        return new Rotation(
                new RotationId(new UUID(9, 9)),
                List.of(variants),
                false,
                1,
                1,
                1,
                Rotation.Sharing.BY_HAND,
                Optional.empty(),
                List.of(),
                variants.length);
    }

    private static Rotation two() {
        return rotation(variant(A, Variant.State.ACTIVE), variant(B, Variant.State.ACTIVE));
    }

    private static RoundDays.Seen seen(long drawn, long converted) {
        return new RoundDays.Seen(drawn, drawn, converted);
    }

    private static int daysUntilBetter(Rotation rotation, Map<VariantId, RoundDays.Seen> day) {
        int days = 1;
        while (!(of(rotation, days(days, day)).conclusion() instanceof Conclusion.Better)) {
            days++;
        }
        return days;
    }

    /** The same every day. */
    private static RoundDays days(int many, Map<VariantId, RoundDays.Seen> each) {
        TreeMap<LocalDate, Map<VariantId, RoundDays.Seen>> days = new TreeMap<>();
        IntStream.range(0, many).forEach(i -> days.put(FIRST.plusDays(i), each));
        return new RoundDays(days);
    }

    private static Standings of(Rotation rotation, RoundDays days) {
        return Standings.of(rotation, days, days.drawn(), TENTH, Standings.Shares.THE_SAME);
    }

    private static String said(Standings standings, Rotation rotation) {
        return standings.conclusion().said(rotation::name, Optional.empty());
    }

    @Test
    void betterIsSaidOnceTheEvidenceReachesWhatIsNeededAndNotADayBefore() {
        Map<VariantId, RoundDays.Seen> day = Map.of(A, seen(200, 60), B, seen(200, 76));
        int days = 1;
        while (!(of(two(), days(days, day)).conclusion() instanceof Conclusion.Better)) {
            days++;
        }
        List<Observed> a = days(days, day).daily(A);
        List<Observed> b = days(days, day).daily(B);
        double needed = Evidence.needed(2, Standings.ALPHA);
        assertThat(Evidence.log(b, a)).isGreaterThanOrEqualTo(needed);
        assertThat(Evidence.log(b.subList(1, days), a.subList(1, days))).isLessThan(needed);
        assertThat(days).isBetween(3, 14);
        Standings standings = of(two(), days(days, day));
        assertThat(said(standings, two())).isEqualTo("“Grounds” is better.");
        assertThat(standings.lines().get(1).chance().orElseThrow()).isGreaterThan(0.99);
    }

    /** Two for phones and two for the rest are four of which something is said at once: ln(4 / 0.05) = 4.3820, not ln(2 / 0.05). */
    @Test
    void theVariantsOfAllRulesAreOneFamily() {
        Branch phones = new Branch(new BranchId(new UUID(7, 7)), new Circumstance.On(Set.of(Device.PHONE)));
        Rotation four = new Rotation(
                new RotationId(new UUID(9, 9)),
                List.of(
                        variant(A, Variant.State.ACTIVE),
                        variant(B, Variant.State.ACTIVE),
                        forPhones(new VariantId(new UUID(1, 4)), phones),
                        forPhones(new VariantId(new UUID(1, 5)), phones)),
                false,
                1,
                1,
                1,
                Rotation.Sharing.BY_HAND,
                Optional.empty(),
                List.of(phones),
                4);
        Rotation rest = four.within(Optional.empty());
        assertThat(rest.variants()).hasSize(2);
        int days = daysUntilBetter(rest, FEW);
        RoundDays enough = days(days, FEW);
        RoundDays before = days(days - 1, FEW);
        assertThat(Evidence.log(enough.daily(B), enough.daily(A))).isGreaterThanOrEqualTo(4.3820);
        assertThat(Evidence.log(before.daily(B), before.daily(A))).isLessThan(4.3821);
        assertThat(days).as("more than for two alone").isGreaterThan(daysUntilBetter(two(), FEW));
        assertThat(of(rest, enough).lines().getFirst().rate())
                .as("wider than those of two alone")
                .isNotEqualTo(of(two(), enough).lines().getFirst().rate());
    }

    /** A third that is retired was compared with, and may be the one that was better than one that is left: ln(3 · 2 / 0.05) = 4.7875. */
    @Test
    void retiredVariantsCountInWhatIsNeeded() {
        Rotation three = rotation(
                variant(A, Variant.State.ACTIVE), variant(B, Variant.State.ACTIVE), variant(C, Variant.State.RETIRED));
        int days = daysUntilBetter(three, FEW);
        RoundDays enough = days(days, FEW);
        RoundDays before = days(days - 1, FEW);
        assertThat(Evidence.log(enough.daily(B), enough.daily(A))).isGreaterThanOrEqualTo(4.7874);
        assertThat(Evidence.log(before.daily(B), before.daily(A))).isLessThan(4.7876);
        assertThat(days).as("more than for two alone").isGreaterThan(daysUntilBetter(two(), FEW));
    }

    /** Whoever came counts: of two tests alike the one that ran for longer needs so many visitors fewer. */
    @Test
    void whatCameIsTakenOffWhatIsPlanned() {
        Map<VariantId, RoundDays.Seen> day = Map.of(A, seen(100, 10), B, seen(100, 10));
        Conclusion.KeepGoing soon =
                (Conclusion.KeepGoing) of(two(), days(4, day)).conclusion();
        Conclusion.KeepGoing later =
                (Conclusion.KeepGoing) of(two(), days(9, day)).conclusion();
        assertThat(soon.more().orElseThrow().visitors()
                        - later.more().orElseThrow().visitors())
                .isEqualTo(500);
    }

    private static Variant forPhones(VariantId id, Branch phones) {
        return new Variant(
                id,
                "Phone " + id,
                "",
                new Destination.ToOffer(Optional.empty()),
                1,
                Variant.State.ACTIVE,
                Optional.of(phones.id()));
    }

    /** 97 of 100 for one, on two days: a high chance, and no word of better. */
    @Test
    void aHighChanceAloneSaysNothing() {
        Standings standings = of(two(), days(2, Map.of(A, seen(100, 10), B, seen(100, 19))));
        assertThat(standings.lines().get(1).chance().orElseThrow()).isGreaterThan(0.97);
        assertThat(standings.conclusion())
                .isNotInstanceOf(Conclusion.Better.class)
                .isInstanceOfAny(Conclusion.Safe.class, Conclusion.KeepGoing.class);
    }

    @Test
    void belowTenConversionsThereIsNoChance() {
        Standings few = of(two(), days(3, Map.of(A, seen(100, 1), B, seen(100, 2))));
        assertThat(few.conclusion()).isEqualTo(new Conclusion.TooFew(9));
        assertThat(few.lines())
                .allMatch(line -> line.chance().isEmpty() && line.loss().isEmpty());
        assertThat(said(few, two())).contains("9 reached the goal", "below 10");
        assertThat(of(two(), days(5, Map.of(A, seen(100, 1), B, seen(100, 1)))).lines())
                .allMatch(line -> line.chance().isPresent());
    }

    @Test
    void whatIsEquallyGoodIsNoDifferenceWorthHaving() {
        assertThat(of(two(), days(30, Map.of(A, seen(2000, 600), B, seen(2000, 600))))
                        .conclusion())
                .isEqualTo(new Conclusion.NoDifference());
    }

    @Test
    void whatTakesLongerSaysHowLong() {
        RoundDays days = days(4, Map.of(A, seen(50, 10), B, seen(50, 10)));
        assertThat(of(two(), days).conclusion()).isInstanceOfSatisfying(Conclusion.KeepGoing.class, keep -> {
            assertThat(keep.more().orElseThrow().days()).isGreaterThan(7);
            assertThat(keep.more().orElseThrow().visitors())
                    .isCloseTo(keep.more().orElseThrow().days() * 50L, within(50L));
        });
        assertThat(said(of(two(), days), two())).matches("Keep going: about [\\d,]+ more visitors each, \\d+ days .*");
    }

    /** Of 400 each 40 and 90 never arrived: p far below 0.001 (chi-square 23 with one degree of freedom). */
    @Test
    void anUnevenSplitStopsAllAdvice() {
        RoundDays days = days(4, Map.of(A, new RoundDays.Seen(100, 90, 30), B, new RoundDays.Seen(100, 77, 60)));
        Standings standings = of(two(), days);
        assertThat(standings.split().p()).isLessThan(0.0001);
        assertThat(standings.conclusion()).isInstanceOfSatisfying(Conclusion.Uneven.class, uneven -> {
            assertThat(uneven.loser()).isEqualTo(B);
            assertThat(uneven.lost()).isCloseTo(0.23, within(1e-9));
            assertThat(uneven.others()).isCloseTo(0.10, within(1e-9));
        });
        assertThat(said(standings, two())).contains("23.0 %", "“Grounds”", "10.0 %");
    }

    @Test
    void withoutTwoToCompareThereIsNothingToSay() {
        Rotation alone = rotation(variant(A, Variant.State.ACTIVE), variant(B, Variant.State.PAUSED));
        assertThat(of(alone, days(3, Map.of(A, seen(100, 20)))).conclusion()).isEqualTo(new Conclusion.Alone());
        assertThat(Standings.of(two(), days(0, Map.of()), 7, TENTH, Standings.Shares.THE_SAME)
                        .conclusion())
                .isEqualTo(new Conclusion.NobodyRipe(7));
    }

    /** Retired ones stand nowhere; yet that they were compared counts for what is needed. */
    @Test
    void retiredOnesEnterNoStanding() {
        Rotation three = rotation(
                variant(A, Variant.State.ACTIVE), variant(B, Variant.State.ACTIVE), variant(C, Variant.State.RETIRED));
        Standings standings = of(three, days(5, Map.of(A, seen(100, 10), B, seen(100, 12), C, seen(100, 40))));
        assertThat(standings.lines()).extracting(line -> line.variant().id()).containsExactly(A, B);
        assertThat(standings.lines().getFirst().rate().to())
                .isGreaterThan(of(two(), days(5, Map.of(A, seen(100, 10), B, seen(100, 12))))
                        .lines()
                        .getFirst()
                        .rate()
                        .to());
    }

    @Test
    void byMoneyNothingIsEverProvenAndBelowTenSalesNothingRanked() {
        RoundDays days = days(10, Map.of(A, seen(1000, 20), B, seen(1000, 40)));
        Map<VariantId, Standings.Sold> sold =
                new HashMap<>(Map.of(A, new Standings.Sold(200, 200 * 2_500), B, new Standings.Sold(400, 400 * 2_500)));
        Standings standings = Standings.byMoney(two(), days, days.drawn(), TENTH, Standings.Shares.THE_SAME, sold);
        assertThat(standings.conclusion()).isInstanceOfAny(Conclusion.OnlyProbable.class, Conclusion.Safe.class);
        assertThat(standings.lines().get(1).chance().orElseThrow()).isGreaterThan(0.99);
        // Nearly 40 of 1,000, at 25.00 each, is nearly 1.00 a visitor.
        assertThat(standings.lines().get(1).belief().orElseThrow().mean()).isCloseTo(100, within(1.0));
        sold.put(A, new Standings.Sold(9, 22_500));
        assertThat(Standings.byMoney(two(), days, days.drawn(), TENTH, Standings.Shares.THE_SAME, sold)
                        .lines())
                .allMatch(line -> line.chance().isEmpty());
    }

    private static Conclusion byMoney(double worth, long salesOfA, long salesOfB) {
        RoundDays days = days(10, Map.of(A, seen(20_000, salesOfA / 10), B, seen(20_000, salesOfB / 10)));
        return Standings.byMoney(
                        two(),
                        days,
                        days.drawn(),
                        worth,
                        Standings.Shares.THE_SAME,
                        Map.of(
                                A, new Standings.Sold(salesOfA, salesOfA * 2_500),
                                B, new Standings.Sold(salesOfB, salesOfB * 2_500)))
                .conclusion();
    }

    /**
     * By hand for as many sales of the same worth: of n each, the difference has a deviation of about 2 / √n of what a visitor brings (rate and value
     * both vary), whose mean loss is 0.4 of that: 0.8 in 100 of it at 10,000, 25 in 100 at 10. What is worth nothing is a quarter of a tenth.
     */
    @Test
    void byMoneyItIsSaidWhatTheLossIsWorth() {
        assertThat(byMoney(TENTH, 10_000, 10_000)).isEqualTo(new Conclusion.NoDifference());
        assertThat(byMoney(TENTH, 1_000, 1_300)).isInstanceOfSatisfying(Conclusion.Safe.class, safe -> {
            assertThat(safe.variant()).isEqualTo(B);
            assertThat(safe.loss()).isBetween(0.0, TENTH / 4 * 1_300 * 2_500 / 200_000);
        });
        assertThat(byMoney(TENTH, 1_300, 1_000))
                .isInstanceOfSatisfying(
                        Conclusion.Safe.class,
                        safe -> assertThat(safe.variant()).isEqualTo(A));
        assertThat(byMoney(0.000_01, 100, 180)).isInstanceOfSatisfying(Conclusion.OnlyProbable.class, probable -> {
            assertThat(probable.variant()).isEqualTo(B);
            assertThat(probable.chance()).isBetween(0.95, 0.999_9);
        });
        assertThat(byMoney(TENTH, 10, 10)).isInstanceOf(Conclusion.KeepGoing.class);
    }

    @Test
    void whereOneAloneSoldEnoughNothingIsRanked() {
        RoundDays days = days(10, Map.of(A, seen(1000, 20), B, seen(1000, 40), C, seen(1000, 30)));
        Rotation three = rotation(
                variant(A, Variant.State.ACTIVE), variant(B, Variant.State.ACTIVE), variant(C, Variant.State.ACTIVE));
        Map<VariantId, Standings.Sold> sold = new HashMap<>(Map.of(
                A,
                new Standings.Sold(200, 200 * 2_500),
                B,
                new Standings.Sold(10, 0),
                C,
                new Standings.Sold(9, 9 * 2_500)));
        Standings alone = Standings.byMoney(three, days, days.drawn(), TENTH, Standings.Shares.THE_SAME, sold);
        assertThat(alone.conclusion()).isEqualTo(new Conclusion.TooFew(900));
        assertThat(alone.lines().get(0).belief()).isPresent();
        assertThat(alone.lines().get(1).belief())
                .as("sold, and brought nothing")
                .isEmpty();
        sold.put(C, new Standings.Sold(10, 10 * 2_500));
        Standings two = Standings.byMoney(three, days, days.drawn(), TENTH, Standings.Shares.THE_SAME, sold);
        assertThat(two.lines().get(0).chance().orElseThrow()
                        + two.lines().get(2).chance().orElseThrow())
                .isCloseTo(1, within(1e-6));
        assertThat(two.lines().get(1).chance()).isEmpty();
    }

    /** Mean r·m and variance of a product, worked out by hand: r = 0.1, var 0.1·0.9/1001; m = 2,000, var 2,000²/50. */
    @Test
    void whatAVisitorBringsIsRateTimesValue() {
        Worth worth = Worth.of(new Posterior(100, 900), 50, 100_000);
        double rate = 0.09 / 1001;
        double value = 2_000.0 * 2_000 / 50;
        assertThat(worth.mean()).isCloseTo(200, within(1e-9));
        assertThat(worth.variance()).isCloseTo(0.01 * value + 2_000.0 * 2_000 * rate + rate * value, within(1e-6));
        assertThat(worth.distribution().getMean()).isCloseTo(200, within(1e-9));
        assertThat(worth.distribution().getVariance()).isCloseTo(worth.variance(), within(1e-6));
    }

    /**
     * By hand: on the first day 20 in 100 convert of whichever variant, on the second 10; A got most on the second, B on the first. Added up
     * A has 110 of 1000 and B 190. Each day weighs half: both have 0.15, of 1 / (0.25 / 100 + 0.25 / 900) = 360 visitors, 54 of whom
     * converted.
     */
    @Test
    void whereSharesFollowedDaysThatWereBetterForAllTheDaysAreComparedAndNotTheirSums() {
        TreeMap<LocalDate, Map<VariantId, RoundDays.Seen>> byDay = new TreeMap<>();
        byDay.put(FIRST, Map.of(A, seen(100, 20), B, seen(900, 180)));
        byDay.put(FIRST.plusDays(1), Map.of(A, seen(900, 90), B, seen(100, 10)));
        byDay.put(FIRST.plusDays(2), Map.of(B, seen(500, 0)));
        RoundDays days = new RoundDays(byDay);
        assertThat(days.standardized(List.of(A, B)))
                .isEqualTo(Map.of(A, new Observed(360, 54), B, new Observed(360, 54)));
        Standings byDays = Standings.of(two(), days, days.drawn(), TENTH, Standings.Shares.BY_DAY);
        assertThat(byDays.lines().get(0).chance().orElseThrow()).isCloseTo(0.5, within(1e-9));
        assertThat(byDays.lines().get(0).seen()).isEqualTo(seen(1000, 110));
        assertThat(of(two(), days).lines().get(0).chance().orElseThrow()).isLessThan(0.3);
    }

    @Test
    void whereEveryDayWasSharedOutAlikeComparingByDayIsComparingSums() {
        RoundDays days = days(3, Map.of(A, seen(100, 20), B, seen(300, 30)));
        assertThat(days.standardized(List.of(A, B, C)))
                .as("nobody was drawn for the third")
                .isEqualTo(Map.of(A, new Observed(300, 60), B, new Observed(900, 90)));
    }

    /** By hand: the loss is 0.19 of the smallest difference worth having of 80 against 88 of 400, and 0.06 of it of 200 against 220 of 1,000. */
    @Test
    void whatIsNotCheapYetIsNotSafe() {
        assertThat(of(two(), days(1, Map.of(A, seen(400, 80), B, seen(400, 88))))
                        .conclusion())
                .isInstanceOf(Conclusion.KeepGoing.class);
        assertThat(of(two(), days(1, Map.of(A, seen(1000, 200), B, seen(1000, 220))))
                        .conclusion())
                .isInstanceOf(Conclusion.Safe.class);
    }

    /** Of each day's visitors alike many are lost; only who got most on the bad day loses more in all. */
    @Test
    void anUnevenSplitIsLookedForWithinEachDay() {
        TreeMap<LocalDate, Map<VariantId, RoundDays.Seen>> byDay = new TreeMap<>();
        byDay.put(FIRST, Map.of(A, new RoundDays.Seen(900, 890, 90), B, new RoundDays.Seen(90, 89, 9)));
        byDay.put(FIRST.plusDays(1), Map.of(A, new RoundDays.Seen(90, 60, 6), B, new RoundDays.Seen(900, 600, 60)));
        assertThat(of(two(), new RoundDays(byDay)).split().alarms()).isFalse();
        byDay.put(FIRST.plusDays(2), Map.of(A, new RoundDays.Seen(90, 60, 6), B, new RoundDays.Seen(900, 890, 60)));
        assertThat(of(two(), new RoundDays(byDay)).split().alarms()).isTrue();
    }

    /**
     * Of 20 in 100 against 23 in 100 of 4,000 each: what it costs in the mean to take the second where it is not the better one is the expected
     * loss ÷ the chance of that, many times the loss itself.
     */
    @Test
    void whatItCostsIsSaidOfWhereItIsWrong() {
        Standings standings = of(two(), days(1, Map.of(A, seen(4000, 800), B, seen(4000, 870))));
        Standings.Line second = standings.lines().get(1);
        assertThat(standings.conclusion()).isInstanceOfSatisfying(Conclusion.Safe.class, safe -> {
            assertThat(safe.variant()).isEqualTo(B);
            assertThat(safe.loss())
                    .isCloseTo(
                            second.loss().orElseThrow() / (1 - second.chance().orElseThrow()), within(1e-12))
                    .isGreaterThan(5 * second.loss().orElseThrow());
        });
    }
}
