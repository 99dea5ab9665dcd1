package dev.wilyferret.core.figures;

import java.util.OptionalDouble;
import org.apache.commons.statistics.interval.BinomialConfidenceInterval;
import org.apache.commons.statistics.interval.Interval;

/** A share of a whole. Nothing of nothing has no value, and is shown as a dash. */
public record Rate(long part, long whole) {

    private static final double SURE = 0.95;

    /** Where a true share probably lies; both from 0 to 1. */
    public record Likely(double low, double high) {}

    /**
     * The range that holds the true share in 95 of 100 cases: the score interval of E. B. Wilson, "Probable Inference, the
     * Law of Succession, and Statistical Inference", 1927. Everything from 0 to 1 if the whole is 0.
     */
    public Likely likely() {
        if (whole == 0) {
            return new Likely(0, 1);
        }
        Interval interval = BinomialConfidenceInterval.WILSON_SCORE.fromErrorRate(
                Math.toIntExact(whole), Math.toIntExact(part), 1 - SURE);
        return new Likely(interval.getLowerBound(), interval.getUpperBound());
    }

    /** 0.5 for one half; empty if the whole is 0. */
    public OptionalDouble value() {
        return whole == 0 ? OptionalDouble.empty() : OptionalDouble.of((double) part / whole);
    }
}
