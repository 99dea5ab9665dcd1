package dev.wilyferret.app.clicks;

import dev.wilyferret.core.address.Tags;
import dev.wilyferret.core.visit.Headers;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;

/** Tags and headers as lines of text, since each click writes them and hardly any is read again. */
final class KeptText {

    private static final String BRANDS = "Sec-CH-UA";
    private static final String MOBILE = "Sec-CH-UA-Mobile";
    private static final String PLATFORM = "Sec-CH-UA-Platform";
    private static final String SITE = "Sec-Fetch-Site";
    private static final String MODE = "Sec-Fetch-Mode";
    private static final String DESTINATION = "Sec-Fetch-Dest";
    private static final String USER = "Sec-Fetch-User";
    private static final String VERSION = "HTTP";

    private KeptText() {}

    /** Each of the five is one line by itself; then come those of one's own. */
    static String tags(Tags tags) {
        String five = String.join("\n", tags.source(), tags.medium(), tags.campaign(), tags.term(), tags.content());
        return tags.own().isEmpty() ? five : five + "\n" + tags.ownText();
    }

    static Optional<Tags> tags(String text) {
        String[] lines = text.split("\n", 6);
        return lines.length < 5
                ? Optional.empty()
                : Optional.of(new Tags(
                        lines[0],
                        lines[1],
                        lines[2],
                        lines[3],
                        lines[4],
                        lines.length < 6 ? Map.of() : Tags.ownOf(lines[5])));
    }

    static String headers(Headers headers) {
        StringBuilder text = new StringBuilder();
        line(text, BRANDS, headers.hints().brands());
        line(text, MOBILE, headers.hints().mobile());
        line(text, PLATFORM, headers.hints().platform());
        line(text, SITE, headers.fetch().site());
        line(text, MODE, headers.fetch().mode());
        line(text, DESTINATION, headers.fetch().destination());
        line(text, USER, headers.fetch().user());
        line(text, VERSION, headers.httpVersion());
        return text.toString();
    }

    /** No header holds a line break. */
    private static void line(StringBuilder text, String name, String value) {
        if (!value.isEmpty()) {
            text.append(name).append(": ").append(value).append('\n');
        }
    }

    static Headers headers(String userAgent, String referrer, String language, String text) {
        Map<String, String> said = new HashMap<>();
        text.lines().map(line -> line.split(": ", 2)).forEach(pair -> said.put(pair[0], pair[1]));
        return new Headers(
                userAgent,
                referrer,
                language,
                new Headers.Hints(value(said, BRANDS), value(said, MOBILE), value(said, PLATFORM)),
                new Headers.Fetch(value(said, SITE), value(said, MODE), value(said, DESTINATION), value(said, USER)),
                value(said, VERSION));
    }

    private static String value(Map<String, String> said, String name) {
        return said.getOrDefault(name, "");
    }
}
