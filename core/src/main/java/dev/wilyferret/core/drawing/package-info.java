/** Drawing graphs from left to right: which box stands in which column, how high, and how lines go between them. */
@org.jspecify.annotations.NullMarked
package dev.wilyferret.core.drawing;
