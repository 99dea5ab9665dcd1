/** A sale as the network reports it: how it stands, what may become of it, and what sales add up to. */
@NullMarked
package dev.wilyferret.core.sale;

import org.jspecify.annotations.NullMarked;
