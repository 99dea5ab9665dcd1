package dev.wilyferret.core.text;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.function.UnaryOperator;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Text with tokens, {@code {{city|your town}}}: a name, and after the bar the words that stand in where a visitor's value
 * is not known. A name is any tag the visit carries, or one of {@link #KNOWN}.
 */
public record TokenText(List<Part> parts) {

    /** What is known of a visit without a tag of that name: the country by the network address, the offer by its name. */
    public static final List<String> KNOWN =
            List.of("source", "medium", "campaign", "term", "content", "city", "country", "first_name", "offer");

    private static final Pattern TOKEN =
            Pattern.compile("\\{\\{\\s*([A-Za-z][A-Za-z0-9_ ]{0,39}?)\\s*(?:\\|([^{}|]{0,120}))?}}");

    /** Literal text, or a token. */
    public sealed interface Part {
        record Literal(String text) implements Part {}

        /** @param fallback empty if none was given */
        record Token(String name, String fallback) implements Part {}
    }

    public static TokenText of(String text) {
        List<Part> parts = new ArrayList<>();
        Matcher matcher = TOKEN.matcher(text);
        int at = 0;
        while (matcher.find()) {
            if (matcher.start() > at) {
                parts.add(new Part.Literal(text.substring(at, matcher.start())));
            }
            String fallback = matcher.group(2);
            parts.add(new Part.Token(
                    matcher.group(1).strip().toLowerCase(java.util.Locale.ROOT).replace(' ', '_'),
                    fallback == null ? "" : fallback.strip()));
            at = matcher.end();
        }
        if (at < text.length()) {
            parts.add(new Part.Literal(text.substring(at)));
        }
        return new TokenText(List.copyOf(parts));
    }

    public List<Part.Token> tokens() {
        return parts.stream()
                .filter(Part.Token.class::isInstance)
                .map(Part.Token.class::cast)
                .toList();
    }

    /** The text for a visit; a value that is blank counts as unknown. */
    public String filled(Map<String, String> values) {
        return filled(values, UnaryOperator.identity());
    }

    /** As {@link #filled(Map)}, each value and fallback written as {@code encode} says, the literal text left alone. */
    public String filled(Map<String, String> values, UnaryOperator<String> encode) {
        StringBuilder text = new StringBuilder();
        for (Part part : parts) {
            switch (part) {
                case Part.Literal(String literal) -> text.append(literal);
                case Part.Token(String name, String fallback) -> {
                    String value = values.getOrDefault(name, "");
                    text.append(encode.apply(value.isBlank() ? fallback : value));
                }
            }
        }
        return text.toString();
    }
}
