package dev.wilyferret.app.mail;

import dev.wilyferret.app.people.Audience;
import dev.wilyferret.app.storage.RowKey;
import dev.wilyferret.core.id.MailId;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.text.Refusal;
import java.time.Clock;
import java.time.Instant;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Broadcasts: begun now or at a time, stopped, gone on with. */
@Service
public class Broadcasts {

    private final MailStore mails;
    private final Outbox outbox;
    private final Clock clock;

    Broadcasts(MailStore mails, Outbox outbox, Clock clock) {
        this.mails = mails;
        this.outbox = outbox;
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

    /** Begins what is due, and ends what has nothing left to send. */
    @Transactional
    public void turn() {
        mails.toBegin(clock.instant()).forEach(this::begin);
        for (MailRow row : mails.running()) {
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
