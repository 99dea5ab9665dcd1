package dev.wilyferret.core.evidence;

/**
 * What was observed of a variant.
 *
 * @param visitors who were shown it
 * @param conversions how many of them reached the goal
 */
public record Observed(long visitors, long conversions) {

    public static final Observed NOTHING = new Observed(0, 0);

    /** @throws IllegalArgumentException if there are more conversions than visitors, or fewer than none */
    public Observed {
        if (conversions < 0 || conversions > visitors) {
            throw new IllegalArgumentException(
                    "%d conversions of %d visitors cannot be".formatted(conversions, visitors));
        }
    }

    public long misses() {
        return visitors - conversions;
    }

    /** Conversions ÷ visitors; not a number without visitors. */
    public double rate() {
        return (double) conversions / visitors;
    }

    public Observed plus(Observed other) {
        return new Observed(visitors + other.visitors, conversions + other.conversions);
    }
}
