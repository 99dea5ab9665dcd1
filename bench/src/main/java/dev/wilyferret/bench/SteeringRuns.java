package dev.wilyferret.bench;

import dev.wilyferret.core.evidence.Best;
import dev.wilyferret.core.evidence.Observed;
import dev.wilyferret.core.evidence.Posterior;
import dev.wilyferret.core.id.VariantId;
import dev.wilyferret.core.rotation.Steering;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.SplittableRandom;
import java.util.UUID;
import java.util.stream.IntStream;

/** Steered shares against the same share for all: 100,000 visitors in a hundred days, many times. */
public final class SteeringRuns {

    private static final int RUNS = 200;
    private static final int DAYS = 100;
    private static final int A_DAY = 1_000;
    private static final int FLOOR = 10;
    private static final List<VariantId> IDS =
            IntStream.range(0, 4).mapToObj(i -> new VariantId(new UUID(1, i))).toList();

    private SteeringRuns() {}

    public static void main(String[] args) {
        System.out.printf("%,d runs of %,d visitors, reweighted once a day, floor %d %%%n", RUNS, DAYS * A_DAY, FLOOR);
        compare(0.05, 0.06);
        compare(0.05, 0.055);
        compare(0.05, 0.05);
        compare(0.05, 0.055, 0.06, 0.045);
        compare(0.02, 0.03, 0.02, 0.02);
    }

    private static void compare(double... rates) {
        long even = 0;
        long steered = 0;
        int better = 0;
        int lowest = 100;
        for (int run = 0; run < RUNS; run++) {
            long evenly = run(new SplittableRandom(run), rates, false, new int[] {100});
            int[] least = {100};
            long steeredly = run(new SplittableRandom(run), rates, true, least);
            even += evenly;
            steered += steeredly;
            better += steeredly > evenly ? 1 : 0;
            lowest = Math.min(lowest, least[0]);
        }
        System.out.printf(
                Locale.ROOT,
                "%-26s even %,.0f, steered %,.0f conversions in the mean (%+.1f %%), more in %d of %d runs; lowest share %d %%%n",
                Arrays.toString(rates),
                (double) even / RUNS,
                (double) steered / RUNS,
                100.0 * (steered - even) / even,
                better,
                RUNS,
                lowest);
    }

    private static long run(SplittableRandom random, double[] rates, boolean steer, int[] least) {
        long[] visitors = new long[rates.length];
        long[] conversions = new long[rates.length];
        int[] weights = new int[rates.length];
        Arrays.fill(weights, Steering.PARTS / rates.length);
        for (int day = 0; day < DAYS; day++) {
            for (int k = 0; k < rates.length; k++) {
                int come = A_DAY * weights[k] / Steering.PARTS;
                for (int i = 0; i < come; i++) {
                    conversions[k] += random.nextDouble() < rates[k] ? 1 : 0;
                }
                visitors[k] += come;
            }
            if (steer && Arrays.stream(conversions).sum() >= 10) {
                weigh(weights, visitors, conversions);
                least[0] = Math.min(least[0], Arrays.stream(weights).min().orElseThrow());
            }
        }
        return Arrays.stream(conversions).sum();
    }

    private static void weigh(int[] weights, long[] visitors, long[] conversions) {
        Best best = Best.of(Posterior.of(IntStream.range(0, weights.length)
                .mapToObj(k -> new Observed(visitors[k], conversions[k]))
                .toList()));
        Map<VariantId, Double> chances = new HashMap<>();
        for (int k = 0; k < weights.length; k++) {
            chances.put(IDS.get(k), best.chances().get(k));
        }
        Map<VariantId, Integer> steered = Steering.weights(chances, FLOOR);
        for (int k = 0; k < weights.length; k++) {
            weights[k] = steered.get(IDS.get(k));
        }
    }
}
