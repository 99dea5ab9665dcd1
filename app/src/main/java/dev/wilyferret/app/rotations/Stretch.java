package dev.wilyferret.app.rotations;

import dev.wilyferret.core.rotation.RoundDays;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Optional;

/**
 * The time between two changes of a rotation: what happened in it is of one kind, and is added up. It is interrupted while an offer is
 * shut, and goes on afterwards.
 *
 * @param begins what it began with
 * @param ends what it ended with last; empty while it goes on
 */
record Stretch(Mark begins, Optional<Mark> ends) {

    /**
     * Those of a round, in the order in which they went on last; at least one.
     *
     * @param marks of the round that part figures, as they came; at least one
     */
    static List<Stretch> of(List<Mark> marks) {
        LinkedHashMap<Integer, Stretch> stretches = new LinkedHashMap<>();
        for (int at = 0; at < marks.size(); at++) {
            Mark begins = marks.get(at);
            Optional<Mark> ends = at + 1 < marks.size() ? Optional.of(marks.get(at + 1)) : Optional.empty();
            // Two changes that part nothing between them.
            if (ends.filter(next -> next.stretch() == begins.stretch()).isEmpty()) {
                Mark first = Optional.ofNullable(stretches.remove(begins.stretch()))
                        .map(Stretch::begins)
                        .orElse(begins);
                stretches.put(begins.stretch(), new Stretch(first, ends));
            }
        }
        return List.copyOf(stretches.values());
    }

    /** The latest that is more than the time until an offer is back. */
    static Stretch latest(List<Stretch> stretches) {
        return stretches.stream()
                .filter(one -> one.begins.kind() != Mark.Kind.SHUT)
                .reduce((before, after) -> after)
                .orElse(stretches.getLast());
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
