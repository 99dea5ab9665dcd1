/** Pages: copy sheet, draft and published, and the HTML that visitors get. */
@NullMarked
package dev.wilyferret.app.pages;

import org.jspecify.annotations.NullMarked;
