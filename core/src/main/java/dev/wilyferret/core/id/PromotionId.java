package dev.wilyferret.core.id;

import java.util.UUID;

/** Names a promotion. */
public record PromotionId(UUID value) implements Id {

    /** @throws IllegalArgumentException if the text is not a UUID */
    public static PromotionId of(String text) {
        return new PromotionId(UUID.fromString(text));
    }

    @Override
    public String toString() {
        return value.toString();
    }
}
