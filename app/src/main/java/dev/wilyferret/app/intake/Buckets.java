package dev.wilyferret.app.intake;

import com.github.benmanes.caffeine.cache.Caffeine;
import com.github.benmanes.caffeine.cache.LoadingCache;
import io.github.bucket4j.Bucket;
import io.github.bucket4j.TimeMeter;
import java.time.Clock;
import java.time.Duration;

/**
 * So many of something in a time for each key, the oldest forgotten beyond 100,000 keys. What is taken comes back evenly over
 * the time.
 *
 * @param <K> what is told apart: an account, a network, an address
 */
public final class Buckets<K> {

    private final LoadingCache<K, Bucket> buckets;

    /** @param most in the time; all of it is there at the beginning */
    public Buckets(int most, Duration time, Clock clock) {
        TimeMeter meter = new TimeMeter() {
            @Override
            public long currentTimeNanos() {
                return clock.millis() * 1_000_000;
            }

            @Override
            public boolean isWallClockBased() {
                return true;
            }
        };
        buckets = Caffeine.newBuilder()
                .maximumSize(100_000)
                .expireAfterAccess(time.multipliedBy(2))
                .build(key -> Bucket.builder()
                        .withCustomTimePrecision(meter)
                        .addLimit(limit -> limit.capacity(most).refillGreedy(most, time))
                        .build());
    }

    /** Takes one; false if there is none left. */
    public boolean take(K key) {
        return buckets.get(key).tryConsume(1);
    }

    /** Takes one in any case, and says how long whoever took it has to wait for it. */
    public Duration reserve(K key) {
        return Duration.ofNanos(buckets.get(key).consumeIgnoringRateLimits(1));
    }

    public void giveBack(K key) {
        buckets.get(key).addTokens(1);
    }

    public void refill(K key) {
        buckets.get(key).reset();
    }
}
