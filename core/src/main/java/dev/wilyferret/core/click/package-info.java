/** What visitors do on the public site, and the verdict on each click. */
@NullMarked
package dev.wilyferret.core.click;

import org.jspecify.annotations.NullMarked;
