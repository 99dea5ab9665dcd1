package dev.wilyferret.core.id;

import java.util.UUID;

/** Names a list of people. */
public record ListId(UUID value) implements Id {

    /** @throws IllegalArgumentException if the text is not a UUID */
    public static ListId of(String text) {
        return new ListId(UUID.fromString(text));
    }

    @Override
    public String toString() {
        return value.toString();
    }
}
