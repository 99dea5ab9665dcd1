package dev.wilyferret.app.handover;

import dev.wilyferret.app.secrets.Seals;
import dev.wilyferret.app.storage.RowKey;
import dev.wilyferret.core.id.HandoverId;
import dev.wilyferret.core.id.ListId;
import dev.wilyferret.core.id.WorkspaceId;
import jakarta.persistence.Column;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.Map;
import java.util.UUID;
import org.hibernate.annotations.DynamicUpdate;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;

@Entity
@DynamicUpdate
@Table(name = "handover")
class HandoverRow {

    /** What a form is sent with. */
    record Fields(Map<String, String> fixed, Map<String, String> filled, boolean get) {}

    @EmbeddedId
    RowKey key;

    @Column(name = "list_id")
    UUID list;

    @Enumerated(EnumType.STRING)
    Handover.Kind kind;

    String address;
    String secret;

    @JdbcTypeCode(SqlTypes.JSON)
    Fields fields;

    boolean live;

    @Column(name = "made_at")
    Instant madeAt;

    protected HandoverRow() {}

    HandoverRow(Handover handover, Seals seals, Instant madeAt) {
        key = RowKey.of(handover.workspace(), handover.id());
        list = handover.list().value();
        kind = handover.kind();
        address = handover.address();
        secret = handover.secret().isEmpty() ? "" : seals.seal(handover.secret());
        fields = new Fields(handover.fields(), handover.filled(), handover.get());
        live = handover.live();
        this.madeAt = madeAt;
    }

    /** The secret is empty while the key file is missing. */
    Handover toHandover(Seals seals) {
        return new Handover(
                new WorkspaceId(key.workspace()),
                new HandoverId(key.id()),
                new ListId(list),
                kind,
                address,
                seals.opened(secret).orElse(""),
                fields.fixed,
                fields.filled,
                fields.get,
                live);
    }
}
