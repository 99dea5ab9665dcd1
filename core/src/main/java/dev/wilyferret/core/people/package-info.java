/** People who left an address: addresses, how they stand on a list, what is handed out of a list. */
@NullMarked
package dev.wilyferret.core.people;

import org.jspecify.annotations.NullMarked;
