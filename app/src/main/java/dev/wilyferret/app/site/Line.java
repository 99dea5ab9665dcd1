package dev.wilyferret.app.site;

import dev.wilyferret.app.storage.Lane;
import java.io.IOException;
import java.time.Duration;
import java.util.concurrent.Semaphore;
import java.util.concurrent.TimeUnit;
import org.springframework.stereotype.Component;

/** Where requests wait that need the database: as many are served at once as there are connections, the others in turn. */
@Component
class Line {

    private static final int LONGEST = 1000;
    private static final Duration PATIENCE = Duration.ofSeconds(10);

    private final Semaphore served = new Semaphore(Lane.PUBLIC.connections(), true);

    /** The line is too long, or did not move in time. */
    static final class Full extends RuntimeException {
        private static final long serialVersionUID = 1L;

        Full(String message) {
            super(message);
        }
    }

    /** Something that needs the database. */
    @FunctionalInterface
    interface Work<T> {
        T done() throws IOException;
    }

    /** @throws Full if it was not done */
    <T> T in(Work<T> work) throws IOException {
        take();
        try {
            return Lane.PUBLIC.in(work::done);
        } finally {
            served.release();
        }
    }

    private void take() {
        if (served.getQueueLength() >= LONGEST) {
            throw new Full("%,d requests wait for the database already".formatted(LONGEST));
        }
        try {
            if (!served.tryAcquire(PATIENCE.toMillis(), TimeUnit.MILLISECONDS)) {
                throw new Full("The database had no time for this within %d s".formatted(PATIENCE.toSeconds()));
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new Full("The program is stopping");
        }
    }
}
