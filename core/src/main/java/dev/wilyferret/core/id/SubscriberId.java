package dev.wilyferret.core.id;

import java.util.UUID;

/** Names a person on a list. */
public record SubscriberId(UUID value) implements Id {

    /** @throws IllegalArgumentException if the text is not a UUID */
    public static SubscriberId of(String text) {
        return new SubscriberId(UUID.fromString(text));
    }

    @Override
    public String toString() {
        return value.toString();
    }
}
