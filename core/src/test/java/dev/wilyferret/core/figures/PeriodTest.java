package dev.wilyferret.core.figures;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class PeriodTest {

    private static Period day(String day, String zone) {
        return new Period(LocalDate.parse(day), LocalDate.parse(day), ZoneId.of(zone));
    }

    /** Clocks were set on 29 March and are set back on 25 October 2026 in Vienna; Lord Howe sets them by half an hour. */
    @ParameterizedTest
    @CsvSource({
        "2026-03-29, Europe/Vienna, 2026-03-28T23:00:00Z, PT23H",
        "2026-10-25, Europe/Vienna, 2026-10-24T22:00:00Z, PT25H",
        "2026-11-26, Asia/Kolkata, 2026-11-25T18:30:00Z, PT24H",
        "2026-04-05, Australia/Lord_Howe, 2026-04-04T13:00:00Z, PT24H30M",
        "2026-11-26, UTC, 2026-11-26T00:00:00Z, PT24H",
    })
    void aDayIsAsLongAsItIsThere(String day, String zone, Instant from, Duration length) {
        Period period = day(day, zone);
        assertThat(period.from()).isEqualTo(from);
        assertThat(Duration.between(period.from(), period.until())).isEqualTo(length);
    }

    @Test
    void theLastDaysEndWithToday() {
        Period period = Period.last(14, Instant.parse("2026-11-26T23:30:00Z"), ZoneId.of("Europe/Vienna"));
        assertThat(period.last()).isEqualTo("2026-11-27");
        assertThat(period.first()).isEqualTo("2026-11-14");
        assertThat(period.days()).isEqualTo(14);
        assertThat(period.before())
                .isEqualTo(new Period(LocalDate.parse("2026-10-31"), LocalDate.parse("2026-11-13"), period.zone()));
        assertThat(period.before().until()).isEqualTo(period.from());
    }

    /** Midnight belongs to the day that begins. */
    @Test
    void aMomentIsInOnePeriodAlone() {
        Period period = day("2026-11-26", "Asia/Kolkata");
        assertThat(period.holds(period.from())).isTrue();
        assertThat(period.before().holds(period.from())).isFalse();
        assertThat(period.holds(period.until())).isFalse();
        assertThat(period.holds(period.until().minusNanos(1))).isTrue();
    }

    @Test
    void utcDaysLieWholeInItOrAtItsEdges() {
        Period period = day("2026-11-26", "Asia/Kolkata");
        assertThat(period.firstUtcDay()).isEqualTo("2026-11-25");
        assertThat(period.lastUtcDay()).isEqualTo("2026-11-26");
        assertThat(period.holds(LocalDate.parse("2026-11-26"))).isFalse();
        Period two = new Period(LocalDate.parse("2026-11-25"), LocalDate.parse("2026-11-26"), ZoneId.of("UTC"));
        assertThat(two.holds(LocalDate.parse("2026-11-26"))).isTrue();
        assertThat(two.lastUtcDay()).isEqualTo("2026-11-26");
        assertThat(two.holds(two.until())).isFalse();
        assertThatThrownBy(() ->
                        new Period(LocalDate.parse("2026-11-26"), LocalDate.parse("2026-11-25"), ZoneId.of("UTC")))
                .hasMessageContaining("before it begins");
    }
}
