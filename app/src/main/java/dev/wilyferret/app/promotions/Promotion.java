package dev.wilyferret.app.promotions;

import dev.wilyferret.core.address.OwnHost;
import dev.wilyferret.core.id.OfferId;
import dev.wilyferret.core.id.PromotionId;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.link.SiteRoute;
import java.util.Optional;

/**
 * An offer as one promotes it.
 *
 * @param host where its pages stand; empty for the installation's own
 * @param slug the first part of its pages' public addresses
 */
public record Promotion(
        PromotionId id, WorkspaceId workspace, OfferId offer, String name, Optional<OwnHost> host, String slug) {

    /** The path of one of its pages on its host. */
    public String path(String page) {
        return SiteRoute.page(slug, page);
    }
}
