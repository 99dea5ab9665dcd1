package dev.wilyferret.app.hosts;

import dev.wilyferret.core.address.OwnHost;
import dev.wilyferret.core.id.PageId;
import dev.wilyferret.core.id.WorkspaceId;
import jakarta.persistence.Column;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.Comparator;
import java.util.Objects;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.Stream;
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

    /** When it was last shown to be this workspace's, after another had it. */
    @Column(name = "proven_at")
    @Nullable
    Instant provenAt;

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

    /** Since when it has been this workspace's, as far as that was seen. */
    Instant had() {
        return Stream.of(activeAt, provenAt)
                .filter(Objects::nonNull)
                .max(Comparator.naturalOrder())
                .orElse(Instant.MIN);
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
