/** The public site's routes: from a request to its answer. */
@NullMarked
package dev.wilyferret.app.site;

import org.jspecify.annotations.NullMarked;
