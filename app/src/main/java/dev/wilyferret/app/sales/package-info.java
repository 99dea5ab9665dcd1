/** Postbacks from networks, and the sales they report. */
@NullMarked
package dev.wilyferret.app.sales;

import org.jspecify.annotations.NullMarked;
