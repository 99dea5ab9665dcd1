package dev.wilyferret.core.visit;

import dev.wilyferret.core.id.RotationId;
import dev.wilyferret.core.id.VariantId;

/**
 * That a visitor was given a variant.
 *
 * @param stretch between two changes of the rotation, from 1 on
 * @param share the variant's part of new visitors at that moment, from 0 to 1
 * @param first whether a turn was taken for it; false for who was given it before, and for whom no turn is taken
 */
public record Draw(RotationId rotation, int stretch, VariantId variant, double share, boolean first) {}
