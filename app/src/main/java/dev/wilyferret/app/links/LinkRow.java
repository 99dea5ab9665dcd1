package dev.wilyferret.app.links;

import dev.wilyferret.app.storage.RowKey;
import dev.wilyferret.core.address.Tags;
import dev.wilyferret.core.id.LinkId;
import dev.wilyferret.core.id.PageId;
import dev.wilyferret.core.id.PromotionId;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.link.LinkCode;
import jakarta.persistence.Column;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.Optional;
import java.util.UUID;
import org.jspecify.annotations.Nullable;

@Entity
@Table(name = "link")
class LinkRow {

    @EmbeddedId
    RowKey key;

    @Column(name = "promotion_id")
    UUID promotion;

    String code;

    /** Null leads straight to the offer. */
    @Column(name = "page_id")
    @Nullable
    UUID page;

    String source;
    String medium;
    String campaign;
    String term;
    String content;
    boolean paused;

    @Column(name = "created_at")
    Instant createdAt;

    protected LinkRow() {}

    LinkRow(RowKey key, UUID promotion, LinkCode code, Optional<UUID> page, Tags tags, Instant createdAt) {
        this.key = key;
        this.promotion = promotion;
        this.code = code.text();
        this.page = page.orElse(null);
        this.source = tags.source();
        this.medium = tags.medium();
        this.campaign = tags.campaign();
        this.term = tags.term();
        this.content = tags.content();
        this.createdAt = createdAt;
    }

    TrackingLink toLink() {
        return new TrackingLink(
                new LinkId(key.id()),
                new WorkspaceId(key.workspace()),
                new PromotionId(promotion),
                new LinkCode(code),
                Optional.ofNullable(page).map(PageId::new),
                new Tags(source, medium, campaign, term, content),
                paused);
    }
}
