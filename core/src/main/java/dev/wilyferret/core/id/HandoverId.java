package dev.wilyferret.core.id;

import java.util.UUID;

/** Names a form elsewhere that leads are handed to. */
public record HandoverId(UUID value) implements Id {

    /** @throws IllegalArgumentException if the text is not a UUID */
    public static HandoverId of(String text) {
        return new HandoverId(UUID.fromString(text));
    }

    @Override
    public String toString() {
        return value.toString();
    }
}
