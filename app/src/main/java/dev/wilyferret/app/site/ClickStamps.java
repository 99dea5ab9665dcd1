package dev.wilyferret.app.site;

import dev.wilyferret.app.secrets.Seals;
import dev.wilyferret.app.secrets.Signing;
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

    /** What the key is derived for. */
    private static final String PURPOSE = "clicks of visits";

    private static final Duration LOOKED_AGAIN = Duration.ofMinutes(1);
    private static final int KEY_BYTES = 32;

    /** So many hexadecimal digits of the signature. */
    private static final int SIGNED = 16;

    /** @param until when to look for the operator's key again */
    private record Present(byte[] key, Instant until) {}

    private final Seals seals;
    private final Clock clock;
    private final byte[] ofThisRun = new byte[KEY_BYTES];
    private volatile Present present;

    ClickStamps(Seals seals, RandomGenerator random, Clock clock) {
        this.seals = seals;
        this.clock = clock;
        random.nextBytes(ofThisRun);
        this.present = look();
    }

    private Present look() {
        try {
            return new Present(seals.derived(PURPOSE), Instant.MAX);
        } catch (Seals.Unreadable noKey) {
            return new Present(ofThisRun, clock.instant().plus(LOOKED_AGAIN));
        }
    }

    String of(String click) {
        if (clock.instant().isAfter(present.until)) {
            present = look();
        }
        return Signing.of(present.key, click).substring(0, SIGNED);
    }

    boolean match(String click, String stamp) {
        return Signing.same(of(click), stamp);
    }
}
