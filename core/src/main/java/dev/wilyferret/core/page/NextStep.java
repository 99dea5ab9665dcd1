package dev.wilyferret.core.page;

import java.util.UUID;

/** Where a button leads. */
public sealed interface NextStep {

    /** Not chosen yet. */
    record NotChosen() implements NextStep {}

    /** To another page of the same promotion. */
    record ToPage(UUID page) implements NextStep {}

    /** Straight to the promotion's offer, through the affiliate link. */
    record ToOffer() implements NextStep {}
}
