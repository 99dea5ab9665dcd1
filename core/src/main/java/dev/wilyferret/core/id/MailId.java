package dev.wilyferret.core.id;

import java.util.UUID;

/** Names a mail, as it is written. */
public record MailId(UUID value) implements Id {

    /** @throws IllegalArgumentException if the text is not a UUID */
    public static MailId of(String text) {
        return new MailId(UUID.fromString(text));
    }

    @Override
    public String toString() {
        return value.toString();
    }
}
