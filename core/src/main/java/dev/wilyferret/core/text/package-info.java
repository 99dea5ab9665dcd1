/** What people type: the rules every typed line obeys, and how a refusal is worded. */
@NullMarked
package dev.wilyferret.core.text;

import org.jspecify.annotations.NullMarked;
