package dev.wilyferret.app.mail;

import dev.wilyferret.core.id.LetterId;
import dev.wilyferret.core.id.MailId;
import dev.wilyferret.core.id.SubscriberId;
import dev.wilyferret.core.id.WorkspaceId;
import java.time.Instant;
import java.util.Optional;
import java.util.UUID;

/**
 * A mail for one person in the outbox. Its id is part of its Message-ID, which stays the same however often it is tried.
 *
 * @param open what its links name it by, which nothing shows
 * @param answer what the mail server said last, or why it is not sent; empty if nothing is to be said
 */
public record Letter(
        WorkspaceId workspace,
        LetterId id,
        UUID open,
        MailId mail,
        SubscriberId subscriber,
        State state,
        Instant dueAt,
        int attempts,
        String answer,
        Optional<Instant> sentAt) {

    public enum State {
        WAITING("waiting"),
        /** Handed to the mail server just now; after a crash it is tried again under the same Message-ID. */
        SENDING("on its way"),
        SENT("sent"),
        /** The mail server will not take it. */
        REFUSED("refused"),
        /** Not sent, since the person has left or the mail was taken out. */
        DROPPED("not sent");

        private final String words;

        State(String words) {
            this.words = words;
        }

        public String words() {
            return words;
        }
    }
}
