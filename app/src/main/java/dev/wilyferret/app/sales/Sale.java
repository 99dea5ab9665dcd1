package dev.wilyferret.app.sales;

import dev.wilyferret.core.id.ClickId;
import dev.wilyferret.core.id.NetworkId;
import dev.wilyferret.core.id.OfferId;
import dev.wilyferret.core.id.PromotionId;
import dev.wilyferret.core.money.Money;
import java.time.Instant;

/**
 * A sale a network reported.
 *
 * @param order the network's order id, one sale each
 * @param click the click whose id came back
 * @param orderValue what the buyer paid; 0 if not reported
 */
public record Sale(
        NetworkId network,
        String order,
        ClickId click,
        PromotionId promotion,
        OfferId offer,
        Money commission,
        Money orderValue,
        Instant soldAt) {}
