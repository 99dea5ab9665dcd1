/** The shelf's bonuses: what can be given away, and who fetched it. */
@NullMarked
package dev.wilyferret.app.bonuses;

import org.jspecify.annotations.NullMarked;
