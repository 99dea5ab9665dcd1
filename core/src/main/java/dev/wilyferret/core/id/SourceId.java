package dev.wilyferret.core.id;

import java.util.UUID;

/** Names a place traffic comes from. */
public record SourceId(UUID value) implements Id {

    /** @throws IllegalArgumentException if the text is not a UUID */
    public static SourceId of(String text) {
        return new SourceId(UUID.fromString(text));
    }

    @Override
    public String toString() {
        return value.toString();
    }
}
