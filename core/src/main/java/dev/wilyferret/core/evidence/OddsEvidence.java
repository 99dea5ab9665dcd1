package dev.wilyferret.core.evidence;

/**
 * Evidence that the odds of the first of two differ, in some directions, from those of the second: day by day, safe to look at after each.
 *
 * <p>Of a day on which both got visitors, shared out without regard to what they do on it, given how many did it together, the number of
 * the first one is hypergeometric where both are the same, whatever the rate of that day is. So ψ^x ÷ E[ψ^X] is an E-variable: its
 * expectation is 1 there, and at most 1 where the odds ratio lies on the other side of 1 from ψ, since it is monotone in x and the
 * distributions have a monotone likelihood ratio (Lehmann and Romano, Testing Statistical Hypotheses, 3rd ed., 4.4). The product over days,
 * and the mean of such products over several ψ, are nonnegative supermartingales that begin at 1 (the method of mixtures: Robbins, 1970).
 * By Ville's inequality (1939) the largest value they ever reach is x or more with a chance of at most 1/x.
 */
final class OddsEvidence {

    private final LogOdds odds;
    private final double[] logs;
    private double largest;

    /** @param odds whose logarithms are looked for */
    OddsEvidence(LogOdds odds) {
        this.odds = odds;
        this.logs = new double[odds.size()];
    }

    OddsEvidence add(Observed first, Observed second) {
        double same = NoncentralHypergeometric.logSum(first, second, 0);
        for (int at = 0; at < logs.length; at++) {
            logs[at] += same - NoncentralHypergeometric.logSum(first, second, odds.at(at));
        }
        largest = Math.max(largest, odds.logMean(at -> logs[at]));
        return this;
    }

    /** The logarithm of the largest evidence after any day so far, never below 0. */
    double largest() {
        return largest;
    }
}
