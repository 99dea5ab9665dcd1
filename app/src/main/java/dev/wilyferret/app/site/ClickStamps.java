package dev.wilyferret.app.site;

import dev.wilyferret.app.secrets.Seals;
import dev.wilyferret.app.secrets.Stamps;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.random.RandomGenerator;
import org.springframework.stereotype.Component;

/**
 * Stamps clicks that browsers remember. While the operator's key is missing they are stamped with one of this run of the program, so
 * that links go on; what was stamped before begins anew.
 */
@Component
class ClickStamps {

    private static final Duration LOOKED_AGAIN = Duration.ofMinutes(1);
    private static final int KEY_BYTES = 32;

    /** @param until when to look for the operator's key again */
    private record Present(Stamps stamps, Instant until) {}

    private final Seals seals;
    private final Clock clock;
    private final Stamps ofThisRun;
    private volatile Present present;

    ClickStamps(Seals seals, RandomGenerator random, Clock clock) {
        this.seals = seals;
        this.clock = clock;
        byte[] key = new byte[KEY_BYTES];
        random.nextBytes(key);
        this.ofThisRun = new Stamps(key);
        this.present = look();
    }

    private Present look() {
        try {
            return new Present(new Stamps(seals.derived("clicks of visits")), Instant.MAX);
        } catch (Seals.Unreadable noKey) {
            return new Present(ofThisRun, clock.instant().plus(LOOKED_AGAIN));
        }
    }

    private Stamps now() {
        if (present.until != Instant.MAX && clock.instant().isAfter(present.until)) {
            present = look();
        }
        return present.stamps;
    }

    String of(String click) {
        return now().of(click);
    }

    boolean match(String click, String stamp) {
        return now().match(click, stamp);
    }
}
