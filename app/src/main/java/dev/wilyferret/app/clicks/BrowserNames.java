package dev.wilyferret.app.clicks;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import dev.wilyferret.core.text.Fault;
import io.github.bucket4j.Bucket;
import java.time.Duration;
import java.util.concurrent.ArrayBlockingQueue;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Future;
import java.util.concurrent.RejectedExecutionException;
import java.util.concurrent.ThreadPoolExecutor;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.stereotype.Component;
import ua_parser.OS;
import ua_parser.Parser;
import ua_parser.UserAgent;

/**
 * What people call the browser and the system behind a user agent, such as "Chrome on Android". The patterns it tries are many, and
 * whoever comes says what it reads: so it reads on a thread of its own, 512 characters at most, and remembers the latest 10,000. Whoever
 * makes up agents uses up the time there is for that, and is unknown from then on.
 */
@Component
public class BrowserNames {

    /** Where nobody knows it, or there was no time to read it. */
    static final String UNKNOWN = "Unknown browser";

    private static final Logger LOG = LoggerFactory.getLogger(BrowserNames.class);
    private static final String OTHER = "Other";
    private static final int MOST_CHARACTERS = 512;
    private static final int REMEMBERED = 10_000;
    private static final int WAITING = 64;
    private static final Duration PATIENCE = Duration.ofSeconds(5);

    /** Some ten thousand agents at once, and then a tenth of a processor. */
    private static final Duration AT_ONCE = Duration.ofSeconds(20);

    private static final Duration A_MINUTE = Duration.ofSeconds(6);

    private final Cache<String, String> names =
            Caffeine.newBuilder().maximumSize(REMEMBERED).build();
    private final ExecutorService reader = new ThreadPoolExecutor(
            0,
            1,
            1,
            TimeUnit.MINUTES,
            new ArrayBlockingQueue<>(WAITING),
            Thread.ofPlatform().name("user-agents").daemon().factory());
    /** Microseconds of reading. */
    private final Bucket time;

    @Autowired
    BrowserNames() {
        this(AT_ONCE, A_MINUTE);
    }

    /**
     * @param atOnce so long may be read at once
     * @param aMinute what of that comes back in a minute
     */
    BrowserNames(Duration atOnce, Duration aMinute) {
        time = Bucket.builder()
                .addLimit(limit -> limit.capacity(micros(atOnce)).refillGreedy(micros(aMinute), Duration.ofMinutes(1)))
                .build();
    }

    /** Empty for an empty user agent; {@link #UNKNOWN} where nobody knows it, or there is no time to read it. */
    public String of(String userAgent) {
        if (userAgent.isBlank()) {
            return "";
        }
        String agent = userAgent.substring(0, Math.min(userAgent.length(), MOST_CHARACTERS));
        String known = names.getIfPresent(agent);
        if (known != null) {
            return known;
        }
        return time.getAvailableTokens() > 0 ? read(agent) : UNKNOWN;
    }

    private String read(String agent) {
        try {
            Future<String> name = reader.submit(() -> remembered(agent));
            return name.get(PATIENCE.toMillis(), TimeUnit.MILLISECONDS);
        } catch (RejectedExecutionException | TimeoutException busy) {
            return UNKNOWN;
        } catch (ExecutionException failed) {
            LOG.warn("A user agent could not be read: {}", Fault.of(failed));
            return UNKNOWN;
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            return UNKNOWN;
        }
    }

    private String remembered(String agent) {
        long begins = System.nanoTime();
        String name = named(agent);
        time.consumeIgnoringRateLimits(Math.max(1, micros(Duration.ofNanos(System.nanoTime() - begins))));
        names.put(agent, name);
        return name;
    }

    private static long micros(Duration time) {
        return time.toNanos() / 1_000;
    }

    /** Read when first asked for, so that a start does not wait for them. */
    private static final class Patterns {
        private static final Parser PARSER = new Parser();
    }

    /** Browser and system alone: the patterns for devices are most of them. */
    static String named(String userAgent) {
        UserAgent agent = Patterns.PARSER.parseUserAgent(userAgent);
        OS os = Patterns.PARSER.parseOS(userAgent);
        String browser = agent == null ? OTHER : plain(agent.family);
        String system = os == null ? OTHER : os.family;
        if (browser.equals(OTHER)) {
            return system.equals(OTHER) ? UNKNOWN : UNKNOWN + " on " + system;
        }
        return system.equals(OTHER) ? browser : browser + " on " + system;
    }

    /** The system says whether it is a phone. */
    private static String plain(String family) {
        return family.replaceAll("\\b(Mobile|WebView|UI/WKWebView)\\b", "")
                .replaceAll("\\s+", " ")
                .strip();
    }
}
