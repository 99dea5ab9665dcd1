package dev.wilyferret.app.mail;

import dev.wilyferret.app.people.Audience;
import dev.wilyferret.app.storage.RowKey;
import dev.wilyferret.core.id.ListId;
import dev.wilyferret.core.id.MailId;
import dev.wilyferret.core.id.PageId;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.mail.MailText;
import dev.wilyferret.core.page.RichText;
import jakarta.persistence.Column;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Table;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import java.util.UUID;
import org.hibernate.annotations.DynamicUpdate;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;
import org.jspecify.annotations.Nullable;

@Entity
@DynamicUpdate
@Table(name = "mail")
class MailRow {

    @EmbeddedId
    RowKey key;

    @Column(name = "list_id")
    UUID list;

    @Enumerated(EnumType.STRING)
    Written.Kind kind;

    int position;
    String name;
    String subject;
    String preview;
    String body;
    int revision;
    boolean live;

    @Column(name = "delay_minutes")
    int delayMinutes;

    @Column(name = "after_opt_in")
    boolean afterOptIn;

    @JdbcTypeCode(SqlTypes.JSON)
    @Nullable
    Meant audience;

    /** An audience as it is kept; empty words narrow nothing. */
    record Meant(String text, String tag, String source, String page, String from, String until) {

        static Meant of(Audience who) {
            return new Meant(
                    who.text(),
                    who.tag(),
                    who.source(),
                    who.page().map(PageId::toString).orElse(""),
                    who.from().map(Instant::toString).orElse(""),
                    who.until().map(Instant::toString).orElse(""));
        }

        Audience audience() {
            return new Audience(
                    Optional.empty(),
                    text,
                    tag,
                    source,
                    page.isEmpty() ? Optional.empty() : Optional.of(PageId.of(page)),
                    from.isEmpty() ? Optional.empty() : Optional.of(Instant.parse(from)),
                    until.isEmpty() ? Optional.empty() : Optional.of(Instant.parse(until)));
        }
    }

    @Enumerated(EnumType.STRING)
    Written.State state = Written.State.DRAFT;

    @Column(name = "send_at")
    @Nullable
    Instant sendAt;

    @Column(name = "made_at")
    Instant madeAt;

    @Column(name = "removed_at")
    @Nullable
    Instant removedAt;

    protected MailRow() {}

    MailRow(RowKey key, UUID list, Written.Kind kind, int position, String name, MailText text, Instant madeAt) {
        this.key = key;
        this.list = list;
        this.kind = kind;
        this.position = position;
        this.name = name;
        this.madeAt = madeAt;
        say(text);
    }

    final void say(MailText text) {
        subject = text.subject();
        preview = text.preview();
        body = text.body().source();
    }

    Written toWritten() {
        return new Written(
                new WorkspaceId(key.workspace()),
                new MailId(key.id()),
                new ListId(list),
                kind,
                position,
                name,
                new MailText(subject, preview, new RichText(body)),
                revision,
                live,
                Duration.ofMinutes(delayMinutes),
                afterOptIn,
                Optional.ofNullable(audience).map(Meant::audience),
                state,
                Optional.ofNullable(sendAt));
    }
}
