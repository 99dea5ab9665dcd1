package dev.wilyferret.bench;

import dev.wilyferret.core.evidence.Best;
import dev.wilyferret.core.evidence.ConfidenceSequence;
import dev.wilyferret.core.evidence.Evidence;
import dev.wilyferret.core.evidence.Observed;
import dev.wilyferret.core.evidence.Planner;
import dev.wilyferret.core.evidence.Posterior;
import dev.wilyferret.core.evidence.SplitCheck;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.SplittableRandom;
import java.util.stream.IntStream;

/** Simulated split tests, looked at after every day: how often "better" is said wrongly, and how soon rightly. */
public final class DailyLooks {

    private static final double ALPHA = 0.05;
    private static final int DAYS = 60;
    private static final int RUNS = 20_000;
    /** Of what takes longer to work out. */
    private static final int FEWER_RUNS = 2_000;

    private static final int FEWEST_RUNS = 500;

    private DailyLooks() {}

    /** @param args a file with cases, to work out these in place of simulating any */
    public static void main(String[] args) throws IOException {
        if (args.length > 0) {
            StatedCases.print(Path.of(args[0]));
            return;
        }
        System.out.printf("%d daily looks at variants that are all the same, %,d runs each%n", DAYS, RUNS);
        falseAlarms(2, 0.05, 100);
        falseAlarms(2, 0.05, 1_000);
        falseAlarms(2, 0.30, 100);
        falseAlarms(2, 0.005, 100);
        falseAlarms(5, 0.05, 100);
        System.out.printf(
                "%nan uneven split said where both lose alike many, %d daily looks, %,d runs each%n", DAYS, FEWER_RUNS);
        unevenSplit("450 and 50 a day, 2 % lost", new int[] {450, 50}, new double[] {0.02, 0.02});
        unevenSplit("100 each of three, 5 % lost", new int[] {100, 100, 100}, new double[] {0.05, 0.05, 0.05});
        unevenSplit("450 and 50 a day, 2 % and 6 % lost", new int[] {450, 50}, new double[] {0.02, 0.06});
        System.out.printf(
                "%nthe same by a chance of being best above 95 %% or an expected loss below 0.1 points, %,d runs%n",
                FEWER_RUNS);
        byChance(0.05, 100);
        System.out.printf("%nthe truth ever outside its interval, %d daily looks, %,d runs%n", DAYS, RUNS);
        outside(0.05, 100);
        System.out.printf("%nhow soon a better one is found, %,d runs each%n", FEWER_RUNS);
        power(0.05, 0.01, 500);
        power(0.05, 0.02, 200);
        power(0.30, 0.05, 100);
        power(0.02, 0.01, 300);
        System.out.printf("%none better than all others, %,d runs each%n", FEWEST_RUNS);
        powerOfMany(5);
        powerOfMany(10);
        powerOfMany(20);
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
            Round round = new Round(variants);
            boolean ever = false;
            for (int day = 0; day < DAYS && !ever; day++) {
                round.add(IntStream.range(0, variants)
                        .mapToObj(one -> day(random, daily, rate))
                        .toList());
                ever = IntStream.range(0, variants).anyMatch(one -> round.better(one, needed));
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

    /** Variants, each compared with every other one. */
    private static final class Round {

        private final Evidence[][] pairs;

        Round(int variants) {
            pairs = new Evidence[variants][variants];
            for (Evidence[] row : pairs) {
                Arrays.setAll(row, other -> new Evidence());
            }
        }

        void add(List<Observed> day) {
            for (int one = 0; one < pairs.length; one++) {
                for (int other = 0; other < pairs.length; other++) {
                    if (one != other) {
                        pairs[one][other].add(day.get(one), day.get(other));
                    }
                }
            }
        }

        boolean better(int one, double needed) {
            return IntStream.range(0, pairs.length)
                    .allMatch(other -> other == one || pairs[one][other].log() >= needed);
        }
    }

    private static void unevenSplit(String words, int[] drawn, double[] lost) {
        SplittableRandom random = new SplittableRandom(2026);
        int alarms = 0;
        for (int run = 0; run < FEWER_RUNS; run++) {
            List<List<SplitCheck.Way>> days = new ArrayList<>();
            for (int day = 0; day < DAYS; day++) {
                days.add(IntStream.range(0, drawn.length)
                        .mapToObj(one -> new SplitCheck.Way(
                                drawn[one],
                                drawn[one] - day(random, drawn[one], lost[one]).conversions()))
                        .toList());
            }
            alarms += SplitCheck.of(days).alarms() ? 1 : 0;
        }
        System.out.printf(Locale.ROOT, "%s: %.2f of 100%n", words, alarms * 100.0 / FEWER_RUNS);
    }

    /** 6 against 5 % of each other one, 500 visitors a day each. */
    private static void powerOfMany(int variants) {
        SplittableRandom random = new SplittableRandom(2026);
        Planner plan = Planner.of(0.05, 0.01, 500, variants, ALPHA).orElseThrow();
        double needed = Evidence.needed(variants, ALPHA);
        List<Integer> soon = new ArrayList<>();
        for (int run = 0; run < FEWEST_RUNS; run++) {
            Evidence[] rivals = new Evidence[variants - 1];
            Arrays.setAll(rivals, one -> new Evidence());
            int day = 0;
            boolean said = false;
            while (!said && day < 4 * plan.days()) {
                day++;
                Observed better = day(random, 500, 0.06);
                said = true;
                for (Evidence rival : rivals) {
                    said &= rival.add(better, day(random, 500, 0.05)).log() >= needed;
                }
            }
            soon.add(said ? day : Integer.MAX_VALUE);
        }
        System.out.printf(
                Locale.ROOT,
                "6 against 5 %%, 500 a day each, %d variants: half by day %d, four in five by day %d; planned are %d, by which %.0f of 100 are found%n",
                variants,
                soon.stream().sorted().toList().get(FEWEST_RUNS / 2),
                soon.stream().sorted().toList().get(FEWEST_RUNS * 4 / 5),
                plan.days(),
                soon.stream().filter(day -> day <= plan.days()).count() * 100.0 / FEWEST_RUNS);
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
            Evidence evidence = new Evidence();
            int day = 0;
            boolean said = false;
            while (!said && day < 4 * plan.days()) {
                day++;
                said = evidence.add(day(random, daily, rate + difference), day(random, daily, rate))
                                .log()
                        >= needed;
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
