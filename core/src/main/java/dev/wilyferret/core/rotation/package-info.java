/** Rotations: visitors shared out among variants, exactly by their weights. */
@NullMarked
package dev.wilyferret.core.rotation;

import org.jspecify.annotations.NullMarked;
