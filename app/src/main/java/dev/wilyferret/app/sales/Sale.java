package dev.wilyferret.app.sales;

import dev.wilyferret.core.money.Money;
import java.time.Instant;
import java.util.UUID;

/**
 * A sale a network reported.
 *
 * @param order the network's order id, one sale each
 * @param click the click whose id came back
 * @param orderValue what the buyer paid; 0 if not reported
 */
public record Sale(
        UUID network,
        String order,
        UUID click,
        UUID promotion,
        UUID offer,
        Money commission,
        Money orderValue,
        Instant soldAt) {}
