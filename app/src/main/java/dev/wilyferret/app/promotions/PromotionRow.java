package dev.wilyferret.app.promotions;

import dev.wilyferret.app.storage.RowKey;
import dev.wilyferret.core.id.OfferId;
import dev.wilyferret.core.id.PromotionId;
import dev.wilyferret.core.id.WorkspaceId;
import jakarta.persistence.Column;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.UUID;

@Entity
@Table(name = "promotion")
class PromotionRow {

    @EmbeddedId
    RowKey key;

    @Column(name = "offer_id")
    UUID offer;

    String name;
    String slug;

    @Column(name = "created_at")
    Instant createdAt;

    protected PromotionRow() {}

    PromotionRow(RowKey key, UUID offer, String name, String slug, Instant createdAt) {
        this.key = key;
        this.offer = offer;
        this.name = name;
        this.slug = slug;
        this.createdAt = createdAt;
    }

    Promotion toPromotion() {
        return new Promotion(
                new PromotionId(key.id()), new WorkspaceId(key.workspace()), new OfferId(offer), name, slug);
    }
}
