package dev.wilyferret.app.clicks;

import dev.wilyferret.core.visit.SiteEvent;
import java.util.List;

/** Where everything that happens on the public site is kept. */
public interface ClickLog {

    /**
     * Keeps events for good. Returns once they are durable; the same event again is kept once.
     *
     * @throws NotKept if they could not be kept in time; they may then still be kept later
     */
    void append(List<SiteEvent> events);

    /** How many events this program has kept since it started. */
    long kept();

    /** Says that events could not be made durable within the time a visitor can be made to wait. */
    final class NotKept extends RuntimeException {
        private static final long serialVersionUID = 1L;

        NotKept(String why, Throwable cause) {
            super(why, cause);
        }
    }
}
