package dev.wilyferret.core.id;

import java.util.UUID;

/** Names a sale. */
public record SaleId(UUID value) implements Id {

    /** @throws IllegalArgumentException if the text is not a UUID */
    public static SaleId of(String text) {
        return new SaleId(UUID.fromString(text));
    }

    @Override
    public String toString() {
        return value.toString();
    }
}
