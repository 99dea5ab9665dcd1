/** Promotions: an offer under a slug of one's own. */
@NullMarked
package dev.wilyferret.app.promotions;

import org.jspecify.annotations.NullMarked;
