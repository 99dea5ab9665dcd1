/** How a letter is drawn and handed to the mail server. */
@NullMarked
package dev.wilyferret.app.postman;

import org.jspecify.annotations.NullMarked;
