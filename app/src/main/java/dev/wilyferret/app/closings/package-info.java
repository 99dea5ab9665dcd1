/** Offers that are full or do not answer: counts what they took, looks at their addresses, and tells rotations. */
@NullMarked
package dev.wilyferret.app.closings;

import org.jspecify.annotations.NullMarked;
