/** An ad platform's pixel: its events, and what came of asking it. */
@NullMarked
package dev.wilyferret.core.pixel;

import org.jspecify.annotations.NullMarked;
