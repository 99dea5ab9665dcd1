package dev.wilyferret.core.id;

import java.util.UUID;

/** Names an account at an ad platform. */
public record PixelId(UUID value) implements Id {

    /** @throws IllegalArgumentException if the text is not a UUID */
    public static PixelId of(String text) {
        return new PixelId(UUID.fromString(text));
    }

    @Override
    public String toString() {
        return value.toString();
    }
}
