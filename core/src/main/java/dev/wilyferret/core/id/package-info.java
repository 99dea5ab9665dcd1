/** Identifiers made at the moment of arrival. */
@NullMarked
package dev.wilyferret.core.id;

import org.jspecify.annotations.NullMarked;
