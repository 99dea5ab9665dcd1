package dev.wilyferret.app.offers;

import java.util.OptionalLong;

/** What an offer took of its cap on its network's present day; whoever counts that answers. */
public interface TakenToday {

    /** Empty where the offer has no cap. */
    OptionalLong of(Offer offer);
}
