package dev.wilyferret.app.rotations;

import dev.wilyferret.core.id.LinkId;
import dev.wilyferret.core.id.PromotionId;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.rotation.Rotation;
import java.time.Instant;

/**
 * The rotation behind a tracking link.
 *
 * @param sharedSince since when visitors are shared out as they are now
 * @param createdAt since when there is a rotation
 */
public record LinkRotation(
        WorkspaceId workspace,
        PromotionId promotion,
        LinkId link,
        Rotation rotation,
        Instant sharedSince,
        Instant createdAt) {}
