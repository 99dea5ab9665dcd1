package dev.wilyferret.app.hosts;

import dev.wilyferret.core.address.OwnHost;
import dev.wilyferret.core.id.PageId;
import dev.wilyferret.core.id.WorkspaceId;
import jakarta.persistence.Column;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.Optional;
import java.util.UUID;
import org.hibernate.annotations.DynamicUpdate;
import org.jspecify.annotations.Nullable;

@Entity
@DynamicUpdate
@Table(name = "own_host")
class HostRow {

    @EmbeddedId
    HostKey key;

    @Column(name = "added_at")
    Instant addedAt;

    @Column(name = "active_at")
    @Nullable
    Instant activeAt;

    @Column(name = "removed_at")
    @Nullable
    Instant removedAt;

    @Column(name = "checked_at")
    @Nullable
    Instant checkedAt;

    String finding = "";

    @Column(name = "failing_since")
    @Nullable
    Instant failingSince;

    @Column(name = "root_page")
    @Nullable
    UUID rootPage;

    @Column(name = "missing_page")
    @Nullable
    UUID missingPage;

    protected HostRow() {}

    HostRow(HostKey key, Instant addedAt) {
        this.key = key;
        this.addedAt = addedAt;
    }

    Host toHost() {
        return new Host(
                new WorkspaceId(key.workspace()),
                new OwnHost(key.name()),
                addedAt,
                Optional.ofNullable(activeAt),
                Optional.ofNullable(removedAt),
                Optional.ofNullable(checkedAt),
                finding,
                Optional.ofNullable(failingSince),
                Optional.ofNullable(rootPage).map(PageId::new),
                Optional.ofNullable(missingPage).map(PageId::new));
    }
}
