package dev.wilyferret.app.closings;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.concurrent.locks.ReentrantLock;
import java.util.function.LongSupplier;

/**
 * How many visitors an offer with a cap took today, in the time zone of its network: those in the log, and those who were let in and are
 * not in it yet. A new day begins at nothing, of which all that comes is counted here, so that none waits for the log at midnight.
 */
final class DayCount {

    /** Who was let in is in the log within this time, or was never sent. */
    static final Duration PROMISE_HOLDS = Duration.ofSeconds(30);

    private final ZoneId zone;
    private final Deque<Instant> promised = new ArrayDeque<>();
    /** Held by whoever asks the log, so that only one does. */
    private final ReentrantLock asking = new ReentrantLock();

    private LocalDate day;
    private Instant ends;
    private boolean known;
    private long taken;
    /** Of the next day, by clocks that run ahead of this one's. */
    private long ahead;
    /** All that were kept since this was made, whichever day. */
    private long kept;

    DayCount(ZoneId zone, Instant now) {
        this.zone = zone;
        begin(LocalDate.ofInstant(now, zone));
    }

    private void begin(LocalDate today) {
        day = today;
        ends = today.plusDays(1).atStartOfDay(zone).toInstant();
    }

    boolean isOf(ZoneId other) {
        return zone.equals(other);
    }

    private void turn(Instant now) {
        if (now.isBefore(ends)) {
            return;
        }
        LocalDate today = LocalDate.ofInstant(now, zone);
        taken = today.equals(day.plusDays(1)) ? ahead : 0;
        ahead = 0;
        begin(today);
    }

    /** Somebody is in the log. */
    synchronized void sent(Instant at, Instant now) {
        turn(now);
        kept++;
        promised.pollFirst();
        if (at.isBefore(ends)) {
            taken++;
        } else {
            ahead++;
        }
    }

    /** Asks the log, unless somebody does already. Who is kept meanwhile may be counted twice until it is asked again, and never not at all. */
    void ask(LongSupplier log, Instant now) {
        if (!asking.tryLock()) {
            return;
        }
        try {
            LocalDate asked;
            long before;
            synchronized (this) {
                turn(now);
                asked = day;
                before = kept;
            }
            long found = log.getAsLong();
            synchronized (this) {
                if (asked.equals(day)) {
                    taken = found + kept - before;
                    known = true;
                }
            }
        } finally {
            asking.unlock();
        }
    }

    /** So far today. */
    synchronized long taken(Instant now) {
        turn(now);
        return taken;
    }

    /** Whether one more may come; nobody may before the log was asked once. */
    synchronized boolean isOpen(int most, Instant now) {
        turn(now);
        while (!promised.isEmpty() && promised.peekFirst().plus(PROMISE_HOLDS).isBefore(now)) {
            promised.removeFirst();
        }
        return known && taken + promised.size() < most;
    }

    /** Lets one in; of many at once no more than may come. */
    synchronized boolean enter(int most, Instant now) {
        if (!isOpen(most, now)) {
            return false;
        }
        promised.addLast(now);
        return true;
    }
}
