package dev.wilyferret.core.visit;

import java.util.List;
import java.util.Locale;

/** Whether a click counts, and if not, why. */
public sealed interface Verdict {

    /** A visitor like any other. */
    record Counted() implements Verdict {}

    /**
     * A program that says so itself. It gets the same page as everybody, fires no pixel and is not counted.
     *
     * @param sign the word in its user agent that declares it
     */
    record DeclaredCrawler(String sign) implements Verdict {}

    List<String> CRAWLER_SIGNS =
            List.of("bot", "crawler", "spider", "slurp", "preview", "externalhit", "curl/", "wget/");

    /** The verdict on a request, for all that hangs on it; one without a user agent is taken for a program. */
    static Verdict on(Arrival arrival) {
        return byUserAgent(arrival.headers().userAgent());
    }

    /** The verdict as far as a user agent speaks for it: all there is to it so far. */
    static Verdict byUserAgent(String userAgent) {
        String lower = userAgent.toLowerCase(Locale.ROOT);
        if (lower.isBlank()) {
            return new DeclaredCrawler("no user agent");
        }
        for (String sign : CRAWLER_SIGNS) {
            if (lower.contains(sign)) {
                return new DeclaredCrawler(sign);
            }
        }
        return new Counted();
    }

    /** The reason as a sentence. */
    default String reason() {
        return switch (this) {
            case Counted() -> "Nothing spoke against it.";
            case DeclaredCrawler(String sign) -> "Its user agent declares a program (%s).".formatted(sign);
        };
    }
}
