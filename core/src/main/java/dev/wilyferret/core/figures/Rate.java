package dev.wilyferret.core.figures;

import java.util.OptionalDouble;

/** A share of a whole. Nothing of nothing has no value, and is shown as a dash. */
public record Rate(long part, long whole) {

    /** 0.5 for one half; empty if the whole is 0. */
    public OptionalDouble value() {
        return whole == 0 ? OptionalDouble.empty() : OptionalDouble.of((double) part / whole);
    }
}
