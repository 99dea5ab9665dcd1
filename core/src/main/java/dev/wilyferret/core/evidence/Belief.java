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

    /** How probable it is that the truth lies below a value, given by its logarithm; by its log odds, where values end at 1. */
    double belowLog(double log);

    /** The density of that logarithm. */
    double densityOfLog(double log);

    /** How much the value grows with that logarithm. */
    double slopeOfLog(double log);
}
