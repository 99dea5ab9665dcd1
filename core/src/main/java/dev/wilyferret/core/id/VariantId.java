package dev.wilyferret.core.id;

import java.util.UUID;

/** Names a variant in a rotation. */
public record VariantId(UUID value) implements Id {

    /** @throws IllegalArgumentException if the text is not a UUID */
    public static VariantId of(String text) {
        return new VariantId(UUID.fromString(text));
    }

    @Override
    public String toString() {
        return value.toString();
    }
}
