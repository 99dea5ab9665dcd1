package dev.wilyferret.app.rotations;

import dev.wilyferret.app.storage.RowKey;
import dev.wilyferret.core.id.BranchId;
import dev.wilyferret.core.id.VariantId;
import dev.wilyferret.core.link.Destination;
import dev.wilyferret.core.rotation.Variant;
import jakarta.persistence.Column;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Table;
import java.util.Optional;
import java.util.UUID;
import org.hibernate.annotations.DynamicUpdate;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;
import org.jspecify.annotations.Nullable;

@Entity
@DynamicUpdate
@Table(name = "rotation_variant")
class VariantRow {

    @EmbeddedId
    RowKey key;

    @Column(name = "rotation_id")
    UUID rotation;

    String name;
    String note;

    @Column(name = "leads_to")
    String leadsTo;

    int weight;

    @Enumerated(EnumType.STRING)
    @JdbcTypeCode(SqlTypes.VARCHAR)
    Variant.State state;

    int place;

    @Column(name = "branch_id")
    @Nullable
    UUID branch;

    protected VariantRow() {}

    VariantRow(RowKey key, UUID rotation, Variant variant, int place) {
        this.key = key;
        this.rotation = rotation;
        this.place = place;
        keep(variant);
    }

    final void keep(Variant variant) {
        name = variant.name();
        note = variant.note();
        leadsTo = variant.to().text();
        weight = variant.weight();
        state = variant.state();
        branch = variant.branch().map(BranchId::value).orElse(null);
    }

    Variant toVariant() {
        return new Variant(
                new VariantId(key.id()),
                name,
                note,
                Destination.read(leadsTo),
                weight,
                state,
                Optional.ofNullable(branch).map(BranchId::new));
    }
}
