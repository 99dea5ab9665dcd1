package dev.wilyferret.core.id;

import java.util.UUID;

/** Names a rotation. */
public record RotationId(UUID value) implements Id {

    @Override
    public String toString() {
        return value.toString();
    }
}
