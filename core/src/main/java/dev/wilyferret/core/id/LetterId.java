package dev.wilyferret.core.id;

import java.util.UUID;

/** Names a letter: a mail on its way to one person. */
public record LetterId(UUID value) implements Id {

    /** @throws IllegalArgumentException if the text is not a UUID */
    public static LetterId of(String text) {
        return new LetterId(UUID.fromString(text));
    }

    @Override
    public String toString() {
        return value.toString();
    }
}
