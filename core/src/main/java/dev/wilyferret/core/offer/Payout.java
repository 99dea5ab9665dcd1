package dev.wilyferret.core.offer;

import dev.wilyferret.core.money.Money;

/** What an offer pays, and for what. */
public sealed interface Payout {

    Money amount();

    /** A commission for each sale. */
    record PerSale(Money amount) implements Payout {}

    /** A commission for each lead: a sign-up or trial, nothing bought yet. */
    record PerLead(Money amount) implements Payout {}
}
