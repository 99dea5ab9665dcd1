package dev.wilyferret.core.id;

import java.util.UUID;

/** Names a branch of a rotation. */
public record BranchId(UUID value) implements Id {

    /** @throws IllegalArgumentException if the text is not a UUID */
    public static BranchId of(String text) {
        return new BranchId(UUID.fromString(text));
    }

    @Override
    public String toString() {
        return value.toString();
    }
}
