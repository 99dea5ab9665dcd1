/** Web addresses: what is allowed as a destination, templates, and tags on them. */
@NullMarked
package dev.wilyferret.core.address;

import org.jspecify.annotations.NullMarked;
