package dev.wilyferret.app.workspace;

import dev.wilyferret.app.storage.RowKey;
import jakarta.persistence.Column;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import java.time.Instant;
import org.hibernate.annotations.DynamicUpdate;
import org.jspecify.annotations.Nullable;

@Entity
@DynamicUpdate
@Table(name = "own_browser")
class OwnBrowserRow {

    @EmbeddedId
    RowKey key;

    @Column(name = "token_hash")
    byte[] tokenHash;

    String label;

    @Column(name = "marked_at")
    Instant markedAt;

    @Column(name = "released_at")
    @Nullable
    Instant releasedAt;

    protected OwnBrowserRow() {}

    OwnBrowserRow(RowKey key, byte[] tokenHash, String label, Instant markedAt) {
        this.key = key;
        this.tokenHash = tokenHash;
        this.label = label;
        this.markedAt = markedAt;
    }
}
