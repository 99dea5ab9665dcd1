package dev.wilyferret.core.sale;

import java.time.Instant;

/**
 * Something that was said of a sale. The first one begins it.
 *
 * @param amount in minor units: the whole commission of what is pending or approved, what is taken back of what is refunded or
 *     reversed
 * @param byHand whether it was noted by hand rather than reported
 */
public record SaleChange(SaleState state, long amount, Instant at, boolean byHand) {}
