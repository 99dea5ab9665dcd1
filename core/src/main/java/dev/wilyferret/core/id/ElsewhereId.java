package dev.wilyferret.core.id;

import java.util.UUID;

/** Names a stored address elsewhere. */
public record ElsewhereId(UUID value) implements Id {

    /** @throws IllegalArgumentException if the text is not a UUID */
    public static ElsewhereId of(String text) {
        return new ElsewhereId(UUID.fromString(text));
    }

    @Override
    public String toString() {
        return value.toString();
    }
}
