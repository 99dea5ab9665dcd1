/** Starting designs: whole pages with sample words, to begin from. */
@NullMarked
package dev.wilyferret.core.design;

import org.jspecify.annotations.NullMarked;
