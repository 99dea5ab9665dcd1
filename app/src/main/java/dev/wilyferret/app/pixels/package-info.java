/** Ad platform accounts and what their pixels saw. */
@NullMarked
package dev.wilyferret.app.pixels;

import org.jspecify.annotations.NullMarked;
