package dev.wilyferret.app.pages;

import dev.wilyferret.app.storage.RowKey;
import dev.wilyferret.core.id.PageId;
import dev.wilyferret.core.id.PromotionId;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.page.PageDocument;
import dev.wilyferret.core.page.PageKind;
import jakarta.persistence.Column;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.Optional;
import java.util.UUID;
import org.hibernate.annotations.DynamicUpdate;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;
import org.jspecify.annotations.Nullable;

/** Only changed columns are written, so that a kept draft does not announce itself to the public site. */
@Entity
@DynamicUpdate
@Table(name = "page")
class PageRow {

    @EmbeddedId
    RowKey key;

    @Column(name = "promotion_id")
    UUID promotion;

    @Enumerated(EnumType.STRING)
    @JdbcTypeCode(SqlTypes.VARCHAR)
    PageKind kind;

    boolean landing;

    String name;
    String slug;

    @JdbcTypeCode(SqlTypes.JSON)
    String draft;

    int revision;

    /** The key of the starting design it was made from; empty if none. */
    String design = "";

    /** Where the draft stands among its kept steps. */
    int step;

    @JdbcTypeCode(SqlTypes.JSON)
    @Nullable
    String published;

    @Column(name = "published_version")
    int publishedVersion;

    @Column(name = "published_at")
    @Nullable
    Instant publishedAt;

    @Column(name = "created_at")
    Instant createdAt;

    protected PageRow() {}

    PageRow(
            RowKey key,
            UUID promotion,
            PageKind kind,
            boolean landing,
            String name,
            String slug,
            PageDocument draft,
            Instant createdAt) {
        this.key = key;
        this.promotion = promotion;
        this.kind = kind;
        this.landing = landing;
        this.name = name;
        this.slug = slug;
        this.draft = DocumentJson.write(draft);
        this.createdAt = createdAt;
    }

    Page toPage() {
        return new Page(
                new PageId(key.id()),
                new WorkspaceId(key.workspace()),
                new PromotionId(promotion),
                kind,
                landing,
                name,
                slug,
                DocumentJson.read(draft),
                revision,
                step,
                Optional.ofNullable(published).map(DocumentJson::read),
                publishedVersion,
                Optional.ofNullable(publishedAt));
    }
}
