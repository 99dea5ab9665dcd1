package dev.wilyferret.core.evidence;

import org.apache.commons.statistics.distribution.ContinuousDistribution;

/** Where something of a variant probably lies: its rate, or what a visitor of it brings. Never below 0. */
public sealed interface Belief permits Posterior, Worth {

    ContinuousDistribution distribution();

    double mean();

    /** The densest part of it, for drawing: between which values all but two in a thousand of it lie. */
    default double[] middle() {
        return new double[] {
            distribution().inverseCumulativeProbability(0.001), distribution().inverseCumulativeProbability(0.999)
        };
    }

    default double density(double at) {
        return distribution().density(at);
    }
}
