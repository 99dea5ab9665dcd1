package dev.wilyferret.core.mail;

import java.time.Duration;
import java.util.Optional;

/** How long to wait before something is tried once more: 1, 4, 16, 64 minutes, then every four hours, eight times in all. */
public final class Retry {

    private static final int MOST = 8;

    private Retry() {}

    /**
     * @param tried how often it was tried, 1 or more
     * @return empty once it is given up
     */
    public static Optional<Duration> pause(int tried) {
        if (tried >= MOST) {
            return Optional.empty();
        }
        return Optional.of(tried > 4 ? Duration.ofHours(4) : Duration.ofMinutes(1L << 2 * (tried - 1)));
    }
}
