package dev.wilyferret.core.rotation;

import dev.wilyferret.core.id.BranchId;

/** Variants for those visitors of a rotation of whom something is so; the others go to the rest. */
public record Branch(BranchId id, Circumstance when) {}
