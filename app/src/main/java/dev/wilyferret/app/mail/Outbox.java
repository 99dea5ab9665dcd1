package dev.wilyferret.app.mail;

import dev.wilyferret.app.hosts.HostUse;
import dev.wilyferret.app.intake.Buckets;
import dev.wilyferret.app.people.Audience;
import dev.wilyferret.app.people.People;
import dev.wilyferret.app.people.Subscriber;
import dev.wilyferret.app.storage.RowKey;
import dev.wilyferret.core.address.OwnHost;
import dev.wilyferret.core.id.Id;
import dev.wilyferret.core.id.LetterId;
import dev.wilyferret.core.id.ListId;
import dev.wilyferret.core.id.MailId;
import dev.wilyferret.core.id.PageId;
import dev.wilyferret.core.id.SubscriberId;
import dev.wilyferret.core.id.UuidV7;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.mail.Retry;
import dev.wilyferret.core.people.Membership;
import dev.wilyferret.core.text.PlainText;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.context.event.EventListener;
import org.springframework.core.annotation.Order;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Every mail to be sent to one person, kept before anything is sent, once a person and mail. */
@Service
@Order(4)
public class Outbox implements HostUse {

    /** Nobody is asked again within this time, however often a form is sent. */
    private static final Duration ASK_AGAIN = Duration.ofMinutes(10);

    /** How many confirmations one network may ask for in an hour without waiting. */
    static final int MOST_ASKED = 30;

    private final OutboxStore outbox;
    private final MailStore mails;
    private final People people;
    private final UuidV7 ids;
    private final Clock clock;
    private final Buckets<String> asked;

    Outbox(OutboxStore outbox, MailStore mails, People people, UuidV7 ids, Clock clock) {
        this.outbox = outbox;
        this.mails = mails;
        this.people = people;
        this.ids = ids;
        this.clock = clock;
        this.asked = new Buckets<>(MOST_ASKED, Duration.ofHours(1), clock);
    }

    /**
     * Asks somebody to confirm, in the transaction that keeps them: once in ten minutes, whatever the list. Beyond so many an
     * hour from one network they wait, and the outbox says so; many people can share a network.
     */
    @EventListener
    @Transactional
    public void ask(People.ConfirmationWanted wanted) {
        Subscriber one = wanted.subscriber();
        Optional<MailRow> mail =
                mails.ofKind(one.workspace().value(), one.list().value(), Written.Kind.CONFIRM).stream()
                        .findFirst();
        if (mail.isEmpty()) {
            return;
        }
        Instant now = clock.instant();
        Optional<OutboxRow> last = outbox.lastRound(
                one.workspace().value(), mail.get().key.id(), one.id().value());
        if (last.filter(row -> !row.dueAt.plus(ASK_AGAIN).isBefore(now)).isPresent()) {
            return;
        }
        List<SubscriberId> oneself =
                people.sameAddress(one).stream().map(Subscriber::id).toList();
        Instant free = outbox.lastAsked(one.workspace().value(), Id.values(oneself))
                .map(asked -> asked.plus(ASK_AGAIN))
                .filter(now::isBefore)
                .orElse(now);
        Instant due = now.plus(wanted.network().isEmpty() ? Duration.ZERO : asked.reserve(wanted.network()));
        OutboxRow row = next(one, new MailId(mail.get().key.id()), last, due.isAfter(free) ? due : free);
        row.answer = row.dueAt.equals(now)
                ? ""
                : due.isAfter(free)
                        ? "It waits: more than %d confirmations an hour were asked for from one network."
                                .formatted(MOST_ASKED)
                        : "It waits: one confirmation goes to an address in ten minutes.";
        outbox.save(row);
    }

    /** A mail that may come several times, once more. */
    private OutboxRow next(Subscriber one, MailId mail, Optional<OutboxRow> last, Instant due) {
        return new OutboxRow(
                RowKey.of(one.workspace(), ids.next()),
                mail.value(),
                one.id().value(),
                last.map(row -> row.round + 1).orElse(0),
                due);
    }

    /** Whoever is erased gets nothing more. */
    @EventListener
    @Transactional
    public void forget(People.Erased erased) {
        outbox.forgetAnswers(erased.workspace().value(), Id.values(erased.subscribers()));
        outbox.drop(erased.workspace().value(), Id.values(erased.subscribers()), "The person was erased.");
    }

    /** Puts a mail in that may come several times, unless it did within a time. */
    @Transactional
    public void oncePer(Duration time, Subscriber one, MailId mail) {
        Optional<OutboxRow> last =
                outbox.lastRound(one.workspace().value(), mail.value(), one.id().value());
        Instant now = clock.instant();
        if (last.isEmpty() || last.get().dueAt.plus(time).isBefore(now)) {
            outbox.save(next(one, mail, last, now));
        }
    }

    /** Puts a mail of a sequence in; a person gets it once. */
    @Transactional
    public void add(Subscriber one, MailId mail) {
        if (outbox.lastRound(one.workspace().value(), mail.value(), one.id().value())
                .isEmpty()) {
            outbox.save(new OutboxRow(
                    RowKey.of(one.workspace(), ids.next()),
                    mail.value(),
                    one.id().value(),
                    0,
                    clock.instant()));
        }
    }

    /** Keeps letters as they were sent in the past. */
    @Transactional
    public void keep(List<Letter> past) {
        outbox.saveAll(past.stream().map(OutboxRow::new).toList());
    }

    /** How far a person has come in the sequence; empty if nothing of it came to them yet. */
    Optional<OutboxStore.Reached> reached(Subscriber one) {
        return outbox.reached(one.workspace().value(), one.id().value());
    }

    /** For each mail of a list's sequence, how many confirmed people have not come to it yet. */
    @Transactional(readOnly = true)
    public Map<MailId, Long> stillBefore(WorkspaceId workspace, ListId list) {
        List<OutboxStore.Reaching> reaching = outbox.reaching(workspace.value(), list.value());
        return mails.ofKind(workspace.value(), list.value(), Written.Kind.SEQUENCE).stream()
                .collect(Collectors.toMap(
                        mail -> new MailId(mail.key.id()),
                        mail -> reaching.stream()
                                .filter(place -> place.getPosition() < mail.position)
                                .mapToLong(OutboxStore.Reaching::getPeople)
                                .sum()));
    }

    /** Puts a broadcast in for everybody it is meant for. */
    @Transactional
    public int address(Written mail, Audience who) {
        return outbox.address(
                mail.workspace().value(),
                mail.id().value(),
                mail.list().value(),
                clock.instant(),
                Membership.CONFIRMED.name(),
                who.tag(),
                who.source(),
                who.page().map(PageId::value).orElse(null),
                who.from().orElse(null),
                who.until().orElse(null),
                who.like());
    }

    /** Takes the next letters that are due out of those waiting; what is stopped waits on. */
    @Transactional
    public List<Letter> take(int most) {
        List<OutboxRow> due = outbox.nextDue(clock.instant(), most);
        due.forEach(row -> {
            row.state = Letter.State.SENDING;
            row.attempts++;
        });
        return due.stream().map(OutboxRow::toLetter).toList();
    }

    /**
     * Notes that the mail server took a letter.
     *
     * @param host that its links lead over
     */
    @Transactional
    public void sent(Letter letter, Written mail, Optional<OwnHost> host, String answer) {
        OutboxRow row = over(letter, mail);
        row.state = Letter.State.SENT;
        row.sentAt = clock.instant();
        row.host = host.map(OwnHost::name).orElse(null);
        row.answer = shown(answer);
    }

    /** The row of a letter of which nothing more comes. The person's row is locked before it, as wherever both are. */
    private OutboxRow over(Letter letter, Written mail) {
        if (mail.kind() == Written.Kind.SEQUENCE) {
            people.lookOn(letter.workspace(), letter.subscriber());
        }
        return row(letter);
    }

    /** Notes that a letter is not to be sent any more. */
    @Transactional
    public void drop(Letter letter, Written mail, String why) {
        become(over(letter, mail), Letter.State.DROPPED, why);
    }

    /** Notes that the mail server will never take a letter. */
    @Transactional
    public void refused(Letter letter, Written mail, String answer) {
        become(over(letter, mail), Letter.State.REFUSED, answer);
    }

    private static void become(OutboxRow row, Letter.State state, String why) {
        row.state = state;
        row.answer = shown(why);
    }

    /** Notes that the mail server does not take a letter just now; it is tried again later, or given up. */
    @Transactional
    public void later(Letter letter, Written mail, String answer) {
        if (!putOff(letter, answer)) {
            refused(letter, mail, answer);
        }
    }

    /** Notes that a letter could not be written; it is tried again later, or given up. */
    @Transactional
    public void unwritable(Letter letter) {
        String why = "It could not be written; the program’s log says why.";
        if (!putOff(letter, why)) {
            // The mail it is of may be just what cannot be read, so it is not asked whether one comes after it.
            people.lookOn(letter.workspace(), letter.subscriber());
            become(row(letter), Letter.State.REFUSED, why);
        }
    }

    /** @return whether it is tried once more */
    private boolean putOff(Letter letter, String answer) {
        Optional<Duration> pause = Retry.pause(letter.attempts());
        pause.ifPresent(wait -> {
            OutboxRow row = row(letter);
            row.dueAt = clock.instant().plus(wait);
            become(row, Letter.State.WAITING, answer);
        });
        return pause.isPresent();
    }

    /** Puts a letter back that could not be handed over since the server was out of reach; that is no try. */
    @Transactional
    public void putBack(Letter letter) {
        OutboxRow row = row(letter);
        row.state = Letter.State.WAITING;
        row.attempts--;
    }

    /** After a start: what was on its way when the program ended is tried again under the same Message-ID. */
    @Transactional
    public int resume() {
        return outbox.resume(clock.instant());
    }

    /** Tries a refused letter once more. */
    @Transactional
    public void again(WorkspaceId workspace, LetterId id) {
        outbox.toChange(RowKey.of(workspace, id))
                .filter(row -> row.state == Letter.State.REFUSED)
                .ifPresent(row -> {
                    row.state = Letter.State.WAITING;
                    row.attempts = 0;
                    row.dueAt = clock.instant();
                });
    }

    private OutboxRow row(Letter letter) {
        return outbox.toChange(RowKey.of(letter.workspace(), letter.id())).orElseThrow();
    }

    private static String shown(String answer) {
        String clean = answer.replaceAll("\\p{C}+", " ").strip();
        return PlainText.cut(clean, 300);
    }

    /** What went out with addresses on a host; it cannot be moved, only kept alive. */
    @Override
    @Transactional(readOnly = true)
    public List<Standing> on(WorkspaceId workspace, OwnHost host) {
        OutboxStore.SentWith sent = outbox.sentWith(workspace.value(), host.name());
        return List.of(
                HostUse.of(sent.getLinks(), "link in a mail that was sent", "links in mails that were sent", true),
                HostUse.of(
                                sent.getLeaving(),
                                "unsubscribe link in a sent mail",
                                "unsubscribe links in sent mails",
                                true)
                        .warning(
                                "People who cannot unsubscribe by a link in a mail they have will call that mail spam. If the name is yours still, it is better kept."));
    }

    /** How many letters of a mail are how far. */
    public record Progress(Map<Letter.State, Long> letters, long clicked) {

        public static final Progress NONE = new Progress(Map.of(), 0);

        public long of(Letter.State state) {
            return letters.getOrDefault(state, 0L);
        }

        public long all() {
            return letters.values().stream().mapToLong(Long::longValue).sum();
        }

        /** Those that need nothing more. */
        public long over() {
            return all() - of(Letter.State.WAITING) - of(Letter.State.SENDING);
        }

        public int percent() {
            return all() == 0 ? 0 : (int) (over() * 100 / all());
        }
    }

    /** By mail, for the mails of a list. */
    @Transactional(readOnly = true)
    public Map<MailId, Progress> progress(WorkspaceId workspace, ListId list) {
        Map<MailId, Long> clicked = new HashMap<>();
        outbox.clicked(workspace.value(), list.value())
                .forEach(row -> clicked.put(new MailId(row.getMail()), row.getLetters()));
        Map<MailId, Map<Letter.State, Long>> letters = new HashMap<>();
        outbox.counts(workspace.value(), list.value())
                .forEach(row -> letters.computeIfAbsent(
                                new MailId(row.getMail()), mail -> new EnumMap<>(Letter.State.class))
                        .put(Letter.State.valueOf(row.getState()), row.getLetters()));
        Map<MailId, Progress> all = new HashMap<>();
        letters.forEach((mail, counts) -> all.put(mail, new Progress(counts, clicked.getOrDefault(mail, 0L))));
        return all;
    }

    @Transactional(readOnly = true)
    public Progress progress(Written mail) {
        Map<Letter.State, Long> letters = new EnumMap<>(Letter.State.class);
        outbox.countsOf(mail.workspace().value(), mail.id().value())
                .forEach(row -> letters.put(Letter.State.valueOf(row.getState()), row.getLetters()));
        return new Progress(letters, 0);
    }

    @Transactional(readOnly = true)
    public Map<Letter.State, Long> states(WorkspaceId workspace) {
        Map<Letter.State, Long> states = new EnumMap<>(Letter.State.class);
        outbox.states(workspace.value()).forEach(row -> states.put((Letter.State) row[0], (Long) row[1]));
        return states;
    }

    /** The latest first. */
    @Transactional(readOnly = true)
    public List<Letter> latest(WorkspaceId workspace, List<Letter.State> states) {
        return outbox.latest(workspace.value(), states, Limit.of(200)).stream()
                .map(OutboxRow::toLetter)
                .toList();
    }

    @Transactional(readOnly = true)
    public Optional<Letter> find(WorkspaceId workspace, LetterId id) {
        return outbox.findById(RowKey.of(workspace, id)).map(OutboxRow::toLetter);
    }

    /** The letter whose links name it so. */
    @Transactional(readOnly = true)
    Optional<Letter> opened(WorkspaceId workspace, UUID open) {
        return outbox.opened(workspace.value(), open).map(OutboxRow::toLetter);
    }

    @Transactional(readOnly = true)
    public List<Letter> ofPeople(WorkspaceId workspace, List<SubscriberId> subscribers) {
        return outbox.ofPeople(workspace.value(), Id.values(subscribers)).stream()
                .map(OutboxRow::toLetter)
                .toList();
    }

    /** A link that a person followed. */
    public record Followed(Instant at, MailId mail, String destination) {}

    @Transactional(readOnly = true)
    public List<Followed> followed(WorkspaceId workspace, List<SubscriberId> subscribers) {
        return outbox.followed(workspace.value(), Id.values(subscribers)).stream()
                .map(row -> new Followed(row.getAt(), new MailId(row.getMail()), row.getDestination()))
                .toList();
    }
}
