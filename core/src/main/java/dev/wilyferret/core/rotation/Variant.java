package dev.wilyferret.core.rotation;

import dev.wilyferret.core.id.BranchId;
import dev.wilyferret.core.id.VariantId;
import dev.wilyferret.core.link.Destination;
import dev.wilyferret.core.text.PlainText;
import dev.wilyferret.core.text.Refusal;
import java.util.Optional;

/**
 * One of several that share a rotation's visitors.
 *
 * @param name what its owner knows it by in a month; one line of at most 60 characters
 * @param note for its owner; may be empty
 * @param branch whose visitors it is for; empty for the rest
 */
public record Variant(
        VariantId id, String name, String note, Destination to, int weight, State state, Optional<BranchId> branch) {

    /** For whoever no branch is for. */
    public Variant(VariantId id, String name, String note, Destination to, int weight, State state) {
        this(id, name, note, to, weight, state, Optional.empty());
    }

    /** Whether new visitors are given it. */
    public enum State {
        ACTIVE("at work"),
        /** Gets nobody, and keeps its figures. */
        PAUSED("paused"),
        /** Out of the rotation; who was given it is given another. */
        RETIRED("retired");

        private final String words;

        State(String words) {
            this.words = words;
        }

        public String words() {
            return words;
        }
    }

    /** @throws Refusal if the name is empty or too long, or the weight is none */
    public Variant {
        name = PlainText.line("variant's name", name, 60);
        note = PlainText.lines("note", note, 500);
        weight = Weights.read(String.valueOf(weight));
    }

    public Variant weighing(int other) {
        return new Variant(id, name, note, to, other, state, branch);
    }

    public Variant in(State other) {
        return new Variant(id, name, note, to, weight, other, branch);
    }

    /** Whether visitors are drawn for it. */
    public boolean draws() {
        return state == State.ACTIVE && weight > 0;
    }
}
