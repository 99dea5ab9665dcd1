/** What a page says: its lines, changes in words, an ad's words found again, ideas for headlines. */
@NullMarked
package dev.wilyferret.core.wording;

import org.jspecify.annotations.NullMarked;
