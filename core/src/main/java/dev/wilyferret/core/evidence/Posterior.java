package dev.wilyferret.core.evidence;

import java.util.List;
import org.apache.commons.numbers.gamma.LogBeta;
import org.apache.commons.numbers.gamma.RegularizedBeta;
import org.apache.commons.statistics.distribution.BetaDistribution;

/**
 * Where a variant's true rate probably lies: a Beta distribution, the conjugate of counts of conversions (Gelman et al., Bayesian
 * Data Analysis, 3rd ed., 2.4).
 *
 * @param alpha conversions, with those of the prior
 * @param beta visitors without one, with those of the prior
 */
public record Posterior(double alpha, double beta) implements Belief {

    /** How many visitors the prior is worth; all variants of a rotation share it. */
    public static final double PRIOR_VISITORS = 20;

    /** What is believed of a rate before anybody came, on which everything observed has a say: one in twenty. */
    private static final double USUAL = 0.05;

    private static final double USUAL_VISITORS = 20;

    /** @throws IllegalArgumentException unless both are positive and finite */
    public Posterior {
        if (!(alpha > 0 && beta > 0 && alpha < Double.POSITIVE_INFINITY && beta < Double.POSITIVE_INFINITY)) {
            throw new IllegalArgumentException("Beta(%s, %s) is no distribution".formatted(alpha, beta));
        }
    }

    /**
     * Of each variant, under a prior that is pooled over all of them: {@link #PRIOR_VISITORS} visitors who converted at the rate of all
     * together. So a variant with few visitors is drawn towards the others, and not towards a rate that nobody has.
     */
    public static List<Posterior> of(List<Observed> variants) {
        Observed all = variants.stream().reduce(Observed.NOTHING, Observed::plus);
        double pooled = (all.conversions() + USUAL * USUAL_VISITORS) / (all.visitors() + USUAL_VISITORS);
        return variants.stream()
                .map(one -> new Posterior(
                        one.conversions() + pooled * PRIOR_VISITORS, one.misses() + (1 - pooled) * PRIOR_VISITORS))
                .toList();
    }

    @Override
    public double mean() {
        return alpha / (alpha + beta);
    }

    @Override
    public BetaDistribution distribution() {
        return BetaDistribution.of(alpha, beta);
    }

    @Override
    public double belowLog(double logOdds) {
        return logOdds < 0
                ? RegularizedBeta.value(1 / (1 + Math.exp(-logOdds)), alpha, beta)
                : RegularizedBeta.complement(1 / (1 + Math.exp(logOdds)), beta, alpha);
    }

    @Override
    public double densityOfLog(double logOdds) {
        return Math.exp(-alpha * log1pExp(-logOdds) - beta * log1pExp(logOdds) - LogBeta.value(alpha, beta));
    }

    @Override
    public double slopeOfLog(double logOdds) {
        return Math.exp(-log1pExp(-logOdds) - log1pExp(logOdds));
    }

    private static double log1pExp(double at) {
        return Math.max(at, 0) + Math.log1p(Math.exp(-Math.abs(at)));
    }

    double variance() {
        return mean() * (1 - mean()) / (alpha + beta + 1);
    }
}
