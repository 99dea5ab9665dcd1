/** What comes in over HTTP, before anybody looks at it: connections and bodies that cannot hold the program up. */
@NullMarked
package dev.wilyferret.app.intake;

import org.jspecify.annotations.NullMarked;
