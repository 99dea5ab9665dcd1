package dev.wilyferret.app.kit;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalTime;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.Map;
import java.util.random.RandomGenerator;
import org.springframework.boot.test.context.TestConfiguration;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Primary;
import org.springframework.security.crypto.bcrypt.BCryptPasswordEncoder;
import org.springframework.security.crypto.password.DelegatingPasswordEncoder;
import org.springframework.security.crypto.password.PasswordEncoder;

/**
 * The program's time in tests: it begins at a fixed moment, ticks so that waits can be measured, and is moved on by
 * hand where days have to pass.
 */
public final class TestClock extends Clock {

    public static final Instant START = Instant.parse("2026-05-14T08:00:00Z");
    private static final long SEED = 20_260_514;

    private final long startedNanos = System.nanoTime();
    private volatile Duration moved = Duration.ZERO;

    /** Time and chance as tests hand them to the program, and passwords that cost no guesser anything. */
    @TestConfiguration
    public static class TimeAndChance {

        @Bean
        @Primary
        TestClock testClock() {
            return new TestClock();
        }

        @Bean
        @Primary
        TestNames testNames() {
            return new TestNames();
        }

        @Bean
        @Primary
        RandomGenerator seededRandom() {
            return new java.util.Random(SEED);
        }

        @Bean
        @Primary
        PasswordEncoder quickPasswords() {
            return new DelegatingPasswordEncoder("bcrypt", Map.of("bcrypt", new BCryptPasswordEncoder(4)));
        }
    }

    /** Lets time pass for the program; it never runs backwards. */
    public synchronized void pass(Duration time) {
        moved = moved.plus(time.abs());
    }

    /** Lets time pass until it is that late in the UTC day, if it is earlier. */
    public synchronized void passUntil(LocalTime time) {
        LocalTime now = LocalTime.ofInstant(instant(), ZoneOffset.UTC);
        if (now.isBefore(time)) {
            pass(Duration.between(now, time));
        }
    }

    @Override
    public Instant instant() {
        return START.plusNanos(System.nanoTime() - startedNanos).plus(moved);
    }

    @Override
    public ZoneId getZone() {
        return ZoneOffset.UTC;
    }

    @Override
    public Clock withZone(ZoneId zone) {
        return Clock.fixed(instant(), zone);
    }
}
