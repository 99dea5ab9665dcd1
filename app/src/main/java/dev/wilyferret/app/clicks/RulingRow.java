package dev.wilyferret.app.clicks;

import jakarta.persistence.Column;
import jakarta.persistence.Embeddable;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import java.io.Serializable;
import java.time.Instant;
import java.util.UUID;
import org.hibernate.annotations.DynamicUpdate;

/** The owner's word on a click. */
@Entity
@DynamicUpdate
@Table(name = "click_ruling")
class RulingRow {

    @Embeddable
    record Key(
            @Column(name = "workspace_id") UUID workspace,
            @Column(name = "click_id") UUID click) implements Serializable {}

    @EmbeddedId
    Key key;

    boolean counts;

    @Column(name = "ruled_at")
    Instant ruledAt;

    protected RulingRow() {}

    RulingRow(Key key, boolean counts, Instant ruledAt) {
        this.key = key;
        this.counts = counts;
        this.ruledAt = ruledAt;
    }
}
