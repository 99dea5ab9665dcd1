package dev.wilyferret.app.offers;

import dev.wilyferret.core.offer.AffiliateLink;
import dev.wilyferret.core.offer.Cap;
import dev.wilyferret.core.offer.Countries;
import dev.wilyferret.core.offer.Payout;
import java.util.Optional;

/**
 * What one notes about an offer.
 *
 * @param pixelAllowed whether the network lets an affiliate place a pixel on its own pages
 * @param cap of a day in the network's time zone; empty for none that is known
 * @param watched whether it is looked at every ten minutes, whether its address answers
 */
public record OfferDetails(
        String name,
        AffiliateLink link,
        Payout payout,
        Countries countries,
        boolean pixelAllowed,
        Optional<Cap> cap,
        boolean watched) {

    /** Without a cap, and not looked at. */
    public OfferDetails(String name, AffiliateLink link, Payout payout, Countries countries, boolean pixelAllowed) {
        this(name, link, payout, countries, pixelAllowed, Optional.empty(), false);
    }
}
