package dev.wilyferret.core.page;

import dev.wilyferret.core.address.WebAddress;
import dev.wilyferret.core.text.PlainText;
import dev.wilyferret.core.text.Refusal;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Text with a little shape, typed as plain signs: {@code **bold**}, {@code *italic*}, {@code [words](https://…)}, and
 * lines that begin with {@code - } as a list. A blank line begins a new paragraph.
 *
 * @param source as typed, at most 8,000 characters
 */
public record RichText(String source) {

    private static final Pattern SPAN = Pattern.compile(
            "\\[([^\\[\\]\n]{1,200})]\\(([^()\\s]{1,2000})\\)|\\*\\*([^*\\s](?:[^*\n]*[^*\\s])?)\\*\\*|\\*([^*\\s](?:[^*\n]*[^*\\s])?)\\*");

    /** A stretch of words in one shape. */
    public sealed interface Span {
        record Plain(String words) implements Span {}

        record Bold(String words) implements Span {}

        record Italic(String words) implements Span {}

        record Link(String words, WebAddress address) implements Span {}
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

    /** The addresses its links lead to. */
    public List<String> addresses() {
        List<String> found = new ArrayList<>();
        Matcher matcher = SPAN.matcher(source);
        while (matcher.find()) {
            if (matcher.group(2) != null) {
                found.add(matcher.group(2));
            }
        }
        return found;
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
        while (matcher.find()) {
            if (matcher.start() > at) {
                spans.add(new Span.Plain(text.substring(at, matcher.start())));
            }
            if (matcher.group(2) != null) {
                spans.add(new Span.Link(matcher.group(1), new WebAddress(matcher.group(2))));
            } else if (matcher.group(3) != null) {
                spans.add(new Span.Bold(matcher.group(3)));
            } else {
                spans.add(new Span.Italic(matcher.group(4)));
            }
            at = matcher.end();
        }
        if (at < text.length()) {
            spans.add(new Span.Plain(text.substring(at)));
        }
        return List.copyOf(spans);
    }
}
