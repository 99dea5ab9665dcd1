package dev.wilyferret.core.evidence;

import java.util.List;
import java.util.stream.DoubleStream;

/**
 * How probable it is of each variant that it is the best, and what choosing it now would cost if it is not. Neither is evidence of
 * being better: looked at often enough, both say anything ({@link Evidence} is what may be looked at every day).
 *
 * <p>With the rates independent, of densities f and distribution functions F, the chance of variant k is ∫ f_k ∏_{j≠k} F_j, and the
 * expected loss of choosing it ∫ F_k (1 − ∏_{j≠k} F_j), which is the mean of what the largest has above it (for two in Stucchio, 2015; the
 * integrals are the usual ones of order statistics). They are worked out on a scale without ends, so that rates next to 0 and to 1 are
 * met like others, by Gauss's rule of eight points (Abramowitz and Stegun, table 25.4) between the quantiles of all variants, so that
 * narrow and wide ones are met alike; nothing is drawn at random.
 *
 * @param chances in the order of the variants; they add up to one
 * @param losses expected loss of choosing each, as a rate
 */
public record Best(List<Double> chances, List<Double> losses) {

    private static final double[] CUTS = {
        1e-12, 1e-9, 1e-6, 1e-4, 0.01, 0.1, 0.3, 0.5, 0.7, 0.9, 0.99, 1 - 1e-4, 1 - 1e-6, 1 - 1e-9, 1 - 1e-12
    };

    /** Beyond it e to its power is no number any more. */
    private static final double FARTHEST = 700;

    private static final int HALVINGS = 31;

    private static final double[] NODES = {0.183434642495650, 0.525532409916329, 0.796666477413627, 0.960289856497536};
    private static final double[] WEIGHTS = {0.362683783378362, 0.313706645877887, 0.222381034453374, 0.101228536290376
    };

    /** @param variants at least one */
    public static Best of(List<? extends Belief> variants) {
        return new Integral(variants).best();
    }

    private static final class Integral {

        private final List<? extends Belief> variants;
        private final double[] chances;
        private final double[] losses;

        Integral(List<? extends Belief> variants) {
            this.variants = variants;
            chances = new double[variants.size()];
            losses = new double[variants.size()];
        }

        Best best() {
            double[] cuts = variants.stream()
                    .flatMapToDouble(one -> DoubleStream.of(CUTS).map(cut -> logBelowWhich(one, cut)))
                    .sorted()
                    .toArray();
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
                    DoubleStream.of(losses).boxed().toList());
        }

        /** To a millionth; as far as numbers go. */
        private static double logBelowWhich(Belief one, double probability) {
            double low = -FARTHEST;
            double high = FARTHEST;
            for (int i = 0; i < HALVINGS; i++) {
                double middle = (low + high) / 2;
                if (one.belowLog(middle) < probability) {
                    low = middle;
                } else {
                    high = middle;
                }
            }
            return (low + high) / 2;
        }

        private void add(double at, double weight) {
            double[] below =
                    variants.stream().mapToDouble(one -> one.belowLog(at)).toArray();
            for (int k = 0; k < below.length; k++) {
                double others = 1;
                for (int j = 0; j < below.length; j++) {
                    others *= j == k ? 1 : below[j];
                }
                Belief one = variants.get(k);
                chances[k] += weight * one.densityOfLog(at) * others;
                losses[k] += weight * below[k] * (1 - others) * one.slopeOfLog(at);
            }
        }
    }
}
