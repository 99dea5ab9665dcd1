/** The shelf: pictures and videos that pages show. */
@NullMarked
package dev.wilyferret.app.media;

import org.jspecify.annotations.NullMarked;
