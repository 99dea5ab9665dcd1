package dev.wilyferret.app.rotations;

import dev.wilyferret.app.storage.RowKey;
import dev.wilyferret.core.id.OfferId;
import dev.wilyferret.core.id.PromotionId;
import dev.wilyferret.core.id.RotationId;
import dev.wilyferret.core.id.VariantId;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.rotation.Behind;
import dev.wilyferret.core.rotation.Branch;
import dev.wilyferret.core.rotation.Rotation;
import dev.wilyferret.core.rotation.Variant;
import jakarta.persistence.Column;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.hibernate.annotations.DynamicUpdate;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;
import org.jspecify.annotations.Nullable;

@Entity
@DynamicUpdate
@Table(name = "rotation")
class RotationRow {

    private static final int USUAL_WORTH = 10;
    private static final int USUAL_FLOOR = 10;

    @EmbeddedId
    RowKey key;

    @Column(name = "promotion_id")
    UUID promotion;

    String behind;

    @Column(name = "in_turn")
    boolean inTurn;

    long seed;
    int round;
    int stretch;

    @Enumerated(EnumType.STRING)
    @JdbcTypeCode(SqlTypes.VARCHAR)
    Goal goal;

    int worth;
    int floor;

    @Enumerated(EnumType.STRING)
    @JdbcTypeCode(SqlTypes.VARCHAR)
    Rotation.Sharing sharing;

    @Nullable
    UUID leader;

    /** Offers that are shut, as far as visitors are shared out without them. */
    @Column(name = "shut_offers")
    @JdbcTypeCode(SqlTypes.ARRAY)
    List<UUID> shutOffers = List.of();

    /** The stretch that goes on once they are back; empty for none. */
    @Column(name = "goes_on")
    @Nullable
    Integer goesOn;

    @Column(name = "shared_since")
    Instant sharedSince;

    @Column(name = "created_at")
    Instant createdAt;

    protected RotationRow() {}

    RotationRow(RowKey key, PromotionId promotion, Behind behind, long seed, Instant now) {
        this.key = key;
        this.promotion = promotion.value();
        this.behind = behind.text();
        this.seed = seed;
        this.round = 1;
        this.stretch = 1;
        this.goal = Goal.OFFER;
        this.worth = USUAL_WORTH;
        this.floor = USUAL_FLOOR;
        this.sharing = Rotation.Sharing.BY_HAND;
        this.sharedSince = now;
        this.createdAt = now;
    }

    Set<OfferId> shutOffers() {
        return shutOffers.stream().map(OfferId::new).collect(Collectors.toCollection(LinkedHashSet::new));
    }

    void shutOffers(Set<OfferId> shut) {
        shutOffers = shut.stream().map(OfferId::value).toList();
    }

    Rotating toRotating(List<Variant> variants, List<Branch> branches) {
        return new Rotating(
                new WorkspaceId(key.workspace()),
                new PromotionId(promotion),
                Behind.read(behind).orElseThrow(),
                toRotation(variants, branches),
                goal,
                worth,
                floor,
                sharedSince,
                createdAt);
    }

    Rotation toRotation(List<Variant> variants, List<Branch> branches) {
        return new Rotation(
                new RotationId(key.id()),
                variants,
                inTurn,
                seed,
                round,
                stretch,
                sharing,
                Optional.ofNullable(leader).map(VariantId::new),
                branches,
                variants.size());
    }
}
