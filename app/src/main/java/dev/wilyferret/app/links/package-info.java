/** Tracking links. */
@NullMarked
package dev.wilyferret.app.links;

import org.jspecify.annotations.NullMarked;
