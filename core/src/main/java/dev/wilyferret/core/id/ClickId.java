package dev.wilyferret.core.id;

import java.util.UUID;

/** Names a click. */
public record ClickId(UUID value) implements Id {

    /** @throws IllegalArgumentException if the text is not a UUID */
    public static ClickId of(String text) {
        return new ClickId(UUID.fromString(text));
    }

    @Override
    public String toString() {
        return value.toString();
    }
}
