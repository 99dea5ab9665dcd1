package dev.wilyferret.app.rotations;

import dev.wilyferret.app.storage.RowKey;
import dev.wilyferret.core.id.LinkId;
import dev.wilyferret.core.id.PromotionId;
import dev.wilyferret.core.id.RotationId;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.rotation.Rotation;
import dev.wilyferret.core.rotation.Variant;
import jakarta.persistence.Column;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.List;
import java.util.UUID;

@Entity
@Table(name = "rotation")
class RotationRow {

    private static final String LINK = "link ";

    @EmbeddedId
    RowKey key;

    @Column(name = "promotion_id")
    UUID promotion;

    String behind;

    @Column(name = "in_turn")
    boolean inTurn;

    long seed;
    int round;

    @Column(name = "shared_since")
    Instant sharedSince;

    @Column(name = "created_at")
    Instant createdAt;

    protected RotationRow() {}

    RotationRow(RowKey key, PromotionId promotion, LinkId link, long seed, Instant now) {
        this.key = key;
        this.promotion = promotion.value();
        this.behind = behind(link);
        this.seed = seed;
        this.round = 1;
        this.sharedSince = now;
        this.createdAt = now;
    }

    static String behind(LinkId link) {
        return LINK + link;
    }

    LinkRotation toRotation(List<Variant> variants) {
        return new LinkRotation(
                new WorkspaceId(key.workspace()),
                new PromotionId(promotion),
                LinkId.of(behind.substring(LINK.length())),
                new Rotation(new RotationId(key.id()), variants, inTurn, seed, round),
                sharedSince,
                createdAt);
    }
}
