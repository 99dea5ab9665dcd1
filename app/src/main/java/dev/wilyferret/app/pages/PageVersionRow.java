package dev.wilyferret.app.pages;

import jakarta.persistence.Column;
import jakarta.persistence.Embeddable;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import java.io.Serializable;
import java.time.Instant;
import java.util.Optional;
import java.util.UUID;
import org.hibernate.annotations.DynamicUpdate;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;

/** What was published once; kept so that it can be brought back. */
@Entity
@DynamicUpdate
@Table(name = "page_version")
class PageVersionRow {

    @Embeddable
    record Key(
            @Column(name = "workspace_id") UUID workspace,
            @Column(name = "page_id") UUID page,
            int version) implements Serializable {}

    @EmbeddedId
    Key key;

    @JdbcTypeCode(SqlTypes.JSON)
    String document;

    String changes;

    @Column(name = "published_at")
    Instant publishedAt;

    protected PageVersionRow() {}

    PageVersionRow(Key key, String document, String changes, Instant publishedAt) {
        this.key = key;
        this.document = document;
        this.changes = changes;
        this.publishedAt = publishedAt;
    }

    /** Empty if its document cannot be read. */
    Optional<PageVersion> toVersion() {
        return DocumentJson.tryRead(document)
                .map(read -> new PageVersion(
                        key.version(), publishedAt, changes.lines().toList(), read));
    }
}
