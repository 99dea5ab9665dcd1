/** Rotations: variants behind an address, and the bench on which they are shared out. */
@NullMarked
package dev.wilyferret.app.rotations;

import org.jspecify.annotations.NullMarked;
