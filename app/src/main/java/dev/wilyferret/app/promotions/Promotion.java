package dev.wilyferret.app.promotions;

import java.util.UUID;

/**
 * An offer as one promotes it.
 *
 * @param slug the first part of its pages' public addresses
 */
public record Promotion(UUID id, UUID workspace, UUID offer, String name, String slug) {}
