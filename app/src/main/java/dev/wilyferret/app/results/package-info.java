/** The one room for figures: visits told anew as things happen, packed by day, and read by every screen. */
@NullMarked
package dev.wilyferret.app.results;

import org.jspecify.annotations.NullMarked;
