package dev.wilyferret.app.clicks;

import com.github.benmanes.caffeine.cache.Caffeine;
import com.github.benmanes.caffeine.cache.LoadingCache;
import org.springframework.stereotype.Component;
import ua_parser.Client;
import ua_parser.Parser;

/**
 * What people call the browser and the system behind a user agent, such as "Chrome on Android". Never asked while a visitor
 * waits: the patterns it tries are many.
 */
@Component
public class BrowserNames {

    private static final String UNKNOWN = "Other";

    private final LoadingCache<String, String> names =
            Caffeine.newBuilder().maximumSize(10_000).build(this::named);

    /** Empty for an empty user agent; "Unknown browser" where nobody knows it. */
    public String of(String userAgent) {
        return userAgent.isBlank() ? "" : names.get(userAgent);
    }

    /** Read when first asked for, so that a start does not wait for them. */
    private static final class Patterns {
        private static final Parser PARSER = new Parser();
    }

    private String named(String userAgent) {
        Client client = Patterns.PARSER.parse(userAgent);
        String browser = client.userAgent == null ? UNKNOWN : plain(client.userAgent.family);
        String system = client.os == null ? UNKNOWN : client.os.family;
        if (browser.equals(UNKNOWN)) {
            return system.equals(UNKNOWN) ? "Unknown browser" : "Unknown browser on " + system;
        }
        return system.equals(UNKNOWN) ? browser : browser + " on " + system;
    }

    /** The system says whether it is a phone. */
    private static String plain(String family) {
        return family.replaceAll("\\b(Mobile|WebView|UI/WKWebView)\\b", "")
                .replaceAll("\\s+", " ")
                .strip();
    }
}
