package dev.wilyferret.core.evidence;

import java.util.Optional;

/**
 * How many visitors it takes until {@link Evidence} says "better" in four tests out of five, if a variant really is better by so much.
 *
 * <p>The evidence's logarithm is followed day by day: with n visitors of each a day, a difference d about a rate of variance s² = p(1 − p), and
 * a prediction of it that is c·d in the mean with variance V, it grows by n(c d²/2s² − (c²d² + V)/4s²) in the mean, with a variance of
 * n(c²d² + V)/2s² (second order of the likelihood; c and V are those of the predictions in {@link Evidence}, c = N/(N + t) and
 * V = 2c²s²/N after N visitors of each). How near that comes is measured beside the false alarms (docs/statistics.md).
 *
 * @param visitors of each variant
 * @param days at so many a day
 */
public record Planner(long visitors, int days) {

    /** Further ahead nobody plans. */
    public static final int MOST_DAYS = 3650;

    /** 80 of 100 of a normal distribution lie above the mean less so many standard deviations. */
    private static final double FOUR_IN_FIVE = 0.8416;

    private static final int HALVINGS = 40;

    /**
     * @param rate today's, above 0 and below 1
     * @param difference the smallest worth having, as a rate
     * @param daily visitors of each variant a day
     * @return empty if it takes longer than {@link #MOST_DAYS}
     */
    public static Optional<Planner> of(double rate, double difference, double daily, int variants, double alpha) {
        double needed = Evidence.needed(variants, alpha);
        // The mean of several is at least each of them, less the share of one.
        double share = Math.log(Evidence.together().length);
        int best = Integer.MAX_VALUE;
        for (double together : Evidence.together()) {
            best = Math.min(best, days(rate + difference / 2, difference, daily, together, needed + share));
        }
        return best > MOST_DAYS ? Optional.empty() : Optional.of(new Planner(Math.round(best * daily), best));
    }

    private static int days(double rate, double difference, double daily, double together, double needed) {
        double spread = rate * (1 - rate);
        double mean = 0;
        double variance = 0;
        for (int day = 2; day <= MOST_DAYS; day++) {
            double past = (day - 1) * daily;
            double drawn = past / (past + together);
            double square = drawn * drawn * (difference * difference + 2 * spread / past);
            mean += daily * (drawn * difference * difference / (2 * spread) - square / (4 * spread));
            variance += daily * square / (2 * spread);
            if (mean - FOUR_IN_FIVE * Math.sqrt(variance) >= needed) {
                return day;
            }
        }
        return Integer.MAX_VALUE;
    }

    /**
     * The smallest difference that would be found in some days.
     *
     * @return as a rate; empty if not even one as large as the rate itself would be
     */
    public static Optional<Double> smallestFound(double rate, int days, double daily, int variants, double alpha) {
        double most = Math.min(rate, 1 - rate);
        if (!within(rate, most, days, daily, variants, alpha)) {
            return Optional.empty();
        }
        double none = 0;
        for (int i = 0; i < HALVINGS; i++) {
            double middle = (none + most) / 2;
            if (within(rate, middle, days, daily, variants, alpha)) {
                most = middle;
            } else {
                none = middle;
            }
        }
        return Optional.of(most);
    }

    private static boolean within(double rate, double difference, int days, double daily, int variants, double alpha) {
        return of(rate, difference, daily, variants, alpha)
                .filter(plan -> plan.days <= days)
                .isPresent();
    }
}
