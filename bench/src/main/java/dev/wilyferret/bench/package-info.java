/** Measurements of the hot path, run by hand. */
@NullMarked
package dev.wilyferret.bench;

import org.jspecify.annotations.NullMarked;
