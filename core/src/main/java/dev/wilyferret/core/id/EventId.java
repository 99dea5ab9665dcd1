package dev.wilyferret.core.id;

import java.util.UUID;

/** Names an event of a visit. */
public record EventId(UUID value) implements Id {

    /** @throws IllegalArgumentException if the text is not a UUID */
    public static EventId of(String text) {
        return new EventId(UUID.fromString(text));
    }

    @Override
    public String toString() {
        return value.toString();
    }
}
