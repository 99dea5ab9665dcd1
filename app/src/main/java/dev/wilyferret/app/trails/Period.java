package dev.wilyferret.app.trails;

import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.List;

/**
 * The last days, today included.
 *
 * @param days one of {@link #CHOICES}
 * @param from the beginning of the first of them, in the workspace's time zone
 */
record Period(int days, Instant from) {

    static final List<Integer> CHOICES = List.of(1, 7, 14, 30, 90);
    private static final int USUAL = 14;

    static Period of(int days, ZoneId zone, Clock clock) {
        int chosen = CHOICES.contains(days) ? days : USUAL;
        return new Period(
                chosen,
                LocalDate.now(clock.withZone(zone))
                        .minusDays(chosen - 1L)
                        .atStartOfDay(zone)
                        .toInstant());
    }

    /** In words, for headings. */
    public String words() {
        return days == 1 ? "today" : "last " + days + " days";
    }
}
