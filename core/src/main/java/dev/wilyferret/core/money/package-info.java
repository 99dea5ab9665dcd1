/** Amounts in one currency, kept as whole minor units. */
@NullMarked
package dev.wilyferret.core.money;

import org.jspecify.annotations.NullMarked;
