/** Hosts of a workspace's own: adding one, seeing whether its name leads here, removing it, and which addresses are taken on it. */
@NullMarked
package dev.wilyferret.app.hosts;

import org.jspecify.annotations.NullMarked;
