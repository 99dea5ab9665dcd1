package dev.wilyferret.app.links;

import dev.wilyferret.core.address.OwnHost;
import dev.wilyferret.core.address.Tags;
import dev.wilyferret.core.id.LinkId;
import dev.wilyferret.core.id.PageId;
import dev.wilyferret.core.id.PromotionId;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.link.Destination;
import dev.wilyferret.core.link.LinkCode;
import dev.wilyferret.core.link.SiteRoute;
import java.util.Optional;

/**
 * A link to hand out, for one place visitors come from.
 *
 * @param host where it stands; empty for the installation's own
 */
public record TrackingLink(
        LinkId id,
        WorkspaceId workspace,
        PromotionId promotion,
        Optional<OwnHost> host,
        LinkCode code,
        LinkDetails details,
        State state) {

    /** Whether visitors get anywhere by it. */
    public enum State {
        ACTIVE,
        /** Answers as if it did not exist. */
        PAUSED,
        /** As if paused, and out of sight. */
        ARCHIVED
    }

    public String path() {
        return path(code);
    }

    /** Where a link of this code is followed on its host. */
    static String path(LinkCode code) {
        return SiteRoute.GO.path(code.text());
    }

    public Tags tags() {
        return details.tags();
    }

    public boolean active() {
        return state == State.ACTIVE;
    }

    public boolean archived() {
        return state == State.ARCHIVED;
    }

    /** The page it leads to, if to one. */
    public Optional<PageId> page() {
        return details.to() instanceof Destination.ToPage(PageId page) ? Optional.of(page) : Optional.empty();
    }
}
