package dev.wilyferret.core.evidence;

import org.apache.commons.statistics.distribution.ContinuousDistribution;

/** Where something of a variant probably lies: its rate, or what a visitor of it brings. Never below 0. */
public sealed interface Belief permits Posterior, Worth {

    /** Beyond it e to its power is no number any more. */
    double FARTHEST = 700;

    int HALVINGS = 31;

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

    /** On a scale without ends, such as the log odds of a rate: how probable it is that the truth lies below a place of it. */
    double below(double at);

    /** The density on that scale. */
    double densityAt(double at);

    /** How much of the unit a step on that scale is, at a place of it. */
    double stretch(double at);

    /** The place on that scale below which the truth lies with some probability; to a millionth, as far as numbers go. */
    default double quantile(double probability) {
        double low = -FARTHEST;
        double high = FARTHEST;
        for (int i = 0; i < HALVINGS; i++) {
            double middle = (low + high) / 2;
            if (below(middle) < probability) {
                low = middle;
            } else {
                high = middle;
            }
        }
        return (low + high) / 2;
    }
}
