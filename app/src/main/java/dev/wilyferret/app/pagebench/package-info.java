/** The bench of pages: the copy sheet, what helps to write it, the redirect page's settings. */
@NullMarked
package dev.wilyferret.app.pagebench;

import org.jspecify.annotations.NullMarked;
