package dev.wilyferret.core.visit;

import dev.wilyferret.core.id.ClickId;
import dev.wilyferret.core.id.UuidV7;
import java.time.Duration;
import java.time.Instant;

/**
 * How long a visit takes what its visitor does, so that no one visit costs more than another: so many hours from its click on, and so
 * many events. What they do after that belongs to a new click of the same visitor and link.
 */
public final class VisitLife {

    /** From its click on. */
    public static final Duration LASTS = Duration.ofHours(12);

    /** The most events that follow a click. Whoever reads those of a click reads no more. */
    public static final int MOST_EVENTS = 300;

    /** How far the clocks of two machines may differ. */
    private static final Duration CLOCK_SLACK = Duration.ofMinutes(1);

    private VisitLife() {}

    /**
     * Whether a click takes one more event.
     *
     * @param events that followed it so far, as far as is known
     */
    public static boolean takes(ClickId click, int events, Instant now) {
        return events < MOST_EVENTS && holds(click, now);
    }

    /** Whether a click is one that a visit may hang on: not made ahead of the clock, nor too long ago. */
    public static boolean holds(ClickId click, Instant now) {
        Duration age = Duration.between(UuidV7.momentOf(click.value()), now);
        return age.compareTo(LASTS) < 0 && age.compareTo(CLOCK_SLACK.negated()) > 0;
    }
}
