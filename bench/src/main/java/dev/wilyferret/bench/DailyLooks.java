package dev.wilyferret.bench;

import dev.wilyferret.core.evidence.Best;
import dev.wilyferret.core.evidence.ConfidenceSequence;
import dev.wilyferret.core.evidence.Evidence;
import dev.wilyferret.core.evidence.Observed;
import dev.wilyferret.core.evidence.Planner;
import dev.wilyferret.core.evidence.Posterior;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.SplittableRandom;

/** Simulated split tests, looked at after every day: how often "better" is said wrongly, and how soon rightly. */
public final class DailyLooks {

    private static final double ALPHA = 0.05;
    private static final int DAYS = 28;
    private static final int RUNS = 20_000;
    /** Of what takes longer to work out. */
    private static final int FEWER_RUNS = 2_000;

    private DailyLooks() {}

    public static void main(String[] args) {
        System.out.printf("28 daily looks at variants that are all the same, %,d runs each%n", RUNS);
        falseAlarms(2, 0.05, 100);
        falseAlarms(2, 0.05, 1_000);
        falseAlarms(2, 0.30, 100);
        falseAlarms(2, 0.005, 100);
        falseAlarms(5, 0.05, 100);
        System.out.printf(
                "%nthe same by a chance of being best above 95 %% or an expected loss below 0.1 points, %,d runs%n",
                FEWER_RUNS);
        byChance(0.05, 100);
        System.out.printf("%nthe truth ever outside its interval, 28 daily looks, %,d runs%n", RUNS);
        outside(0.05, 100);
        System.out.printf("%nhow soon a better one is found, %,d runs each%n", FEWER_RUNS);
        power(0.05, 0.01, 500);
        power(0.05, 0.02, 200);
        power(0.30, 0.05, 100);
        power(0.02, 0.01, 300);
    }

    private static Observed day(SplittableRandom random, int visitors, double rate) {
        int conversions = 0;
        for (int i = 0; i < visitors; i++) {
            conversions += random.nextDouble() < rate ? 1 : 0;
        }
        return new Observed(visitors, conversions);
    }

    private static void falseAlarms(int variants, double rate, int daily) {
        SplittableRandom random = new SplittableRandom(2026);
        double needed = Evidence.needed(variants, ALPHA);
        int alarms = 0;
        for (int run = 0; run < RUNS; run++) {
            List<List<Observed>> days = new ArrayList<>();
            for (int k = 0; k < variants; k++) {
                days.add(new ArrayList<>());
            }
            boolean ever = false;
            for (int day = 0; day < DAYS && !ever; day++) {
                days.forEach(one -> one.add(day(random, daily, rate)));
                ever = anyBetter(days, needed);
            }
            alarms += ever ? 1 : 0;
        }
        System.out.printf(
                Locale.ROOT,
                "%d variants at %.1f %%, %,d visitors a day each: \"better\" said in %.2f of 100%n",
                variants,
                rate * 100,
                daily,
                alarms * 100.0 / RUNS);
    }

    private static boolean anyBetter(List<List<Observed>> days, double needed) {
        for (List<Observed> one : days) {
            for (List<Observed> other : days) {
                if (one != other && Evidence.log(one, other) >= needed) {
                    return true;
                }
            }
        }
        return false;
    }

    private static void byChance(double rate, int daily) {
        SplittableRandom random = new SplittableRandom(2026);
        int chance = 0;
        int loss = 0;
        for (int run = 0; run < FEWER_RUNS; run++) {
            Observed first = Observed.NOTHING;
            Observed second = Observed.NOTHING;
            boolean likely = false;
            boolean cheap = false;
            for (int day = 0; day < DAYS; day++) {
                first = first.plus(day(random, daily, rate));
                second = second.plus(day(random, daily, rate));
                Best best = Best.of(Posterior.of(List.of(first, second)));
                likely |= best.chances().stream().anyMatch(one -> one > 0.95);
                cheap |= best.losses().stream().anyMatch(one -> one < 0.001);
            }
            chance += likely ? 1 : 0;
            loss += cheap ? 1 : 0;
        }
        System.out.printf(
                Locale.ROOT,
                "2 variants at %.1f %%, %,d visitors a day each: %.1f and %.1f of 100%n",
                rate * 100,
                daily,
                chance * 100.0 / FEWER_RUNS,
                loss * 100.0 / FEWER_RUNS);
    }

    private static void outside(double rate, int daily) {
        SplittableRandom random = new SplittableRandom(2026);
        int outside = 0;
        for (int run = 0; run < RUNS; run++) {
            Observed all = Observed.NOTHING;
            boolean ever = false;
            for (int day = 0; day < DAYS; day++) {
                all = all.plus(day(random, daily, rate));
                ConfidenceSequence at = ConfidenceSequence.of(all, ALPHA);
                ever |= at.from() > rate || at.to() < rate;
            }
            outside += ever ? 1 : 0;
        }
        System.out.printf(
                Locale.ROOT,
                "at %.1f %%, %,d visitors a day: %.2f of 100%n",
                rate * 100,
                daily,
                outside * 100.0 / RUNS);
    }

    private static void power(double rate, double difference, int daily) {
        SplittableRandom random = new SplittableRandom(2026);
        Planner plan = Planner.of(rate, difference, daily, 2, ALPHA).orElseThrow();
        double needed = Evidence.needed(2, ALPHA);
        int found = 0;
        List<Integer> soon = new ArrayList<>();
        for (int run = 0; run < FEWER_RUNS; run++) {
            List<Observed> better = new ArrayList<>();
            List<Observed> other = new ArrayList<>();
            int day = 0;
            boolean said = false;
            while (!said && day < 4 * plan.days()) {
                day++;
                better.add(day(random, daily, rate + difference));
                other.add(day(random, daily, rate));
                said = Evidence.log(better, other) >= needed;
            }
            found += said && day <= plan.days() ? 1 : 0;
            soon.add(said ? day : Integer.MAX_VALUE);
        }
        soon.sort(null);
        System.out.printf(
                Locale.ROOT,
                "%.1f against %.1f %%, %,d visitors a day each: half are found by day %d, four in five by day %d; planned are %d days, by which %.0f of 100 are found%n",
                (rate + difference) * 100,
                rate * 100,
                daily,
                soon.get(FEWER_RUNS / 2),
                soon.get(FEWER_RUNS * 4 / 5),
                plan.days(),
                found * 100.0 / FEWER_RUNS);
    }
}
