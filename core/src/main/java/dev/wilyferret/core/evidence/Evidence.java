package dev.wilyferret.core.evidence;

import java.util.List;

/**
 * Evidence that one variant is better than another, safe to look at after every day: if it is not, the chance that the evidence ever
 * reaches x is at most 1/x, however often it is looked at and whenever the test is ended. What was reached is not taken back by days that
 * come later: the largest over the days so far counts.
 *
 * <p>Each day is a block, compared with itself alone ({@link OddsEvidence}), so that days on which everybody buys more are no evidence.
 * Who comes in a block must be shared out without regard to who converts in it: shares may change between blocks, never within one.
 */
public final class Evidence {

    /** What is looked for: half of it below 22 in 100 more, one in twenty above 80 in 100. */
    static final LogOdds LOG_ODDS = LogOdds.upwards(0.3);

    private final OddsEvidence odds = new OddsEvidence(LOG_ODDS);

    /** What the next day brought. */
    public Evidence add(Observed first, Observed second) {
        odds.add(first, second);
        return this;
    }

    /** The logarithm of the largest so far that the first variant is better. */
    public double log() {
        return odds.largest();
    }

    /**
     * The logarithm of the largest evidence so far that the first variant is better.
     *
     * @param first day by day, as the days came
     * @param second the same days of the other
     * @throws IllegalArgumentException if one has more days than the other
     */
    public static double log(List<Observed> first, List<Observed> second) {
        if (first.size() != second.size()) {
            throw new IllegalArgumentException("%d days against %d".formatted(first.size(), second.size()));
        }
        Evidence growing = new Evidence();
        for (int day = 0; day < first.size(); day++) {
            growing.add(first.get(day), second.get(day));
        }
        return growing.log();
    }

    /**
     * The logarithm that evidence against each of the others must reach for "better" to be said of a variant, so that it is ever said
     * wrongly of any with a chance of at most alpha. Who is not the best has one rival that is: a claim is wrong only if the evidence
     * against that one is, so that each variant counts once (Bonferroni).
     *
     * @param variants at least two, all of which are compared
     */
    public static double needed(int variants, double alpha) {
        return Math.log(variants / alpha);
    }

    /**
     * The same where some of the variants are not compared any more. Then the best of those left is another one than it was, and each
     * ordered pair counts.
     */
    public static double neededOfSome(int variants, double alpha) {
        return Math.log((double) variants * (variants - 1) / alpha);
    }
}
