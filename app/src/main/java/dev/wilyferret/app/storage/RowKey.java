package dev.wilyferret.app.storage;

import dev.wilyferret.core.id.Id;
import dev.wilyferret.core.id.WorkspaceId;
import jakarta.persistence.Column;
import jakarta.persistence.Embeddable;
import java.io.Serializable;
import java.util.UUID;

/** The key of a row: its workspace first, then its own id. */
@Embeddable
public record RowKey(
        @Column(name = "workspace_id") UUID workspace,
        @Column(name = "id") UUID id) implements Serializable {

    public static RowKey of(WorkspaceId workspace, Id id) {
        return of(workspace, id.value());
    }

    public static RowKey of(WorkspaceId workspace, UUID id) {
        return new RowKey(workspace.value(), id);
    }
}
