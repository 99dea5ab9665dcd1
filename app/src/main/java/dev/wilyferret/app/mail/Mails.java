package dev.wilyferret.app.mail;

import dev.wilyferret.app.people.Lists;
import dev.wilyferret.app.people.People;
import dev.wilyferret.app.storage.RowKey;
import dev.wilyferret.core.id.ListId;
import dev.wilyferret.core.id.MailId;
import dev.wilyferret.core.id.UuidV7;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.mail.MailText;
import dev.wilyferret.core.mail.Sequence;
import dev.wilyferret.core.page.RichText;
import dev.wilyferret.core.text.PlainText;
import dev.wilyferret.core.text.Refusal;
import java.time.Clock;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The mails of the lists as they are written. What is changed holds for everything not yet sent. */
@Service
public class Mails {

    /** Room between two mails of a sequence, so that one can be put between them. */
    private static final int APART = 1000;

    private final MailStore mails;
    private final People people;
    private final UuidV7 ids;
    private final Clock clock;

    Mails(MailStore mails, People people, UuidV7 ids, Clock clock) {
        this.mails = mails;
        this.people = people;
        this.ids = ids;
        this.clock = clock;
    }

    /** Each list begins with a confirmation that can be sent as it is. */
    @EventListener
    @Transactional
    public void begin(Lists.Made made) {
        add(
                made.workspace(),
                made.list().id(),
                Written.Kind.CONFIRM,
                "confirm",
                new MailText(
                        "Please confirm your address",
                        "One click, and it is on its way",
                        new RichText(
                                "Hello {{first_name|there}},\n\nyou asked for mail from %s. Press the button, so that I know it was you. "
                                                .formatted(made.list().senderName())
                                        + "Then what you asked for is on its way.\n\nIf it was not you, do nothing: nothing more will come.")));
    }

    /** Adds a mail at the end of its kind. */
    @Transactional
    public Written add(WorkspaceId workspace, ListId list, Written.Kind kind, String name, MailText text) {
        int position = mails.lastPosition(workspace.value(), list.value(), kind).orElse(0) + APART;
        MailRow row = new MailRow(
                RowKey.of(workspace, ids.next()), list.value(), kind, position, name, text, clock.instant());
        return mails.saveAndFlush(row).toWritten();
    }

    /** Adds a mail to a list's sequence, switched off until it is written. */
    @Transactional
    public Written addToSequence(WorkspaceId workspace, ListId list, Duration delay, MailText text) {
        int number = mails.ofKind(workspace.value(), list.value(), Written.Kind.SEQUENCE)
                        .size()
                + 1;
        Written made = add(workspace, list, Written.Kind.SEQUENCE, "mail-" + number, text);
        row(workspace, made.id()).delayMinutes = (int) delay.toMinutes();
        return row(workspace, made.id()).toWritten();
    }

    @Transactional(readOnly = true)
    public Optional<Written> find(WorkspaceId workspace, MailId id) {
        return mails.findById(RowKey.of(workspace, id))
                .filter(row -> row.removedAt == null)
                .map(MailRow::toWritten);
    }

    /** Also one that was taken out of its sequence. */
    @Transactional(readOnly = true)
    public Written sent(WorkspaceId workspace, MailId id) {
        return mails.findById(RowKey.of(workspace, id)).orElseThrow().toWritten();
    }

    @Transactional(readOnly = true)
    public List<Written> of(WorkspaceId workspace, ListId list, Written.Kind kind) {
        return mails.ofKind(workspace.value(), list.value(), kind).stream()
                .map(MailRow::toWritten)
                .toList();
    }

    /** The lists that have mails of a sequence, none of which is switched on. */
    @Transactional(readOnly = true)
    public Set<ListId> listsSwitchedOff(WorkspaceId workspace) {
        return mails.listsSwitchedOff(workspace.value()).stream()
                .map(ListId::new)
                .collect(Collectors.toSet());
    }

    @Transactional(readOnly = true)
    public Sequence sequence(WorkspaceId workspace, ListId list) {
        return new Sequence(of(workspace, list, Written.Kind.SEQUENCE).stream()
                .map(Written::step)
                .toList());
    }

    /**
     * Keeps what is written.
     *
     * @param revision the revision it was written on
     * @return whether it was kept; false if it was changed elsewhere since
     */
    @Transactional
    public boolean write(WorkspaceId workspace, MailId id, int revision, String name, MailText text) {
        MailRow row = row(workspace, id);
        if (row.revision != revision || row.toWritten().closed()) {
            return false;
        }
        row.name = PlainText.line("name of the mail", name, 60);
        row.say(text);
        row.revision++;
        return true;
    }

    /** @throws Refusal if a mail without subject or words would be switched on */
    @Transactional
    public void time(WorkspaceId workspace, MailId id, Duration delay, boolean afterOptIn, boolean live) {
        MailRow row = row(workspace, id);
        if (live && (row.subject.isEmpty() || row.body.isEmpty())) {
            throw new Refusal("This mail has no %s yet. Write it first, then switch it on."
                    .formatted(row.subject.isEmpty() ? "subject" : "words"));
        }
        row.delayMinutes = (int) delay.toMinutes();
        row.afterOptIn = afterOptIn;
        row.live = live;
        people.lookAgain(workspace, new ListId(row.list));
    }

    /** Moves a mail of a sequence by places. */
    @Transactional
    public void move(WorkspaceId workspace, MailId id, int by) {
        MailRow row = row(workspace, id);
        List<MailRow> all = new ArrayList<>(mails.ofKind(workspace.value(), row.list, Written.Kind.SEQUENCE));
        int from = all.indexOf(row);
        int to = Math.clamp(from + by, 0, all.size() - 1);
        all.remove(from);
        all.add(to, row);
        for (int i = 0; i < all.size(); i++) {
            all.get(i).position = (i + 1) * APART;
        }
        people.lookAgain(workspace, new ListId(row.list));
    }

    /** Takes a mail out; what was sent of it stays known. */
    @Transactional
    public void remove(WorkspaceId workspace, MailId id) {
        MailRow row = row(workspace, id);
        row.removedAt = clock.instant();
        row.live = false;
        if (row.state == Written.State.RUNNING || row.state == Written.State.SCHEDULED) {
            row.state = Written.State.STOPPED;
        }
        people.lookAgain(workspace, new ListId(row.list));
    }

    /** Puts a mail back that was taken out. */
    @Transactional
    public void putBack(WorkspaceId workspace, MailId id) {
        mails.toChange(RowKey.of(workspace, id)).ifPresent(row -> {
            row.removedAt = null;
            people.lookAgain(workspace, new ListId(row.list));
        });
    }

    private MailRow row(WorkspaceId workspace, MailId id) {
        return mails.toChange(RowKey.of(workspace, id)).orElseThrow();
    }
}
