package dev.wilyferret.app.mail;

import dev.wilyferret.app.people.People;
import dev.wilyferret.app.people.Subscriber;
import dev.wilyferret.core.mail.Sequence;
import dev.wilyferret.core.people.Membership;
import java.time.Clock;
import java.time.Instant;
import java.util.Optional;
import java.util.function.Predicate;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;

/** Puts into the outbox what is due by time: mails of sequences, and broadcasts that were planned. */
@Component
class SequenceClock {

    private static final Logger LOG = LoggerFactory.getLogger(SequenceClock.class);
    private static final int AT_ONCE = 500;

    private final People people;
    private final Mails mails;
    private final Outbox outbox;
    private final Broadcasts broadcasts;
    private final Clock clock;

    SequenceClock(People people, Mails mails, Outbox outbox, Broadcasts broadcasts, Clock clock) {
        this.people = people;
        this.mails = mails;
        this.outbox = outbox;
        this.broadcasts = broadcasts;
        this.clock = clock;
    }

    @Scheduled(fixedDelay = 500)
    void turn() {
        try {
            int looked;
            do {
                looked = people.lookAtDue(AT_ONCE, this::look);
            } while (looked == AT_ONCE);
            broadcasts.turn();
        } catch (RuntimeException e) {
            LOG.warn("The next mails could not be looked for; it is tried again: {}", e.getMessage());
        }
    }

    /** Puts in what is due; says when the next is. While a mail is under way none follows: the outbox says when it is over. */
    private Optional<Instant> look(Subscriber one) {
        Optional<OutboxStore.Reached> last = outbox.reached(one);
        if (one.membership() != Membership.CONFIRMED
                || last.filter(Predicate.not(OutboxStore.Reached::getOver)).isPresent()) {
            return Optional.empty();
        }
        Sequence sequence = mails.sequence(one.workspace(), one.list());
        Sequence.Progress progress = last.map(reached -> new Sequence.Progress(
                        one.confirmedAt().orElseThrow(), reached.getPosition(), Optional.of(reached.getAt())))
                .orElseGet(() -> Sequence.Progress.begun(one.confirmedAt().orElseThrow()));
        Optional<Sequence.Due> due = sequence.next(progress);
        if (due.isPresent() && !due.get().at().isAfter(clock.instant())) {
            outbox.add(one, due.get().mail());
            return Optional.empty();
        }
        return due.map(Sequence.Due::at);
    }
}
