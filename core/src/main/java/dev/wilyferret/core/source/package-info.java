/** Places that traffic comes from: what they are called, what they fill in, what they cost. */
@NullMarked
package dev.wilyferret.core.source;

import org.jspecify.annotations.NullMarked;
