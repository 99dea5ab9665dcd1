package dev.wilyferret.app.hosts;

import dev.wilyferret.core.address.OwnHost;
import dev.wilyferret.core.id.WorkspaceId;
import jakarta.persistence.Column;
import jakarta.persistence.Embeddable;
import java.io.Serializable;
import java.util.UUID;

@Embeddable
record HostKey(@Column(name = "workspace_id") UUID workspace, String name) implements Serializable {

    static HostKey of(WorkspaceId workspace, OwnHost host) {
        return new HostKey(workspace.value(), host.name());
    }
}
