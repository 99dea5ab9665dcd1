package dev.wilyferret.app.sales;

import dev.wilyferret.app.storage.RowKey;
import dev.wilyferret.core.id.ClickId;
import dev.wilyferret.core.id.NetworkId;
import dev.wilyferret.core.id.OfferId;
import dev.wilyferret.core.id.PromotionId;
import dev.wilyferret.core.id.SaleId;
import dev.wilyferret.core.sale.SaleKind;
import dev.wilyferret.core.sale.SaleState;
import dev.wilyferret.core.sale.Sold;
import jakarta.persistence.Column;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.Currency;
import java.util.UUID;
import org.hibernate.annotations.DynamicUpdate;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;

@Entity
@DynamicUpdate
@Table(name = "sale")
class SaleRow {

    @EmbeddedId
    RowKey key;

    @Column(name = "network_id")
    UUID network;

    @Column(name = "order_ref")
    String order;

    String item;

    @Enumerated(EnumType.STRING)
    @JdbcTypeCode(SqlTypes.VARCHAR)
    SaleKind kind;

    String product;

    @Column(name = "click_id")
    UUID click;

    @Column(name = "promotion_id")
    UUID promotion;

    @Column(name = "offer_id")
    UUID offer;

    @Enumerated(EnumType.STRING)
    @JdbcTypeCode(SqlTypes.VARCHAR)
    SaleState state;

    @Column(name = "commission_minor")
    long commissionMinor;

    @Column(name = "refunded_minor")
    long refundedMinor;

    @Column(name = "order_minor")
    long orderMinor;

    @Column(name = "sold_at")
    Instant soldAt;

    protected SaleRow() {}

    SaleRow(RowKey key, Sale.Past past, Sold sold) {
        this.key = key;
        this.network = past.facts().network().value();
        this.order = past.facts().order().id();
        this.item = past.facts().order().item();
        this.kind = past.facts().order().kind();
        this.product = past.facts().product();
        this.click = past.facts().click().value();
        this.promotion = past.facts().promotion().value();
        this.offer = past.facts().offer().value();
        this.soldAt = past.soldAt();
        become(sold);
    }

    Sold sold() {
        return new Sold(state, commissionMinor, refundedMinor, orderMinor);
    }

    boolean is(Sale.Order one) {
        return one.equals(new Sale.Order(order, item, kind));
    }

    final void become(Sold sold) {
        state = sold.state();
        commissionMinor = sold.commission();
        refundedMinor = sold.refunded();
        orderMinor = sold.order();
    }

    Sale toSale(Currency currency) {
        return new Sale(
                new SaleId(key.id()),
                new Sale.Facts(
                        new NetworkId(network),
                        new Sale.Order(order, item, kind),
                        new ClickId(click),
                        new PromotionId(promotion),
                        new OfferId(offer),
                        product),
                soldAt,
                sold(),
                currency);
    }
}
