/** Secrets as they stand in the database, sealed under a key that is not in it, and what is signed with them. */
@NullMarked
package dev.wilyferret.app.secrets;

import org.jspecify.annotations.NullMarked;
