/** The console's frame: how figures are shown, sign-in, settings, what an error looks like. */
@NullMarked
package dev.wilyferret.app.console;

import org.jspecify.annotations.NullMarked;
