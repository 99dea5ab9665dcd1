package dev.wilyferret.app.sales;

import dev.wilyferret.app.storage.RowKey;
import dev.wilyferret.core.id.NetworkId;
import jakarta.persistence.Column;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.UUID;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;

/** A postback as it arrived, and what became of it. */
@Entity
@Table(name = "postback")
class PostbackRow {

    @EmbeddedId
    RowKey key;

    @Column(name = "network_id")
    UUID network;

    @Column(name = "received_at")
    Instant receivedAt;

    @Enumerated(EnumType.STRING)
    @JdbcTypeCode(SqlTypes.VARCHAR)
    Postback.Outcome outcome;

    String note;

    @Column(name = "click_ref")
    String click;

    @Column(name = "order_ref")
    String order;

    String commission;

    @Column(name = "order_value")
    String orderValue;

    String status;

    protected PostbackRow() {}

    PostbackRow(
            RowKey key,
            UUID network,
            Instant receivedAt,
            Postback.Arrived arrived,
            Postback.Outcome outcome,
            String note) {
        this.key = key;
        this.network = network;
        this.receivedAt = receivedAt;
        this.outcome = outcome;
        this.note = note;
        this.click = arrived.click();
        this.order = arrived.order();
        this.commission = arrived.commission();
        this.orderValue = arrived.orderValue();
        this.status = arrived.status();
    }

    Postback toPostback() {
        return new Postback(key.id(), new NetworkId(network), receivedAt, arrived(), outcome, note);
    }

    Postback.Arrived arrived() {
        return new Postback.Arrived(click, order, commission, orderValue, status);
    }
}
