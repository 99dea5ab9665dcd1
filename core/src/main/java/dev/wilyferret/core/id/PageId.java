package dev.wilyferret.core.id;

import java.util.UUID;

/** Names a page. */
public record PageId(UUID value) implements Id {

    /** @throws IllegalArgumentException if the text is not a UUID */
    public static PageId of(String text) {
        return new PageId(UUID.fromString(text));
    }

    @Override
    public String toString() {
        return value.toString();
    }
}
