package dev.wilyferret.core.id;

import java.util.UUID;

/** Names a rotation. */
public record RotationId(UUID value) implements Id {

    /** @throws IllegalArgumentException if the text is not a UUID */
    public static RotationId of(String text) {
        return new RotationId(UUID.fromString(text));
    }

    @Override
    public String toString() {
        return value.toString();
    }
}
