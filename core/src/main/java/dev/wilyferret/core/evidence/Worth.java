package dev.wilyferret.core.evidence;

import org.apache.commons.statistics.distribution.GammaDistribution;

/**
 * What a visitor of a variant probably brings: the rate of sales times the mean value of a sale.
 *
 * <p>The model: values of sales are exponentially distributed, whose mean, estimated from n of them, has the relative variance 1/n
 * (conjugate Gamma; Stucchio 2015, 4, has the same); rate and mean value are independent; their product, of mean r·m and variance
 * r²σ_m² + m²σ_r² + σ_r²σ_m² (Goodman, On the exact variance of products, 1960), is taken for a Gamma distribution with these. Values
 * that vary less than exponentially make it too wide, never too narrow.
 *
 * @param mean in minor units of the currency, above 0
 * @param variance above 0
 */
public record Worth(double mean, double variance) implements Belief {

    /** Below so many sales a variant is not ranked by money. */
    public static final long FEWEST_SALES = 10;

    /** @throws IllegalArgumentException unless both are positive */
    public Worth {
        if (!(mean > 0 && variance > 0)) {
            throw new IllegalArgumentException("Mean %s and variance %s are none of money".formatted(mean, variance));
        }
    }

    /**
     * @param rate of sales
     * @param sales how many there were, above 0
     * @param revenue of them together in minor units, above 0
     */
    public static Worth of(Posterior rate, long sales, long revenue) {
        double value = (double) revenue / sales;
        double spread = value * value / sales;
        double r = rate.mean();
        return new Worth(r * value, r * r * spread + value * value * rate.variance() + rate.variance() * spread);
    }

    @Override
    public GammaDistribution distribution() {
        return GammaDistribution.of(mean * mean / variance, variance / mean);
    }

    @Override
    public double belowLog(double log) {
        return distribution().cumulativeProbability(Math.exp(log));
    }

    @Override
    public double densityOfLog(double log) {
        return Math.exp(log + distribution().logDensity(Math.exp(log)));
    }

    @Override
    public double slopeOfLog(double log) {
        return Math.exp(log);
    }
}
