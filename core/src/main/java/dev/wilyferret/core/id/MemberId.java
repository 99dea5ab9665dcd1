package dev.wilyferret.core.id;

import java.util.UUID;

/** Names somebody who works in a workspace. */
public record MemberId(UUID value) implements Id {

    @Override
    public String toString() {
        return value.toString();
    }
}
