/** Colours: what stands out against what, and palettes taken from a picture. */
@NullMarked
package dev.wilyferret.core.color;

import org.jspecify.annotations.NullMarked;
