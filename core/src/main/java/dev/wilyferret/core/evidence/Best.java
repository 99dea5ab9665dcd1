package dev.wilyferret.core.evidence;

import java.util.Arrays;
import java.util.List;
import java.util.stream.DoubleStream;
import org.apache.commons.statistics.distribution.ContinuousDistribution;

/**
 * How probable it is of each variant that it is the best, and what choosing it now would cost if it is not. Neither is evidence of
 * being better: looked at often enough, both say anything ({@link Evidence} is what may be looked at every day).
 *
 * <p>With the rates independent, of densities f and distribution functions F, the chance of variant k is ∫ f_k ∏_{j≠k} F_j, and the
 * expected largest rate ∫ (1 − ∏ F_j) over 0 to 1; the expected loss of k is that less its mean (for two in Stucchio, 2015; the
 * integrals are the usual ones of order statistics). They are worked out by Gauss's rule of eight points (Abramowitz and
 * Stegun, table 25.4) between the quantiles of all variants, so that narrow and wide ones are met alike; nothing is drawn at
 * random.
 *
 * @param chances in the order of the variants; they add up to one
 * @param losses expected loss of choosing each, as a rate
 */
public record Best(List<Double> chances, List<Double> losses) {

    /** So close to 0 and 1 a distribution function is taken to be there. */
    private static final double TAIL = 1e-11;

    private static final double[] CUTS = {TAIL, 1e-5, 0.01, 0.16, 0.5, 0.84, 0.99, 1 - 1e-5, 1 - TAIL};

    private static final double[] NODES = {0.183434642495650, 0.525532409916329, 0.796666477413627, 0.960289856497536};
    private static final double[] WEIGHTS = {0.362683783378362, 0.313706645877887, 0.222381034453374, 0.101228536290376
    };

    /** @param variants at least one */
    public static Best of(List<? extends Belief> variants) {
        return new Integral(variants).best();
    }

    private static final class Integral {

        private final ContinuousDistribution[] variants;
        private final double[] means;
        private final double[] lowest;
        private final double[] highest;
        private final double[] chances;
        private double largest;

        Integral(List<? extends Belief> all) {
            variants = all.stream().map(Belief::distribution).toArray(ContinuousDistribution[]::new);
            means = all.stream().mapToDouble(Belief::mean).toArray();
            lowest = new double[variants.length];
            highest = new double[variants.length];
            chances = new double[variants.length];
        }

        Best best() {
            double[] cuts = cuts();
            // Below the first cut some variant is sure to lie higher; above the last one none does.
            largest = cuts[0];
            for (int i = 1; i < cuts.length; i++) {
                double middle = (cuts[i] + cuts[i - 1]) / 2;
                double half = (cuts[i] - cuts[i - 1]) / 2;
                if (half > 0) {
                    for (int node = 0; node < NODES.length; node++) {
                        add(middle - half * NODES[node], half * WEIGHTS[node]);
                        add(middle + half * NODES[node], half * WEIGHTS[node]);
                    }
                }
            }
            double sum = DoubleStream.of(chances).sum();
            return new Best(
                    DoubleStream.of(chances).map(chance -> chance / sum).boxed().toList(),
                    DoubleStream.of(means)
                            .map(mean -> Math.max(0, largest - mean))
                            .boxed()
                            .toList());
        }

        private double[] cuts() {
            double[] all = new double[variants.length * CUTS.length];
            double floor = 0;
            for (int k = 0; k < variants.length; k++) {
                for (int i = 0; i < CUTS.length; i++) {
                    all[k * CUTS.length + i] = variants[k].inverseCumulativeProbability(CUTS[i]);
                }
                lowest[k] = all[k * CUTS.length];
                highest[k] = all[k * CUTS.length + CUTS.length - 1];
                floor = Math.max(floor, lowest[k]);
            }
            double from = floor;
            return Arrays.stream(all).filter(cut -> cut >= from).sorted().toArray();
        }

        private void add(double at, double weight) {
            double[] below = new double[variants.length];
            double all = 1;
            for (int k = 0; k < variants.length; k++) {
                below[k] = at >= highest[k] ? 1 : at <= lowest[k] ? 0 : variants[k].cumulativeProbability(at);
                all *= below[k];
            }
            largest += weight * (1 - all);
            for (int k = 0; k < variants.length; k++) {
                if (at > lowest[k] && at < highest[k]) {
                    double others = below[k] > 0 ? all / below[k] : 0;
                    chances[k] += weight * variants[k].density(at) * others;
                }
            }
        }
    }
}
