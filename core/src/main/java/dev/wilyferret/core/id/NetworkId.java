package dev.wilyferret.core.id;

import java.util.UUID;

/** Names an affiliate network. */
public record NetworkId(UUID value) implements Id {

    /** @throws IllegalArgumentException if the text is not a UUID */
    public static NetworkId of(String text) {
        return new NetworkId(UUID.fromString(text));
    }

    @Override
    public String toString() {
        return value.toString();
    }
}
