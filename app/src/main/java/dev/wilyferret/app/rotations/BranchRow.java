package dev.wilyferret.app.rotations;

import dev.wilyferret.app.storage.RowKey;
import dev.wilyferret.core.id.BranchId;
import dev.wilyferret.core.rotation.Branch;
import dev.wilyferret.core.rotation.Circumstance;
import jakarta.persistence.Column;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import java.util.UUID;
import org.hibernate.annotations.DynamicUpdate;

@Entity
@DynamicUpdate
@Table(name = "rotation_branch")
class BranchRow {

    @EmbeddedId
    RowKey key;

    @Column(name = "rotation_id")
    UUID rotation;

    int place;
    String circumstance;

    protected BranchRow() {}

    BranchRow(RowKey key, UUID rotation, int place, Circumstance when) {
        this.key = key;
        this.rotation = rotation;
        this.place = place;
        keep(when);
    }

    final void keep(Circumstance when) {
        this.circumstance = when.text();
    }

    Branch toBranch() {
        return new Branch(new BranchId(key.id()), Circumstance.read(circumstance));
    }
}
