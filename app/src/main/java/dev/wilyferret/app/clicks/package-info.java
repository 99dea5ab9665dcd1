/** The click log: what visitors did, durable before it is answered, and how it is counted. */
@NullMarked
package dev.wilyferret.app.clicks;

import org.jspecify.annotations.NullMarked;
