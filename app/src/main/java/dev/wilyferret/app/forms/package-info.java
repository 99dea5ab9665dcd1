/** Typed input becomes domain values here, or messages at their fields, or the word that there is no such thing. */
@NullMarked
package dev.wilyferret.app.forms;

import org.jspecify.annotations.NullMarked;
