package dev.wilyferret.app.rotations;

import dev.wilyferret.app.storage.RowKey;
import dev.wilyferret.core.id.UuidV7;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** What changed in rotations, and by which changes their figures are parted. */
@Component
class TimeLine {

    private final MarkStore marks;
    private final UuidV7 ids;
    private final Clock clock;

    TimeLine(MarkStore marks, UuidV7 ids, Clock clock) {
        this.marks = marks;
        this.ids = ids;
        this.clock = clock;
    }

    /** All of a rotation, as they came. */
    List<Mark> of(RotationRow row) {
        return marks.of(row.key.workspace(), row.key.id()).stream()
                .map(MarkRow::toMark)
                .toList();
    }

    /** The number of a rotation's latest round. */
    int lastRound(RotationRow row) {
        return of(row).stream().mapToInt(Mark::round).max().orElse(row.round);
    }

    void begun(RotationRow row, Instant at) {
        mark(row, at, Mark.Kind.ROUND, "Counting began.");
    }

    /** Something that changes nothing of what visitors get. */
    void note(RotationRow row, Mark.Kind kind, String words) {
        mark(row, clock.instant(), kind, words);
    }

    /** Shares or states changed. */
    void sharedAnew(RotationRow row, String words) {
        sharedAnew(row, Mark.Kind.SHARES, words);
    }

    /** Visitors are shared out otherwise from now on: their turns begin anew. */
    void sharedAnew(RotationRow row, Mark.Kind kind, String words) {
        row.sharedSince = clock.instant();
        if (kind.parts()) {
            row.stretch = fresh(row);
        }
        endsWhatGoesOn(row, kind);
        note(row, kind, words);
    }

    /** What changes otherwise while an offer is shut is another thing: then nothing from before goes on. */
    private static void endsWhatGoesOn(RotationRow row, Mark.Kind kind) {
        if (kind.parts() && kind != Mark.Kind.SHUT && kind != Mark.Kind.BACK) {
            row.goesOn = null;
        }
    }

    /** Whether shares were steered since the stretch that goes on was left. */
    boolean steeredSince(RotationRow row) {
        boolean steered = false;
        for (Mark mark : of(row)) {
            boolean goesOn = Optional.of(mark.stretch()).equals(Optional.ofNullable(row.goesOn));
            steered = !goesOn && (steered || mark.kind() == Mark.Kind.STEERED);
        }
        return steered;
    }

    /** Visitors are shared out as before, and get something else. */
    void parted(RotationRow row, Mark.Kind kind, String words) {
        row.stretch = fresh(row);
        endsWhatGoesOn(row, kind);
        note(row, kind, words);
    }

    /**
     * Visitors are shared out otherwise from now on, as they were in an earlier stretch, which goes on.
     *
     * @param stretch empty for none: then another begins
     */
    void goesOn(RotationRow row, Optional<Integer> stretch, Mark.Kind kind, String words) {
        row.sharedSince = clock.instant();
        row.stretch = stretch.orElseGet(() -> fresh(row));
        note(row, kind, words);
    }

    private int fresh(RotationRow row) {
        return of(row).stream().mapToInt(Mark::stretch).max().orElse(0) + 1;
    }

    private void mark(RotationRow row, Instant at, Mark.Kind kind, String words) {
        marks.save(new MarkRow(
                new RowKey(row.key.workspace(), ids.next()),
                row.key.id(),
                new Mark(at, row.round, row.stretch, kind, words)));
    }
}
