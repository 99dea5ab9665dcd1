package dev.wilyferret.core.id;

import java.util.UUID;

/** Names a visitor's browser. */
public record VisitorId(UUID value) implements Id {

    @Override
    public String toString() {
        return value.toString();
    }
}
