package dev.wilyferret.core.id;

import java.util.UUID;

/** Names a run that brings people in. */
public record ImportId(UUID value) implements Id {

    /** @throws IllegalArgumentException if the text is not a UUID */
    public static ImportId of(String text) {
        return new ImportId(UUID.fromString(text));
    }

    @Override
    public String toString() {
        return value.toString();
    }
}
