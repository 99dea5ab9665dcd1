/** What the public site answers from: everything public, in memory, drawn, and kept fresh. */
@NullMarked
package dev.wilyferret.app.live;

import org.jspecify.annotations.NullMarked;
