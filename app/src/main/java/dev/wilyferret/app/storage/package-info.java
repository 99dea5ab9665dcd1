/** What all storage classes share: row keys, ids, partitions of the large tables. */
@NullMarked
package dev.wilyferret.app.storage;

import org.jspecify.annotations.NullMarked;
