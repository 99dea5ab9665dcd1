/** Pages as documents: blocks, next steps, and what differs between draft and published. */
@NullMarked
package dev.wilyferret.core.page;

import org.jspecify.annotations.NullMarked;
