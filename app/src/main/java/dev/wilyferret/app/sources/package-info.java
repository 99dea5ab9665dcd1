/** Places that traffic comes from, and their bench. */
@NullMarked
package dev.wilyferret.app.sources;

import org.jspecify.annotations.NullMarked;
