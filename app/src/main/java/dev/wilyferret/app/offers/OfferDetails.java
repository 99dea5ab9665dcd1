package dev.wilyferret.app.offers;

import dev.wilyferret.core.offer.AffiliateLink;
import dev.wilyferret.core.offer.Countries;
import dev.wilyferret.core.offer.Payout;

/**
 * What one notes about an offer.
 *
 * @param pixelAllowed whether the network lets an affiliate place a pixel on its own pages
 */
public record OfferDetails(String name, AffiliateLink link, Payout payout, Countries countries, boolean pixelAllowed) {}
