package dev.wilyferret.core.evidence;

/**
 * Fisher's noncentral hypergeometric distribution (Fisher, The logic of inductive inference, 1935): of two groups, how many of those who
 * did something together are of the first one, if their odds of doing it are ψ times those of the second. Whatever the rate is, it is not
 * in it.
 */
final class NoncentralHypergeometric {

    /** What is smaller than this part of a sum does not change it. */
    private static final double NOTHING = 1e-18;

    /** Sums are kept below it. */
    private static final double LARGE = 1e280;

    private NoncentralHypergeometric() {}

    /**
     * The logarithm of how much more probable what was observed is under some odds ratio than where both are the same: ψ^x ÷ E[ψ^X], X being
     * of the central distribution. Its expectation is 1 where both are the same.
     *
     * @param logOdds logarithm of ψ
     */
    static double logRatio(Observed first, Observed second, double logOdds) {
        return logSum(first, second, 0) - logSum(first, second, logOdds);
    }

    /** The logarithm of E[ψ^X] ÷ ψ^x, but for what is the same for all ψ. */
    static double logSum(Observed first, Observed second, double logOdds) {
        return new Sum(first, second, Math.exp(logOdds)).log();
    }

    /** The sum of the weights of all that could have been observed, each as a multiple of that of what was. */
    private static final class Sum {

        private final long visitors;
        private final long others;
        private final long conversions;
        private final long observed;
        private final double odds;
        private double sum = 1;
        private double scaled;

        Sum(Observed first, Observed second, double odds) {
            this.visitors = first.visitors();
            this.others = second.visitors();
            this.conversions = first.conversions() + second.conversions();
            this.observed = first.conversions();
            this.odds = odds;
        }

        double log() {
            upwards();
            downwards();
            return Math.log(sum) + scaled;
        }

        private void upwards() {
            double term = 1;
            for (long k = observed; k < Math.min(visitors, conversions); k++) {
                double ratio =
                        odds * (conversions - k) * (visitors - k) / ((k + 1.0) * (others - conversions + k + 1.0));
                term = added(term * ratio);
                if (ratio < 1 && term < sum * NOTHING) {
                    return;
                }
            }
        }

        private void downwards() {
            double term = Math.exp(-scaled);
            for (long k = observed; k > Math.max(0, conversions - others); k--) {
                double ratio = k
                        * (others - conversions + (double) k)
                        / ((conversions - k + 1.0) * (visitors - k + 1.0) * odds);
                term = added(term * ratio);
                if (ratio < 1 && term < sum * NOTHING) {
                    return;
                }
            }
        }

        private double added(double term) {
            sum += term;
            if (sum < LARGE) {
                return term;
            }
            sum /= LARGE;
            scaled += Math.log(LARGE);
            return term / LARGE;
        }
    }
}
