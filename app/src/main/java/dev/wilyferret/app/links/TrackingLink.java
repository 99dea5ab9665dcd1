package dev.wilyferret.app.links;

import dev.wilyferret.core.address.Tags;
import dev.wilyferret.core.id.LinkId;
import dev.wilyferret.core.id.PageId;
import dev.wilyferret.core.id.PromotionId;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.link.LinkCode;
import dev.wilyferret.core.link.SiteRoute;
import java.util.Optional;

/**
 * A link to hand out, for one place visitors come from.
 *
 * @param page where it leads; empty for straight to the offer
 * @param paused whether it answers as if it did not exist
 */
public record TrackingLink(
        LinkId id,
        WorkspaceId workspace,
        PromotionId promotion,
        LinkCode code,
        Optional<PageId> page,
        Tags tags,
        boolean paused) {

    public String path() {
        return SiteRoute.GO.path(code.text());
    }
}
