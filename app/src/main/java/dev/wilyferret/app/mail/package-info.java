/** What is written to people: mails, when they are due, the outbox, and the links in them. */
@NullMarked
package dev.wilyferret.app.mail;

import org.jspecify.annotations.NullMarked;
