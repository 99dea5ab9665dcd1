package dev.wilyferret.core.id;

import java.util.UUID;

/** Names a tracking link. */
public record LinkId(UUID value) implements Id {

    /** @throws IllegalArgumentException if the text is not a UUID */
    public static LinkId of(String text) {
        return new LinkId(UUID.fromString(text));
    }

    @Override
    public String toString() {
        return value.toString();
    }
}
