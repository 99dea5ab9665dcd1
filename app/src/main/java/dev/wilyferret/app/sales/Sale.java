package dev.wilyferret.app.sales;

import dev.wilyferret.core.id.ClickId;
import dev.wilyferret.core.id.NetworkId;
import dev.wilyferret.core.id.OfferId;
import dev.wilyferret.core.id.PromotionId;
import dev.wilyferret.core.id.SaleId;
import dev.wilyferret.core.money.Money;
import dev.wilyferret.core.sale.SaleChange;
import dev.wilyferret.core.sale.SaleState;
import dev.wilyferret.core.sale.Sold;
import java.time.Instant;
import java.util.Currency;
import java.util.List;

/**
 * A sale a network reported, as it stands now.
 *
 * @param soldAt when it was first reported
 */
public record Sale(SaleId id, Facts facts, Instant soldAt, Sold sold, Currency currency) {

    /**
     * What a sale is about, and never changes.
     *
     * @param order the network's order id, one sale each
     * @param click the click whose id came back
     */
    public record Facts(NetworkId network, String order, ClickId click, PromotionId promotion, OfferId offer) {}

    /**
     * A sale as it was reported over time.
     *
     * @param orderValue what the buyer paid; 0 if not reported
     * @param changes the first begins it
     */
    public record Past(Facts facts, long orderValue, List<SaleChange> changes) {

        public Past {
            changes = List.copyOf(changes);
        }

        Instant soldAt() {
            return changes.getFirst().at();
        }
    }

    public String order() {
        return facts.order;
    }

    public ClickId click() {
        return facts.click;
    }

    public OfferId offer() {
        return facts.offer;
    }

    public SaleState state() {
        return sold.state();
    }

    public Money commission() {
        return money(sold.commission());
    }

    public Money refunded() {
        return money(sold.refunded());
    }

    public Money orderValue() {
        return money(sold.order());
    }

    /** An amount in minor units of its currency. */
    public Money money(long minor) {
        return new Money(minor, currency);
    }
}
