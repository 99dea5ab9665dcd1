/** A visit: the request it arrives by, what the visitor does, and how its click stands. */
@NullMarked
package dev.wilyferret.core.visit;

import org.jspecify.annotations.NullMarked;
