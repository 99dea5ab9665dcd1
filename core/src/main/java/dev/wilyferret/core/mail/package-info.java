/** Mails as they are written, when they are due, and how they read to a spam filter. */
@NullMarked
package dev.wilyferret.core.mail;

import org.jspecify.annotations.NullMarked;
