package dev.wilyferret.core.evidence;

import java.util.Optional;
import org.apache.commons.statistics.distribution.NormalDistribution;

/**
 * How many visitors it takes until {@link Evidence} says "better" in four tests out of five, if a variant really is better by so much than
 * every other one.
 *
 * <p>With n visitors of each a day, d the difference and p the rate in the middle, a day's conversions of the better one exceed those to be
 * expected by n·d/2 in the mean, with the variance n(p₁(1 − p₁) + p₂(1 − p₂))/4; the evidence under a log odds ratio θ is that of a normal
 * observation, exp(θS − θ²I/2), I being I = n·p(1 − p)/2 a day (the hypergeometric variance). All rivals have to be beaten: a test fails to
 * in one of five at most if it fails each in one of 5(v − 1) (Bonferroni). How near that comes is measured beside the false alarms
 * (docs/statistics.md).
 *
 * @param visitors of each variant
 * @param days at so many a day
 */
public record Planner(long visitors, int days) {

    /** Further ahead nobody plans. */
    public static final int MOST_DAYS = 3650;

    private static final double ONE_IN_FIVE = 0.2;

    private static final int HALVINGS = 40;

    /**
     * @param rate today's, above 0 and below 1
     * @param difference the smallest worth having, as a rate
     * @param daily visitors of each variant a day
     * @param variants at least two
     * @return empty if it takes longer than {@link #MOST_DAYS}
     */
    public static Optional<Planner> of(double rate, double difference, double daily, int variants, double alpha) {
        Course course = new Course(rate, difference, daily, variants, Evidence.needed(variants, alpha));
        if (!course.reached(MOST_DAYS)) {
            return Optional.empty();
        }
        int days = course.first();
        return Optional.of(new Planner(Math.round(days * daily), days));
    }

    /** The evidence of such a test as the days go by, where as much of it came as does in all but the unluckiest. */
    private static final class Course {

        private final double daily;
        private final double excess;
        private final double variance;
        private final double information;
        private final double deviations;
        private final double needed;

        Course(double rate, double difference, double daily, int variants, double needed) {
            double better = rate + difference;
            double middle = rate + difference / 2;
            this.daily = daily;
            this.excess = difference / 2;
            this.variance = (better * (1 - better) + rate * (1 - rate)) / 4;
            this.information = middle * (1 - middle) / 2;
            this.deviations = NormalDistribution.of(0, 1).inverseSurvivalProbability(ONE_IN_FIVE / (variants - 1));
            this.needed = needed;
        }

        /** Once it is, it stays so. */
        boolean reached(int days) {
            double visitors = days * daily;
            double seen = visitors * excess - deviations * Math.sqrt(visitors * variance);
            LogOdds odds = Evidence.LOG_ODDS;
            return odds.logMean(at -> odds.at(at) * (seen - odds.at(at) * visitors * information / 2)) >= needed;
        }

        /** The first day, where there is one. */
        int first() {
            int before = 0;
            int by = MOST_DAYS;
            while (by - before > 1) {
                int middle = (before + by) / 2;
                if (reached(middle)) {
                    by = middle;
                } else {
                    before = middle;
                }
            }
            return by;
        }
    }

    /**
     * The smallest difference that would be found in some days.
     *
     * @return as a rate; empty if not even one as large as the rate itself would be
     */
    public static Optional<Double> smallestFound(double rate, int days, double daily, int variants, double alpha) {
        double needed = Evidence.needed(variants, alpha);
        double most = Math.min(rate, 1 - rate);
        if (!new Course(rate, most, daily, variants, needed).reached(days)) {
            return Optional.empty();
        }
        double none = 0;
        for (int i = 0; i < HALVINGS; i++) {
            double middle = (none + most) / 2;
            if (new Course(rate, middle, daily, variants, needed).reached(days)) {
                most = middle;
            } else {
                none = middle;
            }
        }
        return Optional.of(most);
    }
}
