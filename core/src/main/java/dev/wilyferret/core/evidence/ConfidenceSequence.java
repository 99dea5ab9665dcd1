package dev.wilyferret.core.evidence;

import java.util.function.DoubleUnaryOperator;
import org.apache.commons.numbers.gamma.LogBeta;

/**
 * Where a variant's true rate lies, at every look there will ever be with the stated confidence together. An interval for one look
 * only, of 95 %, misses the truth in far more than 5 of 100 tests that are looked at daily; this one does not.
 *
 * <p>The construction: for counts s of n, M(p) = B(a + s, b + n − s) / B(a, b) / (p^s (1 − p)^(n−s)) is a nonnegative martingale that
 * begins at 1 if p is the true rate (the method of mixtures: Robbins, Statistical methods related to the law of the iterated logarithm,
 * 1970; for the beta-binomial mixture see Howard, Ramdas, McAuliffe and Sekhon, Time-uniform, nonparametric, nonasymptotic
 * confidence sequences, Annals of Statistics 49, 2021). By Ville's inequality it ever reaches 1/α with a chance of at most α; the
 * rates at which it has not are the interval. The mixture is Beta(1, 9), since goals of pages are reached by few; that costs
 * width where they are not, never validity.
 *
 * @param from lowest rate
 * @param to highest rate
 */
public record ConfidenceSequence(double from, double to) {

    private static final double A = 1;
    private static final double B = 9;
    private static final int HALVINGS = 60;

    /** @param alpha how often in one the truth may ever lie outside, above 0 and below 1 */
    public static ConfidenceSequence of(Observed observed, double alpha) {
        if (observed.visitors() == 0) {
            return new ConfidenceSequence(0, 1);
        }
        double begins = LogBeta.value(A + observed.conversions(), B + observed.misses())
                - LogBeta.value(A, B)
                + Math.log(alpha);
        DoubleUnaryOperator outside = rate -> begins - logLikelihood(observed, rate);
        double rate = observed.rate();
        return new ConfidenceSequence(
                observed.conversions() == 0 ? 0 : edge(outside, 0, rate),
                observed.misses() == 0 ? 1 : edge(outside, 1, rate));
    }

    private static double logLikelihood(Observed observed, double rate) {
        return (observed.conversions() == 0 ? 0 : observed.conversions() * Math.log(rate))
                + (observed.misses() == 0 ? 0 : observed.misses() * Math.log1p(-rate));
    }

    /** Between a rate outside and one inside, where the first becomes the second. */
    private static double edge(DoubleUnaryOperator outside, double out, double in) {
        double far = out;
        double near = in;
        for (int i = 0; i < HALVINGS; i++) {
            double middle = (far + near) / 2;
            if (outside.applyAsDouble(middle) >= 0) {
                far = middle;
            } else {
                near = middle;
            }
        }
        return far;
    }
}
