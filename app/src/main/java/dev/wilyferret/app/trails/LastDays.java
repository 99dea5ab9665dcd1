package dev.wilyferret.app.trails;

import dev.wilyferret.core.figures.Period;
import java.time.Clock;
import java.time.Instant;
import java.time.ZoneId;
import java.util.List;

/** The last days, today included, as many as somebody chose. */
record LastDays(Period period) {

    static final List<Integer> CHOICES = List.of(1, 7, 14, 30, 90);
    private static final int USUAL = 14;

    /** @param days one of {@link #CHOICES}; anything else is the usual */
    static LastDays of(int days, ZoneId zone, Clock clock) {
        return new LastDays(Period.last(CHOICES.contains(days) ? days : USUAL, clock.instant(), zone));
    }

    /** @param typed as an address has it; anything that is none of the choices is the usual */
    static LastDays of(String typed, ZoneId zone, Clock clock) {
        return of(typed.matches("\\d{1,2}") ? Integer.parseInt(typed) : 0, zone, clock);
    }

    public int days() {
        return period.days();
    }

    Instant from() {
        return period.from();
    }

    /** In words, for headings. */
    public String words() {
        return days() == 1 ? "today" : "last " + days() + " days";
    }
}
