package dev.wilyferret.app.sales;

import dev.wilyferret.app.storage.RowKey;
import dev.wilyferret.core.id.ClickId;
import dev.wilyferret.core.id.NetworkId;
import dev.wilyferret.core.id.OfferId;
import dev.wilyferret.core.id.PromotionId;
import dev.wilyferret.core.money.Money;
import jakarta.persistence.Column;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.Currency;
import java.util.UUID;

@Entity
@Table(name = "sale")
class SaleRow {

    @EmbeddedId
    RowKey key;

    @Column(name = "network_id")
    UUID network;

    @Column(name = "order_ref")
    String order;

    @Column(name = "click_id")
    UUID click;

    @Column(name = "promotion_id")
    UUID promotion;

    @Column(name = "offer_id")
    UUID offer;

    @Column(name = "commission_minor")
    long commissionMinor;

    @Column(name = "order_minor")
    long orderMinor;

    @Column(name = "sold_at")
    Instant soldAt;

    protected SaleRow() {}

    SaleRow(RowKey key, Sale sale) {
        this.key = key;
        this.network = sale.network().value();
        this.order = sale.order();
        this.click = sale.click().value();
        this.promotion = sale.promotion().value();
        this.offer = sale.offer().value();
        this.commissionMinor = sale.commission().minor();
        this.orderMinor = sale.orderValue().minor();
        this.soldAt = sale.soldAt();
    }

    Sale toSale(Currency currency) {
        return new Sale(
                new NetworkId(network),
                order,
                new ClickId(click),
                new PromotionId(promotion),
                new OfferId(offer),
                new Money(commissionMinor, currency),
                new Money(orderMinor, currency),
                soldAt);
    }
}
