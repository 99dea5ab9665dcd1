/** Typed input becomes domain values here, or messages at their fields. */
@NullMarked
package dev.wilyferret.app.forms;

import org.jspecify.annotations.NullMarked;
