package dev.wilyferret.core.evidence;

import java.util.List;
import java.util.stream.IntStream;

/**
 * Whether the variants lose alike many of those who were drawn for them on the way to the page. Since shares are exact, an uneven split
 * is not by chance of the draw but by something that keeps people from a variant: a filter, a lost redirect, a slow or broken page.
 *
 * <p>Each variant is compared with the others together, day by day, so that neither shares that change from day to day nor days on which
 * more is lost everywhere make a difference ({@link OddsEvidence}). It may be looked at after every day.
 *
 * @param p how probable so much evidence is to ever come up if the variants lose alike many: 1 ÷ the largest evidence, times the number of
 *     comparisons (Bonferroni), at most 1
 */
public record SplitCheck(double p) {

    /** Below it all advice rests. */
    public static final double ALARM = 0.01;

    /** What is looked for: more or fewer that are lost, for the most part up to twice as many or half. */
    private static final LogOdds LOG_ODDS = LogOdds.either(0.8);

    /**
     * A variant on a day.
     *
     * @param drawn first draws
     * @param arrived how many of these saw the page
     */
    public record Way(long drawn, long arrived) {

        /** @throws IllegalArgumentException if more arrived than were drawn, or fewer than none */
        public Way {
            if (arrived < 0 || arrived > drawn) {
                throw new IllegalArgumentException("%d of %d cannot have arrived".formatted(arrived, drawn));
            }
        }

        private Observed lost() {
            return new Observed(drawn, drawn - arrived);
        }
    }

    /** @param days as they came, each with all variants in the same order */
    public static SplitCheck of(List<List<Way>> days) {
        int variants = days.isEmpty() ? 0 : days.getFirst().size();
        // Of two, one against the other is the same comparison.
        int comparisons = variants == 2 ? 1 : variants;
        double largest = IntStream.range(0, comparisons)
                .mapToDouble(one -> largest(days, one))
                .max()
                .orElse(0);
        return new SplitCheck(largest == 0 ? 1 : Math.min(1, comparisons * Math.exp(-largest)));
    }

    private static double largest(List<List<Way>> days, int one) {
        OddsEvidence evidence = new OddsEvidence(LOG_ODDS);
        days.forEach(day -> evidence.add(
                day.get(one).lost(),
                IntStream.range(0, day.size())
                        .filter(other -> other != one)
                        .mapToObj(other -> day.get(other).lost())
                        .reduce(Observed.NOTHING, Observed::plus)));
        return evidence.largest();
    }

    /** Whether it stops all advice. */
    public boolean alarms() {
        return p < ALARM;
    }
}
