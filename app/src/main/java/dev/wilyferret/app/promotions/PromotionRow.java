package dev.wilyferret.app.promotions;

import dev.wilyferret.app.storage.RowKey;
import dev.wilyferret.core.address.OwnHost;
import dev.wilyferret.core.id.OfferId;
import dev.wilyferret.core.id.PromotionId;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.link.Slug;
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
@Table(name = "promotion")
class PromotionRow {

    @EmbeddedId
    RowKey key;

    @Column(name = "offer_id")
    UUID offer;

    String name;
    String slug;

    @Nullable
    String host;

    /** The removed host it stood on, where it goes when that comes back. */
    @Column(name = "host_removed")
    @Nullable
    String hostRemoved;

    @Column(name = "created_at")
    Instant createdAt;

    protected PromotionRow() {}

    PromotionRow(RowKey key, UUID offer, String name, Instant createdAt) {
        this.key = key;
        this.offer = offer;
        this.name = name;
        this.createdAt = createdAt;
    }

    final PromotionRow at(Optional<OwnHost> place, Slug chosen) {
        host = place.map(OwnHost::name).orElse(null);
        hostRemoved = null;
        slug = chosen.text();
        return this;
    }

    Promotion toPromotion() {
        return new Promotion(
                new PromotionId(key.id()),
                new WorkspaceId(key.workspace()),
                new OfferId(offer),
                name,
                Optional.ofNullable(host).map(OwnHost::new),
                slug);
    }
}
