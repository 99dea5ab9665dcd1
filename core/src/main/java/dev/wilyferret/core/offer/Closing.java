package dev.wilyferret.core.offer;

import java.time.Instant;
import java.time.LocalDate;

/** Why an offer takes no visitors of a rotation just now. */
public sealed interface Closing {

    /** Its cap is reached on a day of its network. */
    record Full(LocalDate on) implements Closing {}

    /**
     * Its address does not answer.
     *
     * @param why as a sentence goes on
     */
    record Failing(Instant since, String why) implements Closing {}

    /** In a word or two. */
    default String brief() {
        return switch (this) {
            case Full _ -> "full today";
            case Failing _ -> "does not answer";
        };
    }

    /** As a sentence goes on behind its name. */
    default String words() {
        return switch (this) {
            case Full(LocalDate on) -> "is full for %s".formatted(on);
            case Failing(Instant since, String why) -> "fails: %s".formatted(why);
        };
    }
}
