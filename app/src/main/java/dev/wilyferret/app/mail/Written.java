package dev.wilyferret.app.mail;

import dev.wilyferret.app.people.Audience;
import dev.wilyferret.core.id.ListId;
import dev.wilyferret.core.id.MailId;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.mail.MailText;
import dev.wilyferret.core.mail.Sequence;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;

/**
 * A mail as it stands written.
 *
 * @param name what its owner calls it, which becomes the content tag of its links
 * @param live for a mail of a sequence, whether it is sent
 * @param audience of a broadcast, once it is chosen
 * @param sendAt when a broadcast begins
 */
public record Written(
        WorkspaceId workspace,
        MailId id,
        ListId list,
        Kind kind,
        int position,
        String name,
        MailText text,
        int revision,
        boolean live,
        Duration delay,
        boolean afterOptIn,
        Optional<Audience> audience,
        State state,
        Optional<Instant> sendAt) {

    /** What a mail is for. */
    public enum Kind {
        /** Asks for the confirmation of an address. */
        CONFIRM,
        SEQUENCE,
        BROADCAST,
        /** Brings a fresh link to something given away. */
        DELIVERY
    }

    /** How far a broadcast has come; other mails stay drafts. */
    public enum State {
        DRAFT,
        SCHEDULED,
        RUNNING,
        STOPPED,
        DONE
    }

    /** Whether its words stand for good: those of a broadcast that has begun. */
    public boolean closed() {
        return state != State.DRAFT && state != State.SCHEDULED;
    }

    Sequence.Step step() {
        return new Sequence.Step(id, position, live, delay, afterOptIn);
    }

    /** The delay in the largest unit that fits whole. */
    public String delayWords() {
        long minutes = delay.toMinutes();
        if (minutes == 0) {
            return "at once";
        }
        return minutes % 1440 == 0
                ? count(minutes / 1440, "day")
                : minutes % 60 == 0 ? count(minutes / 60, "hour") : count(minutes, "minute");
    }

    private static String count(long number, String unit) {
        return number + " " + unit + (number == 1 ? "" : "s");
    }
}
