/** A promotion drawn as its path: stations, gaps, the next useful thing, one visitor's walk. */
@NullMarked
package dev.wilyferret.core.trail;

import org.jspecify.annotations.NullMarked;
