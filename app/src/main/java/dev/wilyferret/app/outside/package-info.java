/** What the program itself asks of other servers: only on the public internet, for a short time, reading little. */
@NullMarked
package dev.wilyferret.app.outside;

import org.jspecify.annotations.NullMarked;
