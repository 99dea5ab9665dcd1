package dev.wilyferret.app.rotations;

import dev.wilyferret.core.rotation.RoundDays;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * The time between two changes of a rotation: what happened in it is of one kind, and is added up.
 *
 * @param begins what it began with
 * @param ends what it ended with; empty while it goes on
 */
record Stretch(Mark begins, Optional<Mark> ends) {

    /**
     * Those of a round, as they came; at least one.
     *
     * @param marks of the round that part figures, as they came; at least one
     */
    static List<Stretch> of(List<Mark> marks) {
        List<Stretch> stretches = new ArrayList<>();
        for (int at = 0; at < marks.size(); at++) {
            Mark begins = marks.get(at);
            Optional<Mark> ends = at + 1 < marks.size() ? Optional.of(marks.get(at + 1)) : Optional.empty();
            // Before stretches were numbered some changes parted nothing.
            if (ends.filter(next -> next.stretch() == begins.stretch()).isEmpty()) {
                stretches.add(new Stretch(begins, ends));
            }
        }
        return stretches;
    }

    int number() {
        return begins.stretch();
    }

    /** Days that are over for so long that whoever came had time to reach the goal. */
    static RoundDays ripe(RoundDays days, RipeAge age, Instant now) {
        return days.until(
                LocalDate.ofInstant(now.minus(age.age()), ZoneOffset.UTC).minusDays(1));
    }
}
