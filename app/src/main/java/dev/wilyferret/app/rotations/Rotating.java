package dev.wilyferret.app.rotations;

import dev.wilyferret.core.id.BranchId;
import dev.wilyferret.core.id.LinkId;
import dev.wilyferret.core.id.PromotionId;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.rotation.Behind;
import dev.wilyferret.core.rotation.Rotation;
import java.time.Instant;
import java.util.Optional;

/**
 * A rotation where it stands.
 *
 * @param behind what visitors ask for
 * @param worth the smallest difference worth having, in percent of today's rate, from 1 to 100
 * @param floor the share of new visitors that steering leaves each variant, in percent, from 1 to 50
 * @param sharedSince since when visitors are shared out as they are now
 * @param createdAt since when there is a rotation
 */
public record Rotating(
        WorkspaceId workspace,
        PromotionId promotion,
        Behind behind,
        Rotation rotation,
        Goal goal,
        int worth,
        int floor,
        Instant sharedSince,
        Instant createdAt) {

    /** The tracking link it stands behind; empty if that is something else. */
    public Optional<LinkId> link() {
        return behind instanceof Behind.OfLink(LinkId link) ? Optional.of(link) : Optional.empty();
    }

    /** The part of it that is for a branch, or for the rest. */
    Rotating within(Optional<BranchId> branch) {
        return new Rotating(
                workspace, promotion, behind, rotation.within(branch), goal, worth, floor, sharedSince, createdAt);
    }

    public String address() {
        return "/promotions/" + promotion + "/rotations/" + rotation.id();
    }
}
