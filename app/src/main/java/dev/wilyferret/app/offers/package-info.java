/** Offers and the networks they come from. */
@NullMarked
package dev.wilyferret.app.offers;

import org.jspecify.annotations.NullMarked;
