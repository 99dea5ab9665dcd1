/** How sure figures are: what was observed, what may be said of it, however often it is looked at, and how many visitors that takes. */
@NullMarked
package dev.wilyferret.core.evidence;

import org.jspecify.annotations.NullMarked;
