/** Mail: what lists send by themselves, broadcasts, the outbox, and what the mail server said. */
@NullMarked
package dev.wilyferret.app.mail;

import org.jspecify.annotations.NullMarked;
