/** Where this installation answers and keeps its files: what the operator sets. */
@NullMarked
package dev.wilyferret.app.installation;

import org.jspecify.annotations.NullMarked;
