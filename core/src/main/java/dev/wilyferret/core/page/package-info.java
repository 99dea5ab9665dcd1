/** A page as a document: blocks that hold blocks, next steps, texts and settings. */
@NullMarked
package dev.wilyferret.core.page;

import org.jspecify.annotations.NullMarked;
