package dev.wilyferret.app.sales;

import dev.wilyferret.app.storage.RowKey;
import dev.wilyferret.core.id.NetworkId;
import dev.wilyferret.core.sale.PostbackPart;
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
import org.jspecify.annotations.Nullable;

/** A postback as it arrived, and what became of it. */
@Entity
@DynamicUpdate
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

    String item;

    String kind;

    String event;

    String currency;

    String product;

    String sent;

    /** The click that somebody gave it by hand. */
    @Column(name = "matched_click")
    @Nullable
    UUID matchedClick;

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
        say(arrived);
    }

    final void say(Postback.Arrived arrived) {
        this.click = arrived.click();
        this.order = arrived.order();
        this.commission = arrived.commission();
        this.orderValue = arrived.part(PostbackPart.ORDER_VALUE);
        this.status = arrived.status();
        this.item = arrived.part(PostbackPart.ITEM);
        this.kind = arrived.part(PostbackPart.KIND);
        this.event = arrived.part(PostbackPart.EVENT);
        this.currency = arrived.part(PostbackPart.CURRENCY);
        this.product = arrived.part(PostbackPart.PRODUCT);
        this.sent = arrived.sent();
    }

    Postback toPostback() {
        return new Postback(key.id(), new NetworkId(network), receivedAt, arrived(), outcome, note);
    }

    Postback.Arrived arrived() {
        return new Postback.Arrived(
                Map.of(
                        PostbackPart.CLICK, click,
                        PostbackPart.ORDER, order,
                        PostbackPart.COMMISSION, commission,
                        PostbackPart.ORDER_VALUE, orderValue,
                        PostbackPart.STATUS, status,
                        PostbackPart.ITEM, item,
                        PostbackPart.KIND, kind,
                        PostbackPart.EVENT, event,
                        PostbackPart.CURRENCY, currency,
                        PostbackPart.PRODUCT, product),
                sent);
    }
}
