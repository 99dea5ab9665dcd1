package dev.wilyferret.core.id;

import java.util.UUID;

/** Names a workspace. */
public record WorkspaceId(UUID value) implements Id {

    /** @throws IllegalArgumentException if the text is not a UUID */
    public static WorkspaceId of(String text) {
        return new WorkspaceId(UUID.fromString(text));
    }

    @Override
    public String toString() {
        return value.toString();
    }
}
