package dev.wilyferret.core.id;

import java.util.UUID;

/** Names somebody who works in a workspace. */
public record MemberId(UUID value) implements Id {

    /** @throws IllegalArgumentException if the text is not a UUID */
    public static MemberId of(String text) {
        return new MemberId(UUID.fromString(text));
    }

    @Override
    public String toString() {
        return value.toString();
    }
}
