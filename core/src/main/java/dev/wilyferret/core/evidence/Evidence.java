package dev.wilyferret.core.evidence;

import java.util.List;

/**
 * Evidence that one variant is better than another, safe to look at after every day: if it is not, the chance that the evidence ever
 * reaches x is at most 1/x, however often it is looked at and whenever the test is ended.
 *
 * <p>The construction: each day is a block. Before it, the rates a and b of both are predicted from the days before; after it the evidence is
 * multiplied by the likelihood of the day under these predictions, divided by that under the one rate that both would have if they were
 * the same, (n_a a + n_b b) / (n_a + n_b). That quotient is an E-variable: its expectation is at most 1 whatever rate both have (Turner,
 * Ly and Grünwald, Generic E-variables for exact sequential k-sample tests that allow for optional stopping, Journal of Statistical
 * Planning and Inference 230, 2024, theorem 1), and, since it is linear in each true rate and a is predicted above b, also wherever the first is
 * worse. A day for which a is not predicted above b counts for nothing. A product of such is a nonnegative supermartingale, and Ville's
 * inequality (1939) says the rest. A prediction draws each variant towards both together, by as many visitors as {@link #TOGETHER} says;
 * the evidence is the mean over these, which is evidence again.
 *
 * <p>Who comes on a day must be shared out without regard to who converts on that day: days on which weights were changed by what was
 * seen on them are no blocks.
 */
public final class Evidence {

    /** By how many visitors a variant's predicted rate is drawn towards that of both: from far apart to hardly at all. */
    private static final double[] TOGETHER = {100, 1_000, 10_000};

    /** What is predicted before anybody came; of both alike, so that it is no evidence. */
    private static final double USUAL = 0.05;

    private static final double USUAL_VISITORS = 10;

    private Evidence() {}

    static double[] together() {
        return TOGETHER.clone();
    }

    /**
     * The logarithm of the evidence that the first variant is better.
     *
     * @param first day by day, as the days came
     * @param second the same days of the other
     * @throws IllegalArgumentException if one has more days than the other
     */
    public static double log(List<Observed> first, List<Observed> second) {
        if (first.size() != second.size()) {
            throw new IllegalArgumentException("%d days against %d".formatted(first.size(), second.size()));
        }
        double[] each = new double[TOGETHER.length];
        Observed pastFirst = Observed.NOTHING;
        Observed pastSecond = Observed.NOTHING;
        for (int day = 0; day < first.size(); day++) {
            for (int i = 0; i < each.length; i++) {
                each[i] += day(first.get(day), second.get(day), pastFirst, pastSecond, TOGETHER[i]);
            }
            pastFirst = pastFirst.plus(first.get(day));
            pastSecond = pastSecond.plus(second.get(day));
        }
        return meanOfPowers(each);
    }

    private static double day(
            Observed first, Observed second, Observed pastFirst, Observed pastSecond, double together) {
        double both = (pastFirst.conversions() + pastSecond.conversions() + USUAL * USUAL_VISITORS)
                / (pastFirst.visitors() + pastSecond.visitors() + USUAL_VISITORS);
        double a = predicted(pastFirst, both, together);
        double b = predicted(pastSecond, both, together);
        long visitors = first.visitors() + second.visitors();
        if (!(a > b) || first.visitors() == 0 || second.visitors() == 0) {
            return 0;
        }
        double same = (first.visitors() * a + second.visitors() * b) / visitors;
        return likelihood(first, a, same) + likelihood(second, b, same);
    }

    private static double predicted(Observed past, double both, double together) {
        return (past.conversions() + both * together) / (past.visitors() + together);
    }

    private static double likelihood(Observed day, double predicted, double same) {
        return day.conversions() * Math.log(predicted / same)
                + day.misses() * (Math.log1p(-predicted) - Math.log1p(-same));
    }

    private static double meanOfPowers(double[] logs) {
        double most = Double.NEGATIVE_INFINITY;
        for (double one : logs) {
            most = Math.max(most, one);
        }
        double sum = 0;
        for (double one : logs) {
            sum += Math.exp(one - most);
        }
        return most + Math.log(sum / logs.length);
    }

    /**
     * The logarithm that evidence must reach for "better" to be said: so that over all ordered pairs of variants together it is ever said
     * wrongly with a chance of at most alpha (Bonferroni).
     *
     * @param variants at least two
     */
    public static double needed(int variants, double alpha) {
        return Math.log((double) variants * (variants - 1) / alpha);
    }
}
