package dev.wilyferret.core.id;

import java.util.UUID;

/** Names a bonus. */
public record BonusId(UUID value) implements Id {

    /** @throws IllegalArgumentException if the text is not a UUID */
    public static BonusId of(String text) {
        return new BonusId(UUID.fromString(text));
    }

    @Override
    public String toString() {
        return value.toString();
    }
}
