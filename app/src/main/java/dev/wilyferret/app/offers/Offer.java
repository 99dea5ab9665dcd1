package dev.wilyferret.app.offers;

import java.util.UUID;

/** Somebody else's product that one is paid to promote. */
public record Offer(UUID id, UUID workspace, Network network, OfferDetails details) {

    public String name() {
        return details.name();
    }
}
