package dev.wilyferret.app.promotions;

import dev.wilyferret.core.id.OfferId;
import dev.wilyferret.core.id.PromotionId;
import dev.wilyferret.core.id.WorkspaceId;

/**
 * An offer as one promotes it.
 *
 * @param slug the first part of its pages' public addresses
 */
public record Promotion(PromotionId id, WorkspaceId workspace, OfferId offer, String name, String slug) {}
