/** The benches of mails: writing one, sequences, broadcasts, the outbox and a person's mails. */
@NullMarked
package dev.wilyferret.app.mailbench;

import org.jspecify.annotations.NullMarked;
