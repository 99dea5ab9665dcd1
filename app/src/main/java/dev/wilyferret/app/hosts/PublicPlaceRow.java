package dev.wilyferret.app.hosts;

import dev.wilyferret.core.id.Id;
import dev.wilyferret.core.id.WorkspaceId;
import jakarta.persistence.Column;
import jakarta.persistence.Embeddable;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import java.io.Serializable;
import java.util.UUID;
import org.hibernate.annotations.DynamicUpdate;
import org.jspecify.annotations.Nullable;

/** Written by the database itself, whenever a promotion or a link gets an address. */
@Entity
@DynamicUpdate
@Table(name = "public_place")
class PublicPlaceRow {

    /** @param host empty for the installation's own */
    @Embeddable
    record Key(@Column(name = "workspace_id") UUID workspace, String host, String path) implements Serializable {}

    @EmbeddedId
    Key key;

    @Column(name = "promotion_id")
    @Nullable
    UUID promotion;

    @Column(name = "link_id")
    @Nullable
    UUID link;

    /** Another workspace handed the same address out first. */
    boolean lost;

    protected PublicPlaceRow() {}

    boolean isOf(WorkspaceId workspaceId, @Nullable Id thing) {
        return key.workspace.equals(workspaceId.value())
                && thing != null
                && (thing.value().equals(promotion) || thing.value().equals(link));
    }
}
