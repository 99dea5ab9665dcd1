package dev.wilyferret.app.offers;

import dev.wilyferret.core.id.OfferId;
import dev.wilyferret.core.id.WorkspaceId;

/** Somebody else's product that one is paid to promote. */
public record Offer(OfferId id, WorkspaceId workspace, Network network, OfferDetails details) {

    public String name() {
        return details.name();
    }
}
