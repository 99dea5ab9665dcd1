/** The shelf of stored addresses elsewhere that links and pages may lead to. */
@NullMarked
package dev.wilyferret.app.elsewhere;

import org.jspecify.annotations.NullMarked;
