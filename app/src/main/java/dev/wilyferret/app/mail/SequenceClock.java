package dev.wilyferret.app.mail;

import dev.wilyferret.app.people.People;
import dev.wilyferret.app.people.Subscriber;
import dev.wilyferret.app.storage.DatabaseAway;
import dev.wilyferret.core.mail.Sequence;
import dev.wilyferret.core.people.Membership;
import dev.wilyferret.core.text.Fault;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
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
    private static final Duration PUT_OFF = Duration.ofHours(1);

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
                looked = lookAtDue();
            } while (looked == AT_ONCE);
            broadcasts.turn();
        } catch (RuntimeException e) {
            LOG.warn("The next mails could not be looked for; it is tried again: {}", Fault.of(e));
        }
    }

    private int lookAtDue() {
        try {
            return people.lookAtDue(AT_ONCE, this::look);
        } catch (RuntimeException failed) {
            if (DatabaseAway.mayPass(failed)) {
                throw failed;
            }
            List<People.DueToLookAt> due = people.dueToLookAt(AT_ONCE);
            due.forEach(this::lookOrPutOff);
            return due.size();
        }
    }

    /** One who cannot be looked at keeps no other from their next mail. */
    private void lookOrPutOff(People.DueToLookAt due) {
        try {
            people.lookAt(due, this::look);
        } catch (RuntimeException failed) {
            if (DatabaseAway.mayPass(failed)) {
                throw failed;
            }
            LOG.error("The next mail of subscriber {} cannot be looked for: {}", due.subscriber(), Fault.of(failed));
            people.putOff(due, PUT_OFF);
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
