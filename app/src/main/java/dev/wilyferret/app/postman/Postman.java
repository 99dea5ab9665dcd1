package dev.wilyferret.app.postman;

import com.github.benmanes.caffeine.cache.Caffeine;
import com.github.benmanes.caffeine.cache.LoadingCache;
import dev.wilyferret.app.installation.Installation;
import dev.wilyferret.app.installation.SiteAddress;
import dev.wilyferret.app.mail.Letter;
import dev.wilyferret.app.mail.MailLinks;
import dev.wilyferret.app.mail.Mails;
import dev.wilyferret.app.mail.Outbox;
import dev.wilyferret.app.mail.Written;
import dev.wilyferret.app.people.Lists;
import dev.wilyferret.app.people.MailList;
import dev.wilyferret.app.people.People;
import dev.wilyferret.app.people.Subscriber;
import dev.wilyferret.app.storage.DatabaseAway;
import dev.wilyferret.app.workspace.Workspace;
import dev.wilyferret.app.workspace.Workspaces;
import dev.wilyferret.core.id.LinkId;
import dev.wilyferret.core.id.MailId;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.people.Membership;
import dev.wilyferret.core.text.Fault;
import io.github.bucket4j.Bucket;
import jakarta.mail.internet.AddressException;
import jakarta.mail.internet.InternetAddress;
import java.io.UnsupportedEncodingException;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.concurrent.atomic.AtomicReference;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.SmartLifecycle;
import org.springframework.stereotype.Component;

/**
 * Hands the letters of the outbox to the mail server, a few at once, no more in a minute than is set. A letter is noted as
 * on its way before it is handed over and as sent after; one that was on its way when the program ended is handed over
 * again under the same Message-ID, which lets the receiving side see that it is the same.
 */
@Component
public class Postman implements SmartLifecycle {

    private static final Logger LOG = LoggerFactory.getLogger(Postman.class);
    /** How many letters one connection takes out of the outbox in one step. */
    private static final int AT_ONCE = 25;

    private static final Duration IDLE = Duration.ofMillis(300);
    private static final Duration OUT_OF_REACH = Duration.ofSeconds(5);

    private final Outbox outbox;
    private final Mails mails;
    private final MailLinks links;
    private final MailHtml html;
    private final People people;
    private final Lists lists;
    private final Workspaces workspaces;
    private final Installation.Mail settings;
    private final String host;
    private final Clock clock;
    /** Read anew every second, so that a change holds for what is not yet sent. */
    private final LoadingCache<MailKey, Common> commons = Caffeine.newBuilder()
            .expireAfterWrite(Duration.ofSeconds(1))
            .maximumSize(1000)
            .build(this::read);

    private final List<Thread> workers = new ArrayList<>();
    private final AtomicReference<Optional<Trouble>> trouble = new AtomicReference<>(Optional.empty());
    private volatile boolean running;

    Postman(
            Outbox outbox,
            Mails mails,
            MailLinks links,
            MailHtml html,
            People people,
            Lists lists,
            Workspaces workspaces,
            Installation installation,
            SiteAddress site,
            Clock clock) {
        this.outbox = outbox;
        this.mails = mails;
        this.links = links;
        this.html = html;
        this.people = people;
        this.lists = lists;
        this.workspaces = workspaces;
        this.settings = installation.mail();
        this.host = site.host();
        this.clock = clock;
    }

    /** The mail server has been out of reach since a moment. */
    public record Trouble(Instant since, String words) {}

    public Optional<Trouble> trouble() {
        return trouble.get();
    }

    /** Whether there is a mail server to send by. */
    public boolean hasServer() {
        return !settings.host().isEmpty();
    }

    @Override
    public void start() {
        if (running || !hasServer()) {
            return;
        }
        running = true;
        int left = outbox.resume();
        if (left > 0) {
            LOG.info(
                    "{} mails were on their way when the program ended; they go again under the same Message-ID", left);
        }
        Bucket rate = Bucket.builder()
                .addLimit(limit ->
                        limit.capacity(settings.perMinute()).refillGreedy(settings.perMinute(), Duration.ofMinutes(1)))
                .build();
        for (int i = 0; i < settings.atOnce(); i++) {
            workers.add(Thread.ofVirtual().name("postman-" + i).start(() -> work(rate)));
        }
    }

    @Override
    public void stop() {
        running = false;
        workers.forEach(Thread::interrupt);
        for (Thread worker : workers) {
            try {
                worker.join(Duration.ofSeconds(5));
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
            }
        }
        workers.clear();
    }

    @Override
    public boolean isRunning() {
        return running;
    }

    /** A letter leaves the taken ones once it is noted what came of it; if that fails, it is handed over again. */
    private void work(Bucket rate) {
        Deque<Letter> taken = new ArrayDeque<>();
        try (Smtp smtp = new Smtp(settings)) {
            while (running) {
                try {
                    if (taken.isEmpty()) {
                        taken.addAll(outbox.take(AT_ONCE));
                    }
                    if (taken.isEmpty()) {
                        Thread.sleep(IDLE);
                    } else {
                        rate.asBlocking().consume(1);
                        handOverOrPutOff(taken.element(), smtp);
                        taken.remove();
                    }
                } catch (InterruptedException e) {
                    Thread.currentThread().interrupt();
                    break;
                } catch (RuntimeException e) {
                    LOG.warn("The outbox could not be worked on; it is tried again: {}", Fault.of(e));
                    pause(OUT_OF_REACH);
                }
            }
        }
        taken.forEach(outbox::putBack);
    }

    /** A letter that cannot be written is put off, and in the end refused; it keeps no other from being sent. */
    private void handOverOrPutOff(Letter letter, Smtp smtp) {
        try {
            handOver(letter, smtp);
        } catch (RuntimeException unwritable) {
            if (DatabaseAway.mayPass(unwritable)) {
                throw unwritable;
            }
            LOG.error("Letter {} cannot be written: {}", letter.id(), Fault.of(unwritable));
            outbox.unwritable(letter);
        }
    }

    /** What all letters of a mail have in common. */
    private record Common(Written mail, MailList list, Workspace workspace, Map<String, LinkId> links) {}

    private Common read(MailKey key) {
        Written mail = mails.sent(key.workspace, key.mail);
        return new Common(
                mail,
                lists.find(key.workspace, mail.list()).orElseThrow(),
                workspaces.get(key.workspace),
                links.named(mail));
    }

    private record MailKey(WorkspaceId workspace, MailId mail) {}

    private void handOver(Letter letter, Smtp smtp) {
        Common common = commons.get(new MailKey(letter.workspace(), letter.mail()));
        Written mail = common.mail;
        if (mail.state() == Written.State.STOPPED) {
            outbox.putBack(letter);
            return;
        }
        Subscriber one = people.find(letter.workspace(), letter.subscriber()).orElseThrow();
        Optional<String> why = kept(mail, one);
        if (why.isPresent()) {
            outbox.drop(letter, mail, why.get());
            return;
        }
        Smtp.Answer answer;
        try {
            answer = smtp.send(message(letter, common, one));
        } catch (AddressException | UnsupportedEncodingException e) {
            answer = new Smtp.Answer.Refused("The address cannot be written to: " + e.getMessage());
        }
        switch (answer) {
            case Smtp.Answer.Taken(String words) -> {
                trouble.set(Optional.empty());
                outbox.sent(letter, mail, common.list.host(), words);
            }
            case Smtp.Answer.Refused(String words) -> outbox.refused(letter, mail, words);
            case Smtp.Answer.Later(String words) -> outbox.later(letter, mail, words);
            case Smtp.Answer.OutOfReach(String words) -> {
                outbox.putBack(letter);
                trouble.updateAndGet(known -> known.or(() -> Optional.of(new Trouble(clock.instant(), words))));
                pause(OUT_OF_REACH);
            }
        }
    }

    /** Why a letter is not to be sent any more; empty if it is. */
    private static Optional<String> kept(Written mail, Subscriber one) {
        boolean wanted = switch (mail.kind()) {
            case CONFIRM -> one.membership() == Membership.PENDING || one.membership() == Membership.CONFIRMED;
            case SEQUENCE, BROADCAST -> one.membership() == Membership.CONFIRMED;
            case DELIVERY -> one.membership() != Membership.ERASED;
        };
        return wanted
                ? Optional.empty()
                : Optional.of("The person is " + one.membership().words() + " by now.");
    }

    private Smtp.Mail message(Letter letter, Common common, Subscriber one)
            throws AddressException, UnsupportedEncodingException {
        MailList list = common.list;
        MailHtml.Drawn drawn = html.drawn(
                common.mail,
                list,
                one,
                common.workspace,
                destination -> links.address(
                        list.host(), letter, java.util.Objects.requireNonNull(common.links.get(destination))));
        return new Smtp.Mail(
                "<" + letter.id() + "@" + host + ">",
                sender(list),
                list.replyTo().isEmpty() ? null : new InternetAddress(list.replyTo()),
                new InternetAddress(one.email()),
                drawn,
                "<" + list.id() + "." + host + ">",
                clock.instant());
    }

    private static InternetAddress sender(MailList list) throws UnsupportedEncodingException {
        return new InternetAddress(list.senderAddress(), list.senderName(), StandardCharsets.UTF_8.name());
    }

    /** Sends a mail to one of the workspace's own people, as a sample; nothing is noted. */
    public String sample(MailList list, MailHtml.Drawn drawn, String to) {
        if (!hasServer()) {
            return "No mail server is set; see docs/operations.md.";
        }
        try (Smtp smtp = new Smtp(settings)) {
            Smtp.Answer answer = smtp.send(new Smtp.Mail(
                    "<sample." + UUID.randomUUID() + "@" + host + ">",
                    sender(list),
                    null,
                    new InternetAddress(to),
                    drawn,
                    "<" + list.id() + "." + host + ">",
                    clock.instant()));
            return switch (answer) {
                case Smtp.Answer.Taken taken -> "Sent to " + to + ".";
                case Smtp.Answer.Refused(String words) -> "The mail server refused it: " + words;
                case Smtp.Answer.Later(String words) -> "The mail server does not take it just now: " + words;
                case Smtp.Answer.OutOfReach(String words) -> "The mail server is out of reach: " + words;
            };
        } catch (AddressException | UnsupportedEncodingException e) {
            return "It could not be addressed: " + e.getMessage();
        }
    }

    private static void pause(Duration time) {
        try {
            Thread.sleep(time);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }
}
