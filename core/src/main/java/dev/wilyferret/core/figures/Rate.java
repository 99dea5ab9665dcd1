package dev.wilyferret.core.figures;

import java.util.OptionalDouble;

/** A share of a whole. Nothing of nothing has no value, and is shown as a dash. */
public record Rate(long part, long whole) {

    /** Where a true share probably lies; both from 0 to 1. */
    public record Likely(double low, double high) {}

    /**
     * The range that holds the true share in 95 of 100 cases: the score interval of E. B. Wilson, "Probable Inference, the
     * Law of Succession, and Statistical Inference", 1927, with z = 1.96. Everything from 0 to 1 if the whole is 0.
     */
    public Likely likely() {
        if (whole == 0) {
            return new Likely(0, 1);
        }
        double z2 = 1.96 * 1.96;
        double share = (double) part / whole;
        double centre = share + z2 / (2 * whole);
        double spread = 1.96 * Math.sqrt(share * (1 - share) / whole + z2 / (4.0 * whole * whole));
        double scale = 1 + z2 / whole;
        return new Likely(Math.max(0, (centre - spread) / scale), Math.min(1, (centre + spread) / scale));
    }

    /** 0.5 for one half; empty if the whole is 0. */
    public OptionalDouble value() {
        return whole == 0 ? OptionalDouble.empty() : OptionalDouble.of((double) part / whole);
    }
}
