package dev.wilyferret.core.id;

import java.util.UUID;

/** Names a visitor's browser. */
public record VisitorId(UUID value) implements Id {

    /** @throws IllegalArgumentException if the text is not a UUID */
    public static VisitorId of(String text) {
        return new VisitorId(UUID.fromString(text));
    }

    @Override
    public String toString() {
        return value.toString();
    }
}
