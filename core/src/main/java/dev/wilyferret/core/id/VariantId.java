package dev.wilyferret.core.id;

import java.util.UUID;

/** Names a variant in a rotation. */
public record VariantId(UUID value) implements Id {

    @Override
    public String toString() {
        return value.toString();
    }
}
