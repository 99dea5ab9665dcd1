package dev.wilyferret.core.figures;

import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.time.temporal.ChronoUnit;

/**
 * Whole days in a time zone, the last one included. A day is as long as it is there: 23 or 25 hours when clocks are set.
 */
public record Period(LocalDate first, LocalDate last, ZoneId zone) {

    /** All there ever was and will be. */
    public static final Period EVER = new Period(LocalDate.of(1970, 1, 1), LocalDate.of(2999, 12, 31), ZoneOffset.UTC);

    public Period {
        if (last.isBefore(first)) {
            throw new IllegalArgumentException("A period ends on %s before it begins on %s.".formatted(last, first));
        }
    }

    /** @param days how many, the present one included; at least 1 */
    public static Period last(int days, Instant now, ZoneId zone) {
        LocalDate today = LocalDate.ofInstant(now, zone);
        return new Period(today.minusDays(days - 1L), today, zone);
    }

    public int days() {
        return (int) ChronoUnit.DAYS.between(first, last) + 1;
    }

    /** As many days, right before: what it is compared with. */
    public Period before() {
        return new Period(first.minusDays(days()), first.minusDays(1), zone);
    }

    /** Its first moment. */
    public Instant from() {
        return first.atStartOfDay(zone).toInstant();
    }

    /** The first moment after it. */
    public Instant until() {
        return last.plusDays(1).atStartOfDay(zone).toInstant();
    }

    /** The UTC day its first moment lies on. */
    public LocalDate firstUtcDay() {
        return LocalDate.ofInstant(from(), ZoneOffset.UTC);
    }

    /** The UTC day its last moment lies on. */
    public LocalDate lastUtcDay() {
        return LocalDate.ofInstant(until().minusNanos(1), ZoneOffset.UTC);
    }

    /** Whether a whole UTC day lies in it. */
    public boolean holds(LocalDate utcDay) {
        return !utcDay.atStartOfDay(ZoneOffset.UTC).toInstant().isBefore(from())
                && !utcDay.plusDays(1).atStartOfDay(ZoneOffset.UTC).toInstant().isAfter(until());
    }

    public boolean holds(Instant moment) {
        return !moment.isBefore(from()) && moment.isBefore(until());
    }
}
