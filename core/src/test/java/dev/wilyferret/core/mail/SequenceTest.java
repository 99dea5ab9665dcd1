package dev.wilyferret.core.mail;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wilyferret.core.id.MailId;
import dev.wilyferret.core.mail.Sequence.Due;
import dev.wilyferret.core.mail.Sequence.Progress;
import dev.wilyferret.core.mail.Sequence.Step;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class SequenceTest {

    private static final Instant NOON = Instant.parse("2026-11-02T12:00:00Z");
    private static final MailId A = new MailId(new UUID(0, 1));
    private static final MailId B = new MailId(new UUID(0, 2));
    private static final MailId C = new MailId(new UUID(0, 3));

    private static Step step(MailId mail, int position, Duration delay) {
        return new Step(mail, position, true, delay, false);
    }

    private static Progress at(int position, String moment) {
        return new Progress(NOON, position, Optional.of(Instant.parse(moment)));
    }

    private final Sequence three = new Sequence(List.of(
            step(B, 2000, Duration.ofDays(1)), step(A, 1000, Duration.ZERO), step(C, 3000, Duration.ofHours(2))));

    @Test
    void mailsComeInTheirOrderEachAfterTheOneBefore() {
        assertThat(three.next(Progress.begun(NOON))).contains(new Due(A, NOON));
        assertThat(three.next(at(1000, "2026-11-02T12:00:30Z")))
                .contains(new Due(B, Instant.parse("2026-11-03T12:00:30Z")));
        assertThat(three.next(at(2000, "2026-11-03T12:01:00Z")))
                .contains(new Due(C, Instant.parse("2026-11-03T14:01:00Z")));
        assertThat(three.next(at(3000, "2026-11-03T14:01:00Z"))).isEmpty();
    }

    @Test
    void oneThatIsOffIsPassedOver() {
        Sequence off = new Sequence(List.of(
                step(A, 1000, Duration.ZERO),
                new Step(B, 2000, false, Duration.ofDays(1), false),
                step(C, 3000, Duration.ofDays(3))));
        assertThat(off.next(at(1000, "2026-11-02T12:00:00Z")))
                .contains(new Due(C, Instant.parse("2026-11-05T12:00:00Z")));
    }

    @Test
    void aDelayCanRunFromTheOptIn() {
        Sequence fixed = new Sequence(List.of(new Step(B, 2000, true, Duration.ofDays(7), true)));
        assertThat(fixed.next(at(1000, "2026-11-04T09:00:00Z")))
                .contains(new Due(B, Instant.parse("2026-11-09T12:00:00Z")));
    }

    @Test
    void whoHasPassedAPlaceIsNotSentBackToIt() {
        List<Step> steps = new ArrayList<>(three.steps());
        MailId inserted = new MailId(new UUID(0, 9));
        steps.add(step(inserted, 1500, Duration.ZERO));
        Sequence longer = new Sequence(steps);
        assertThat(longer.next(at(2000, "2026-11-03T12:01:00Z")).orElseThrow().mail())
                .isEqualTo(C);
        assertThat(longer.next(at(1000, "2026-11-03T12:01:00Z")).orElseThrow().mail())
                .isEqualTo(inserted);
    }

    /** Minutes by hand: 1, 4, 16, 64, then 240. */
    @ParameterizedTest
    @CsvSource({"1, 1", "2, 4", "3, 16", "4, 64", "5, 240", "7, 240"})
    void pausesGrow(int tried, long minutes) {
        assertThat(Retry.pause(tried)).contains(Duration.ofMinutes(minutes));
    }

    @Test
    void atTheEighthTryItIsGivenUp() {
        assertThat(Retry.pause(8)).isEmpty();
    }
}
