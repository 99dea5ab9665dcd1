package dev.wilyferret.core.page;

import dev.wilyferret.core.address.WebAddress;
import dev.wilyferret.core.text.PlainText;
import dev.wilyferret.core.text.Refusal;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * Text with a little shape, typed as plain signs: {@code **bold**}, {@code *italic*}, {@code [words](https://…)}, and
 * lines that begin with {@code - } as a list. A blank line begins a new paragraph.
 *
 * @param source as typed, at most 8,000 characters
 */
public record RichText(String source) {

    private static final int MOST_BRACKETS = 2;
    private static final String BOLD = "\\*\\*([^*\\s](?:[^*\n]*[^*\\s])?)\\*\\*";
    private static final String ITALIC = "\\*([^*\\s](?:[^*\n]*[^*\\s])?)\\*";
    private static final Pattern SPAN = Pattern.compile("\\[([^\\[\\]\n]{1,200})]\\(|" + BOLD + "|" + ITALIC);
    private static final Pattern SHAPED = Pattern.compile(BOLD + "|" + ITALIC);

    /** A stretch of words in one shape. */
    public sealed interface Span {
        record Plain(String words) implements Span {}

        /** @param inside words and links */
        record Bold(List<Span> inside) implements Span {}

        /** @param inside words and links */
        record Italic(List<Span> inside) implements Span {}

        record Link(String words, WebAddress address) implements Span {}

        /** What is read. */
        default String words() {
            return switch (this) {
                case Plain(String words) -> words;
                case Bold(List<Span> inside) -> joined(inside);
                case Italic(List<Span> inside) -> joined(inside);
                case Link(String words, WebAddress address) -> words;
            };
        }

        private static String joined(List<Span> inside) {
            return inside.stream().map(Span::words).collect(Collectors.joining());
        }

        /** The links in it, wherever they stand. */
        default Stream<Link> links() {
            return switch (this) {
                case Plain(String words) -> Stream.empty();
                case Bold(List<Span> inside) -> inside.stream().flatMap(Span::links);
                case Italic(List<Span> inside) -> inside.stream().flatMap(Span::links);
                case Link link -> Stream.of(link);
            };
        }
    }

    /** A paragraph or a list. */
    public sealed interface Part {
        record Paragraph(List<Span> spans) implements Part {}

        record Bullets(List<List<Span>> items) implements Part {}
    }

    /** @throws Refusal if it is too long, or a link in it leads to something else than a web address */
    public RichText {
        source = PlainText.lines("text", source, 8000);
        parts(source);
    }

    public List<Part> parts() {
        return parts(source);
    }

    /** Its links, in the order they stand. */
    public List<Span.Link> links() {
        return lines().flatMap(List::stream).flatMap(Span::links).toList();
    }

    /** What is read of it, without signs and addresses. */
    public String words() {
        return lines().map(spans -> spans.stream().map(Span::words).collect(Collectors.joining()))
                .collect(Collectors.joining("\n"));
    }

    private Stream<List<Span>> lines() {
        return parts().stream().flatMap(part -> switch (part) {
            case Part.Paragraph(List<Span> spans) -> Stream.of(spans);
            case Part.Bullets(List<List<Span>> items) -> items.stream();
        });
    }

    /** The addresses its links lead to. */
    public List<String> addresses() {
        return links().stream().map(link -> link.address().text()).toList();
    }

    private static List<Part> parts(String source) {
        List<Part> parts = new ArrayList<>();
        List<String> prose = new ArrayList<>();
        List<List<Span>> items = new ArrayList<>();
        for (String line : (source + "\n").split("\n", -1)) {
            boolean item = line.startsWith("- ");
            if (!item && !items.isEmpty()) {
                parts.add(new Part.Bullets(List.copyOf(items)));
                items.clear();
            }
            if ((item || line.isBlank()) && !prose.isEmpty()) {
                parts.add(new Part.Paragraph(spans(String.join("\n", prose))));
                prose.clear();
            }
            if (item) {
                items.add(spans(line.substring(2)));
            } else if (!line.isBlank()) {
                prose.add(line);
            }
        }
        return List.copyOf(parts);
    }

    private static List<Span> spans(String text) {
        List<Span> spans = new ArrayList<>();
        Matcher matcher = SPAN.matcher(text);
        int at = 0;
        for (int from = 0; matcher.find(from); ) {
            boolean link = matcher.group(1) != null;
            int end = link ? addressEnd(text, matcher.end()) : matcher.end();
            if (end < 0) {
                // Not closed: what looked like a link are signs.
                from = matcher.end();
                continue;
            }
            if (matcher.start() > at) {
                spans.add(new Span.Plain(text.substring(at, matcher.start())));
            }
            if (link) {
                spans.add(link(matcher.group(1), new WebAddress(text.substring(matcher.end(), end))));
                end++;
            } else if (matcher.group(2) != null) {
                spans.add(new Span.Bold(spans(matcher.group(2))));
            } else {
                spans.add(new Span.Italic(spans(matcher.group(3))));
            }
            at = end;
            from = end;
        }
        if (at < text.length()) {
            spans.add(new Span.Plain(text.substring(at)));
        }
        return List.copyOf(spans);
    }

    /**
     * Where the bracket closes that an address stands in; brackets of its own come in pairs, one inside another at most.
     *
     * @return -1 if it does not close before the next blank
     */
    private static int addressEnd(String text, int from) {
        int open = 0;
        for (int at = from; at < text.length() && !Character.isWhitespace(text.charAt(at)); at++) {
            char sign = text.charAt(at);
            if (sign == ')' && open == 0) {
                return at == from ? -1 : at;
            }
            open += sign == '(' ? 1 : sign == ')' ? -1 : 0;
            if (open > MOST_BRACKETS) {
                return -1;
            }
        }
        return -1;
    }

    /** A link whose words are in a shape is that link in that shape. */
    private static Span link(String words, WebAddress address) {
        Matcher shaped = SHAPED.matcher(words);
        if (!shaped.matches()) {
            return new Span.Link(words, address);
        }
        return shaped.group(1) != null
                ? new Span.Bold(List.of(new Span.Link(shaped.group(1), address)))
                : new Span.Italic(List.of(new Span.Link(shaped.group(2), address)));
    }
}
