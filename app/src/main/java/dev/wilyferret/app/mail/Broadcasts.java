package dev.wilyferret.app.mail;

import dev.wilyferret.app.people.Audience;
import dev.wilyferret.app.storage.EachByItself;
import dev.wilyferret.app.storage.RowKey;
import dev.wilyferret.core.id.MailId;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.text.Refusal;
import java.time.Clock;
import java.time.Instant;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;

/** Broadcasts: begun now or at a time, stopped, gone on with. */
@Service
public class Broadcasts {

    private final MailStore mails;
    private final Outbox outbox;
    private final TransactionTemplate transaction;
    private final Clock clock;

    Broadcasts(MailStore mails, Outbox outbox, TransactionTemplate transaction, Clock clock) {
        this.mails = mails;
        this.outbox = outbox;
        this.transaction = transaction;
        this.clock = clock;
    }

    /**
     * Sends a broadcast, or plans to.
     *
     * @param at when; empty for now
     * @throws Refusal if it is not written, is under way already, or would go out to nobody
     */
    @Transactional
    public void send(WorkspaceId workspace, MailId id, Audience who, Optional<Instant> at) {
        MailRow row = row(workspace, id);
        if (row.subject.isEmpty() || row.body.isEmpty()) {
            throw new Refusal("This mail has no %s yet. Write it before you send it."
                    .formatted(row.subject.isEmpty() ? "subject" : "words"));
        }
        if (row.state != Written.State.DRAFT && row.state != Written.State.SCHEDULED) {
            throw new Refusal("This broadcast was sent already. Copy its words into a new one.");
        }
        row.audience = MailRow.Meant.of(who);
        row.sendAt = at.filter(moment -> moment.isAfter(clock.instant())).orElse(clock.instant());
        row.state = Written.State.SCHEDULED;
        if (begin(row) == 0 && row.state == Written.State.RUNNING) {
            throw new Refusal("Nobody it is meant for has confirmed. Choose others, or wait until somebody has.");
        }
    }

    /** Begins a broadcast whose time has come; says how many letters it is. */
    private int begin(MailRow row) {
        if (row.audience != null && row.sendAt != null && !row.sendAt.isAfter(clock.instant())) {
            row.state = Written.State.RUNNING;
            mails.flush();
            return outbox.address(row.toWritten(), row.audience.audience());
        }
        return 0;
    }

    /** Begins what is due, and ends what has nothing left to send, each in a transaction of its own. */
    public void turn() {
        EachByItself.each(
                mails.underWay(clock.instant()), key -> transaction.executeWithoutResult(status -> turn(key)));
    }

    private void turn(RowKey key) {
        MailRow row = mails.toChange(key).orElseThrow();
        if (row.state == Written.State.SCHEDULED) {
            begin(row);
        }
        if (row.state == Written.State.RUNNING) {
            Outbox.Progress progress = outbox.progress(row.toWritten());
            if (progress.over() == progress.all()) {
                row.state = Written.State.DONE;
            }
        }
    }

    /** Holds the letters back that are still waiting; a planned one becomes a draft again. */
    @Transactional
    public void stop(WorkspaceId workspace, MailId id) {
        MailRow row = row(workspace, id);
        if (row.state == Written.State.RUNNING) {
            row.state = Written.State.STOPPED;
        } else if (row.state == Written.State.SCHEDULED) {
            row.state = Written.State.DRAFT;
        }
    }

    @Transactional
    public void resume(WorkspaceId workspace, MailId id) {
        MailRow row = row(workspace, id);
        if (row.state == Written.State.STOPPED) {
            row.state = Written.State.RUNNING;
        }
    }

    private MailRow row(WorkspaceId workspace, MailId id) {
        return mails.toChange(RowKey.of(workspace, id)).orElseThrow();
    }
}
