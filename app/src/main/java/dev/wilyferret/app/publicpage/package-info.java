/** How a page document becomes the HTML that visitors get. */
@NullMarked
package dev.wilyferret.app.publicpage;

import org.jspecify.annotations.NullMarked;
