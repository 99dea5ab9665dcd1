package dev.wilyferret.app.links;

import dev.wilyferret.core.address.Tags;
import dev.wilyferret.core.link.LinkCode;
import dev.wilyferret.core.link.SiteRoute;
import java.util.Optional;
import java.util.UUID;

/**
 * A link to hand out, for one place visitors come from.
 *
 * @param page where it leads; empty for straight to the offer
 * @param paused whether it answers as if it did not exist
 */
public record TrackingLink(
        UUID id, UUID workspace, UUID promotion, LinkCode code, Optional<UUID> page, Tags tags, boolean paused) {

    public String path() {
        return SiteRoute.GO.path(code.text());
    }
}
