package dev.wilyferret.app.closings;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

class DayCountTest {

    private static final ZoneId NEW_YORK = ZoneId.of("America/New_York");
    private static final Instant NOON = Instant.parse("2026-05-14T16:00:00Z");
    private static final int CAP = 10;

    private final DayCount count = new DayCount(NEW_YORK, NOON);

    private long enter(int people, Instant now) {
        return IntStream.range(0, people).filter(i -> count.enter(CAP, now)).count();
    }

    @Test
    void nobodyEntersBeforeTheLogWasAskedOnce() {
        assertThat(enter(1, NOON)).isZero();
        count.ask(() -> 0, NOON);
        assertThat(enter(1, NOON)).isEqualTo(1);
    }

    /** They were let in, and are on their way into the log while it is asked: it knows of none of them. */
    @Test
    void whoWasLetInKeepsTheirPlaceWhileTheLogIsAsked() {
        count.ask(() -> 0, NOON);
        assertThat(enter(15, NOON)).isEqualTo(CAP);
        count.ask(() -> 0, NOON.plusSeconds(1));
        assertThat(enter(15, NOON.plusSeconds(1))).isZero();
        IntStream.range(0, CAP).forEach(i -> count.sent(NOON.plusSeconds(2), NOON.plusSeconds(2)));
        assertThat(count.taken(NOON.plusSeconds(2))).isEqualTo(CAP);
        assertThat(enter(15, NOON.plus(Duration.ofHours(1)))).isZero();
    }

    /** Kept while the log is asked: it may have them or not. */
    @Test
    void whoIsKeptMeanwhileIsNeverMissed() {
        count.ask(
                () -> {
                    count.sent(NOON, NOON);
                    count.sent(NOON, NOON);
                    return 7;
                },
                NOON);
        assertThat(count.taken(NOON)).isEqualTo(9);
        assertThat(enter(15, NOON)).isEqualTo(1);
    }

    @Test
    void whoNeverGotThereGivesTheirPlaceUp() {
        count.ask(() -> 0, NOON);
        enter(CAP, NOON);
        assertThat(enter(1, NOON.plus(DayCount.PROMISE_HOLDS))).isZero();
        assertThat(enter(1, NOON.plus(DayCount.PROMISE_HOLDS).plusMillis(1))).isEqualTo(1);
    }

    /** Midnight in New York is four in the morning; whoever comes then is let in at once, and no more than the cap. */
    @Test
    void aNewDayBeginsAtNothingAndHoldsItsCapWithoutTheLog() {
        count.ask(() -> CAP, NOON);
        Instant midnight = Instant.parse("2026-05-15T04:00:00Z");
        assertThat(enter(1, midnight.minusMillis(1))).isZero();
        assertThat(enter(19, midnight)).isEqualTo(CAP);
        assertThat(count.taken(midnight)).isZero();
    }

    /** By a clock that runs a little ahead of the one that is asked. */
    @Test
    void whoCameTomorrowCountsTomorrow() {
        count.ask(() -> 3, NOON);
        Instant late = Instant.parse("2026-05-15T03:59:59.999Z");
        count.sent(Instant.parse("2026-05-15T04:00:00.001Z"), late);
        assertThat(count.taken(late)).isEqualTo(3);
        assertThat(count.taken(Instant.parse("2026-05-15T04:00:00Z"))).isEqualTo(1);
    }
}
