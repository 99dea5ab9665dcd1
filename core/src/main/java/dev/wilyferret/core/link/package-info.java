/** Tracking links: codes and slugs. */
@NullMarked
package dev.wilyferret.core.link;

import org.jspecify.annotations.NullMarked;
