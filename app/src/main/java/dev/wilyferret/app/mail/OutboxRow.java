package dev.wilyferret.app.mail;

import dev.wilyferret.app.storage.RowKey;
import dev.wilyferret.core.id.LetterId;
import dev.wilyferret.core.id.MailId;
import dev.wilyferret.core.id.SubscriberId;
import dev.wilyferret.core.id.WorkspaceId;
import jakarta.persistence.Column;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.Optional;
import java.util.UUID;
import org.hibernate.annotations.DynamicUpdate;
import org.jspecify.annotations.Nullable;

@Entity
@DynamicUpdate
@Table(name = "outbox")
class OutboxRow {

    @EmbeddedId
    RowKey key;

    /** What its links name it by; what it shows is its key. */
    @Column(name = "open_id")
    UUID open = UUID.randomUUID();

    @Column(name = "mail_id")
    UUID mail;

    @Column(name = "subscriber_id")
    UUID subscriber;

    int round;

    @Enumerated(EnumType.STRING)
    Letter.State state = Letter.State.WAITING;

    @Column(name = "due_at")
    Instant dueAt;

    int attempts;
    String answer = "";

    @Column(name = "sent_at")
    @Nullable
    Instant sentAt;

    /** Of somebody's own, that its links lead over; null for the installation's. */
    @Nullable
    String host;

    protected OutboxRow() {}

    OutboxRow(RowKey key, UUID mail, UUID subscriber, int round, Instant dueAt) {
        this.key = key;
        this.mail = mail;
        this.subscriber = subscriber;
        this.round = round;
        this.dueAt = dueAt;
    }

    OutboxRow(Letter past) {
        this(
                RowKey.of(past.workspace(), past.id()),
                past.mail().value(),
                past.subscriber().value(),
                0,
                past.dueAt());
        open = past.open();
        state = past.state();
        attempts = past.attempts();
        answer = past.answer();
        sentAt = past.sentAt().orElse(null);
    }

    Letter toLetter() {
        return new Letter(
                new WorkspaceId(key.workspace()),
                new LetterId(key.id()),
                open,
                new MailId(mail),
                new SubscriberId(subscriber),
                state,
                dueAt,
                attempts,
                answer,
                Optional.ofNullable(sentAt));
    }
}
