/** The exact figures: counts, rates and amounts, as the product defines them. */
@NullMarked
package dev.wilyferret.core.figures;

import org.jspecify.annotations.NullMarked;
