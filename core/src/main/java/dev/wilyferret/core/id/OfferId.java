package dev.wilyferret.core.id;

import java.util.UUID;

/** Names an offer. */
public record OfferId(UUID value) implements Id {

    /** @throws IllegalArgumentException if the text is not a UUID */
    public static OfferId of(String text) {
        return new OfferId(UUID.fromString(text));
    }

    @Override
    public String toString() {
        return value.toString();
    }
}
