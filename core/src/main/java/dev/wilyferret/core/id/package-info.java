/** Ids: a type for each kind of thing, made at the moment of arrival, with a short form for addresses. */
@NullMarked
package dev.wilyferret.core.id;

import org.jspecify.annotations.NullMarked;
