package dev.wilyferret.app.site;

import java.time.Duration;

/** Lets an answer out at the next even moment after its request came, so that how long it took does not tell what was found for it. */
final class EvenTime {

    /** Longer than an answer takes on a machine that is not overloaded. */
    static final Duration STEP = Duration.ofMillis(100);

    private EvenTime() {}

    /** @param began by {@link System#nanoTime()}, before anything was looked up */
    static void await(long began) {
        long step = STEP.toNanos();
        try {
            Thread.sleep(Duration.ofNanos(step - (System.nanoTime() - began) % step));
        } catch (InterruptedException stopping) {
            Thread.currentThread().interrupt();
        }
    }
}
