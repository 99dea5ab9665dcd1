/** What speaks against showing a page to visitors, found block by block. */
@NullMarked
package dev.wilyferret.core.readiness;

import org.jspecify.annotations.NullMarked;
