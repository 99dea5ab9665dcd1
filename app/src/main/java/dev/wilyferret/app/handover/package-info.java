/** Handing subscribers on to a list elsewhere: by a signed webhook, or by that list's own form. */
@NullMarked
package dev.wilyferret.app.handover;

import org.jspecify.annotations.NullMarked;
