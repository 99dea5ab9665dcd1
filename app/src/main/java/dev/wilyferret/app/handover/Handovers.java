package dev.wilyferret.app.handover;

import dev.wilyferret.app.outside.Outside;
import dev.wilyferret.app.people.Lists;
import dev.wilyferret.app.people.MailList;
import dev.wilyferret.app.people.People;
import dev.wilyferret.app.people.Subscriber;
import dev.wilyferret.app.secrets.Seals;
import dev.wilyferret.app.secrets.Signing;
import dev.wilyferret.app.storage.RowKey;
import dev.wilyferret.core.id.HandoverId;
import dev.wilyferret.core.id.Id;
import dev.wilyferret.core.id.ListId;
import dev.wilyferret.core.id.SubscriberId;
import dev.wilyferret.core.id.UuidV7;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.mail.Retry;
import dev.wilyferret.core.people.Membership;
import dev.wilyferret.core.text.Fault;
import dev.wilyferret.core.text.PlainText;
import java.io.IOException;
import java.net.URI;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.concurrent.Semaphore;
import java.util.stream.Collectors;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.event.EventListener;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.databind.json.JsonMapper;

/**
 * Hands confirmed subscribers on, each once, tried again with growing pauses. A webhook's body is signed: the header
 * {@code X-Ferret-Signature} holds the HMAC-SHA256 (RFC 2104) of the time in {@code X-Ferret-Time}, a full stop and the
 * body, in hexadecimal.
 */
@Service
public class Handovers {

    private static final Logger LOG = LoggerFactory.getLogger(Handovers.class);
    private static final int AT_ONCE = 16;
    /** Longer than an exchange takes: whoever was taken and not heard of again after this is taken again. */
    private static final Duration LEASE = Outside.PATIENCE.multipliedBy(4);

    private static final JsonMapper JSON = JsonMapper.builder().build();

    private final HandoverStore handovers;
    private final People people;
    private final Lists lists;
    private final TransactionTemplate transaction;
    private final UuidV7 ids;
    private final Clock clock;
    private final Outside outside;
    private final Seals seals;
    private final Semaphore free = new Semaphore(AT_ONCE);

    Handovers(
            HandoverStore handovers,
            People people,
            Lists lists,
            Outside outside,
            Seals seals,
            TransactionTemplate transaction,
            UuidV7 ids,
            Clock clock) {
        this.handovers = handovers;
        this.people = people;
        this.lists = lists;
        this.outside = outside;
        this.seals = seals;
        this.transaction = transaction;
        this.ids = ids;
        this.clock = clock;
    }

    /** What an address answered. */
    public record Answer(boolean taken, String words) {}

    public HandoverId newId() {
        return new HandoverId(ids.next());
    }

    @Transactional
    public void keep(Handover handover) {
        handovers.save(new HandoverRow(handover, seals, clock.instant()));
    }

    @Transactional
    public void drop(WorkspaceId workspace, HandoverId id) {
        handovers.toChange(RowKey.of(workspace, id)).ifPresent(row -> row.live = false);
    }

    @Transactional(readOnly = true)
    public List<Handover> of(WorkspaceId workspace, ListId list) {
        return handovers.ofList(workspace.value(), list.value()).stream()
                .map(row -> row.toHandover(seals))
                .filter(Handover::live)
                .toList();
    }

    /** Whoever is confirmed is handed on, told in the transaction that confirms them. */
    @EventListener
    @Transactional
    public void confirmed(People.Confirmed event) {
        Subscriber one = event.subscriber();
        of(one.workspace(), one.list())
                .forEach(handover -> handovers.put(
                        one.workspace().value(),
                        ids.next(),
                        handover.id().value(),
                        one.id().value(),
                        clock.instant()));
    }

    /** Of whoever is erased nothing that was answered is kept. */
    @EventListener
    @Transactional
    public void forget(People.Erased erased) {
        handovers.forget(erased.workspace().value(), Id.values(erased.subscribers()));
    }

    /** Hands on whoever is due, each on a thread of its own and a bounded number at once; none waits for another. */
    @Scheduled(fixedDelay = 500)
    void turn() {
        try {
            int places = free.availablePermits();
            if (places > 0) {
                Instant now = clock.instant();
                Objects.requireNonNull(transaction.execute(status -> handovers.take(now, now.plus(LEASE), places)))
                        .forEach(this::begin);
            }
        } catch (RuntimeException e) {
            LOG.warn("Subscribers could not be handed on; it is tried again: {}", Fault.of(e));
        }
    }

    private void begin(HandoverStore.Waiting waiting) {
        free.acquireUninterruptibly();
        Thread.ofVirtual().name("handover").start(() -> {
            try {
                handOn(waiting);
            } catch (RuntimeException e) {
                LOG.warn("A subscriber could not be handed on; it is tried again: {}", Fault.of(e));
            } finally {
                free.release();
            }
        });
    }

    private void handOn(HandoverStore.Waiting waiting) {
        Optional<Handover> to = handovers
                .findById(new RowKey(waiting.getWorkspace(), waiting.getHandover()))
                .map(row -> row.toHandover(seals))
                .filter(Handover::live);
        Optional<Subscriber> one = people.find(
                        new WorkspaceId(waiting.getWorkspace()), new SubscriberId(waiting.getSubscriber()))
                .filter(known -> known.membership() == Membership.CONFIRMED);
        if (to.isEmpty() || one.isEmpty()) {
            note(waiting, "DROPPED", Duration.ZERO, "Switched off, or the person has left.");
            return;
        }
        Answer answer = send(to.get(), one.get());
        Optional<Duration> pause = Retry.pause(waiting.getAttempts() + 1);
        if (answer.taken) {
            note(waiting, "TAKEN", Duration.ZERO, answer.words);
        } else {
            note(waiting, pause.isPresent() ? "WAITING" : "REFUSED", pause.orElse(Duration.ZERO), answer.words);
        }
    }

    private void note(HandoverStore.Waiting waiting, String state, Duration pause, String answer) {
        transaction.executeWithoutResult(status -> handovers.note(
                waiting.getWorkspace(), waiting.getId(), state, clock.instant().plus(pause), answer));
    }

    /** Sends a subscriber on, and says what came back. */
    public Answer send(Handover to, Subscriber one) {
        if (to.kind() == Handover.Kind.WEBHOOK && to.secret().isEmpty()) {
            return new Answer(false, "Not sent: its secret cannot be read, since the key file is missing.");
        }
        try {
            Outside.Answer answer = switch (to.kind()) {
                case WEBHOOK -> webhook(to, one);
                case FORM -> form(to, one);
            };
            boolean taken = answer.status() < (to.kind() == Handover.Kind.FORM ? 400 : 300);
            return new Answer(taken, shown(answer.status() + " " + answer.body()));
        } catch (IOException | IllegalArgumentException e) {
            return new Answer(
                    false, shown("Out of reach: " + (e.getMessage() == null ? e.toString() : e.getMessage())));
        }
    }

    static String shown(String answer) {
        String clean = answer.replaceAll("<[^<>]*+>", " ")
                .replaceAll("[\\p{C}\\s]++", " ")
                .strip();
        return PlainText.cut(clean, 300);
    }

    private Outside.Answer webhook(Handover to, Subscriber one) throws IOException {
        Map<String, Object> body = new LinkedHashMap<>();
        body.put("event", "subscriber-confirmed");
        body.put("id", one.id());
        body.put(
                "list",
                lists.find(one.workspace(), one.list()).map(MailList::name).orElse(""));
        body.put("email", one.email());
        body.put("first_name", one.firstName());
        body.put("last_name", one.lastName());
        body.put("phone", one.phone());
        body.put("tags", one.tags());
        body.put("answers", one.answers());
        body.put("source", one.source());
        body.put("campaign", one.campaign());
        body.put("consent", one.consent());
        body.put("confirmed_at", one.confirmedAt().map(Instant::toString).orElse(""));
        String json = JSON.writeValueAsString(body);
        String time = String.valueOf(clock.instant().getEpochSecond());
        return outside.post(
                URI.create(to.address()),
                "application/json",
                Map.of("X-Ferret-Time", time, "X-Ferret-Signature", signature(to.secret(), time + "." + json)),
                json);
    }

    static String signature(String secret, String text) {
        return Signing.of(secret.getBytes(StandardCharsets.UTF_8), text);
    }

    private Outside.Answer form(Handover to, Subscriber one) throws IOException {
        Map<String, String> fields = new LinkedHashMap<>(to.fields());
        to.filled().forEach((name, part) -> fields.put(name, value(FormCode.Part.valueOf(part), one)));
        String encoded = fields.entrySet().stream()
                .map(field -> encoded(field.getKey()) + "=" + encoded(field.getValue()))
                .collect(Collectors.joining("&"));
        return to.get()
                ? outside.get(URI.create(to.address() + (to.address().contains("?") ? "&" : "?") + encoded))
                : outside.post(URI.create(to.address()), "application/x-www-form-urlencoded", Map.of(), encoded);
    }

    private static String encoded(String text) {
        return URLEncoder.encode(text, StandardCharsets.UTF_8);
    }

    private static String value(FormCode.Part part, Subscriber one) {
        return switch (part) {
            case EMAIL -> one.email();
            case FIRST_NAME -> one.firstName();
            case LAST_NAME -> one.lastName();
            case NAME -> one.name();
            case PHONE -> one.phone();
            case NOTHING -> "";
        };
    }

    /** What became of somebody handed on. */
    public record Handed(HandoverId handover, SubscriberId subscriber, String state, int attempts, String answer) {}

    @Transactional(readOnly = true)
    public List<Handed> handed(WorkspaceId workspace, ListId list) {
        return handovers.handed(workspace.value(), list.value()).stream()
                .map(row -> new Handed(
                        new HandoverId(row.getHandover()),
                        new SubscriberId(row.getSubscriber()),
                        row.getState(),
                        row.getAttempts(),
                        row.getAnswer()))
                .toList();
    }
}
