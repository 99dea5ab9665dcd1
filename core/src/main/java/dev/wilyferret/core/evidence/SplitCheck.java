package dev.wilyferret.core.evidence;

import java.util.List;
import org.apache.commons.statistics.distribution.ChiSquaredDistribution;
import org.apache.commons.statistics.distribution.HypergeometricDistribution;

/**
 * Whether the variants lose alike many of those who were drawn for them on the way to the page. Since shares are exact, an uneven split
 * is not by chance of the draw but by something that keeps people from a variant: a filter, a lost redirect, a slow or broken page.
 *
 * <p>Pearson's test of homogeneity (1900), with the statistics and degrees of freedom of segments added up; where a cell is expected below
 * five, exactly by the hypergeometric distribution of each variant against the others of its segment, twice the smaller tail, times the number
 * of such comparisons (Fisher 1934; Bonferroni).
 *
 * @param p how probable a difference so large is if the variants lose alike many
 * @param exact whether it was worked out exactly
 */
public record SplitCheck(double p, boolean exact) {

    /** Below it all advice rests. */
    public static final double ALARM = 0.001;

    private static final double SMALLEST_CELL = 5;

    /**
     * A variant in a segment.
     *
     * @param drawn first draws
     * @param arrived how many of these saw the page
     */
    public record Way(long drawn, long arrived) {

        /** @throws IllegalArgumentException if more arrived than were drawn, or fewer than none */
        public Way {
            if (arrived < 0 || arrived > drawn || drawn > Integer.MAX_VALUE) {
                throw new IllegalArgumentException("%d of %d cannot have arrived".formatted(arrived, drawn));
            }
        }
    }

    /** @param segments of equal weights each, with the ways of all variants drawn in it */
    public static SplitCheck of(List<List<Way>> segments) {
        List<List<Way>> told = segments.stream()
                .map(SplitCheck::drawn)
                .filter(SplitCheck::tells)
                .toList();
        if (told.isEmpty()) {
            return new SplitCheck(1, true);
        }
        return told.stream().allMatch(SplitCheck::filled) ? pearson(told) : exactly(told);
    }

    /** Whether it stops all advice. */
    public boolean alarms() {
        return p < ALARM;
    }

    private static List<Way> drawn(List<Way> segment) {
        return segment.stream().filter(way -> way.drawn > 0).toList();
    }

    /** Of one variant alone, or where all or none arrived, there is nothing to compare. */
    private static boolean tells(List<Way> segment) {
        return segment.size() > 1 && arrived(segment) > 0 && arrived(segment) < all(segment);
    }

    private static long all(List<Way> segment) {
        return segment.stream().mapToLong(Way::drawn).sum();
    }

    private static long arrived(List<Way> segment) {
        return segment.stream().mapToLong(Way::arrived).sum();
    }

    private static boolean filled(List<Way> segment) {
        double share = (double) arrived(segment) / all(segment);
        return segment.stream().allMatch(way -> way.drawn * Math.min(share, 1 - share) >= SMALLEST_CELL);
    }

    private static SplitCheck pearson(List<List<Way>> segments) {
        double statistic = 0;
        int freedom = 0;
        for (List<Way> segment : segments) {
            double share = (double) arrived(segment) / all(segment);
            for (Way way : segment) {
                double off = way.arrived - way.drawn * share;
                statistic += off * off / (way.drawn * share * (1 - share));
            }
            freedom += segment.size() - 1;
        }
        return new SplitCheck(ChiSquaredDistribution.of(freedom).survivalProbability(statistic), false);
    }

    private static SplitCheck exactly(List<List<Way>> segments) {
        double least = 1;
        int comparisons = 0;
        for (List<Way> segment : segments) {
            // Of two, one against the other is the same comparison.
            int compared = segment.size() == 2 ? 1 : segment.size();
            for (Way way : segment.subList(0, compared)) {
                HypergeometricDistribution alike =
                        HypergeometricDistribution.of((int) all(segment), (int) arrived(segment), (int) way.drawn);
                double few = alike.cumulativeProbability((int) way.arrived);
                double many = alike.survivalProbability((int) way.arrived - 1);
                least = Math.min(least, 2 * Math.min(few, many));
            }
            comparisons += compared;
        }
        return new SplitCheck(Math.min(1, least * comparisons), true);
    }
}
