package dev.wilyferret.app.rotations;

import java.time.Instant;

/**
 * Something that changed in a rotation, on its time line.
 *
 * @param round in which it did
 * @param stretch that it was in, or began
 * @param words as a sentence
 */
public record Mark(Instant at, int round, int stretch, Kind kind, String words) {

    /** What changed. */
    public enum Kind {
        /** A round began, or was brought back. */
        ROUND,
        /** Weights or states of variants, or there is another variant. */
        SHARES,
        /** Shares were changed by steering, at the beginning of a day, which is a block of its own. */
        STEERED,
        /** A variant's page was published. */
        PAGE,
        /** The offer of a variant is full or fails; until it is back, the others share its visitors. */
        SHUT,
        /** The offer of a variant takes visitors again. */
        BACK,
        /** A leader was decided on, or not any more. */
        LEADER;

        /** What that means for the figures; empty for nothing. */
        public String said() {
            return switch (this) {
                case ROUND, SHARES, PAGE -> "Figures before and after are not added up.";
                case SHUT -> "Figures until it is back are kept apart.";
                case BACK, STEERED, LEADER -> "";
            };
        }

        /** Whether figures before and after are of different things, and are not added up. */
        public boolean parts() {
            return this != STEERED && this != LEADER;
        }
    }
}
