/** The offer of somebody else: its affiliate link, what it pays and where it is taken. */
@NullMarked
package dev.wilyferret.core.offer;

import org.jspecify.annotations.NullMarked;
