package dev.wilyferret.core.id;

import java.util.UUID;

/** Names an event of a visit. */
public record EventId(UUID value) implements Id {

    @Override
    public String toString() {
        return value.toString();
    }
}
