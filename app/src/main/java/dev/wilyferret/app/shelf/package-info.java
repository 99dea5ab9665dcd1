/** The shelf: pictures, videos and files that pages show, and bonuses that are given away. */
@NullMarked
package dev.wilyferret.app.shelf;

import org.jspecify.annotations.NullMarked;
