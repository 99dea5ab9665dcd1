package dev.wilyferret.app.sales;

import dev.wilyferret.core.id.ClickId;
import dev.wilyferret.core.id.NetworkId;
import dev.wilyferret.core.id.OfferId;
import dev.wilyferret.core.id.PromotionId;
import dev.wilyferret.core.id.SaleId;
import dev.wilyferret.core.money.Money;
import dev.wilyferret.core.sale.SaleChange;
import dev.wilyferret.core.sale.SaleKind;
import dev.wilyferret.core.sale.SaleState;
import dev.wilyferret.core.sale.Sold;
import java.time.Instant;
import java.util.Currency;
import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * A sale a network reported, as it stands now.
 *
 * @param soldAt when it was first reported
 */
public record Sale(SaleId id, Facts facts, Instant soldAt, Sold sold, Currency currency) {

    /**
     * What one sale is told from another by, within a network.
     *
     * @param id the network's order id; of what came without one, which click and event it was
     * @param item of the order; empty where the network names none
     */
    public record Order(String id, String item, SaleKind kind) {

        public static Order of(String id) {
            return new Order(id, "", SaleKind.FIRST);
        }
    }

    /**
     * What a sale is about, and never changes.
     *
     * @param click the click whose id came back
     * @param product what the network calls it; empty if it does not say
     */
    public record Facts(
            NetworkId network, Order order, ClickId click, PromotionId promotion, OfferId offer, String product) {

        public Facts(NetworkId network, String order, ClickId click, PromotionId promotion, OfferId offer) {
            this(network, Order.of(order), click, promotion, offer, "");
        }
    }

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
        return facts.order.id;
    }

    /** What tells it from other sales of its order, for a list: item, kind and product; empty where there is nothing to tell. */
    public String particulars() {
        return Stream.of(
                        facts.product,
                        facts.order.item.isEmpty() ? "" : "item " + facts.order.item,
                        facts.order.kind == SaleKind.FIRST ? "" : facts.order.kind.words())
                .filter(part -> !part.isEmpty())
                .collect(Collectors.joining(", "));
    }

    public ClickId click() {
        return facts.click;
    }

    public OfferId offer() {
        return facts.offer;
    }

    /** Whether nobody took it back. */
    public boolean stands() {
        return sold.state().begins();
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
