package dev.wilyferret.core.sale;

import dev.wilyferret.core.text.PlainText;
import dev.wilyferret.core.text.Refusal;
import java.util.Arrays;
import java.util.Collections;
import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * How a network writes its postbacks.
 *
 * @param names what it calls a part, where that is not its usual name
 * @param words its words, in small letters, for a status or a kind of ours
 * @param withoutOrder whether what comes without an order id is one for each click and event, as many leads are; otherwise it is
 *     not read
 * @param signed whether it signs what it sends, rather than sending the secret along
 */
public record PostbackForm(
        Map<PostbackPart, String> names, Map<String, String> words, boolean withoutOrder, boolean signed) {

    /** Usual names, no words of its own, an order id always, and the secret along with it. */
    public static final PostbackForm USUAL = new PostbackForm(Map.of(), Map.of(), false, false);

    private static final Set<String> RESERVED = Set.of("secret", "signature");
    private static final int MOST_WORDS = 40;
    private static final int MOST_CHARACTERS = 60;

    public PostbackForm {
        EnumMap<PostbackPart, String> own = new EnumMap<>(PostbackPart.class);
        own.putAll(names);
        names = Collections.unmodifiableMap(own);
        words = Collections.unmodifiableMap(new LinkedHashMap<>(words));
    }

    /** The parameter that carries a part. */
    public String name(PostbackPart part) {
        return names.getOrDefault(part, part.usual());
    }

    /**
     * What it said, part by part, of the parameters that came; a part that did not come is missing.
     *
     * @param parameters by name
     */
    public Map<PostbackPart, String> read(Map<String, String> parameters) {
        Map<PostbackPart, String> said = new EnumMap<>(PostbackPart.class);
        for (PostbackPart part : PostbackPart.values()) {
            String value = parameters.getOrDefault(name(part), "").strip();
            if (!value.isEmpty()) {
                said.put(part, value);
            }
        }
        return said;
    }

    /** A status or kind as we call it. */
    public String meant(String word) {
        return words.getOrDefault(word.strip().toLowerCase(Locale.ROOT), word);
    }

    /** The names as {@link #readNames} reads them, one a line. */
    public String namesText() {
        return names.entrySet().stream()
                .map(one -> one.getKey().usual() + " = " + one.getValue())
                .collect(Collectors.joining("\n"));
    }

    /** The words as {@link #readWords} reads them, one a line. */
    public String wordsText() {
        return words.entrySet().stream()
                .map(one -> one.getKey() + " = " + one.getValue())
                .collect(Collectors.joining("\n"));
    }

    /**
     * Names typed one a line, {@code click_id = subid}.
     *
     * @throws Refusal if a line names no part, or two parts would be read from one parameter
     */
    public static Map<PostbackPart, String> readNames(String typed) {
        Map<PostbackPart, String> names = new EnumMap<>(PostbackPart.class);
        lines(typed, "click_id = subid").forEach((usual, own) -> {
            PostbackPart part = PostbackPart.named(usual)
                    .orElseThrow(() -> new Refusal("“%s” is no part of a postback. The parts are %s."
                            .formatted(PlainText.cut(usual, 30), usualNames())));
            if (own.matches(".*[\\s&=?#].*")) {
                throw new Refusal("“%s” cannot be the name of a parameter: blanks, &, =, ? and # end one."
                        .formatted(PlainText.cut(own, 30)));
            }
            if (RESERVED.contains(own)) {
                throw new Refusal("“%s” is what proves who sends a postback, and says nothing else.".formatted(own));
            }
            names.put(part, own);
        });
        PostbackForm form = new PostbackForm(names, Map.of(), false, false);
        Map<String, PostbackPart> read = new LinkedHashMap<>();
        for (PostbackPart part : PostbackPart.values()) {
            PostbackPart other = read.putIfAbsent(form.name(part), part);
            if (other != null) {
                throw new Refusal("“%s” would be both %s and %s. Give one of them another name."
                        .formatted(form.name(part), other.usual(), part.usual()));
            }
        }
        return names;
    }

    /**
     * Words typed one a line, {@code chargeback = reversed}.
     *
     * @throws Refusal if a line leads to no status and no kind
     */
    public static Map<String, String> readWords(String typed) {
        Map<String, String> words = new LinkedHashMap<>();
        lines(typed, "chargeback = reversed").forEach((own, ours) -> {
            if (SaleState.named(ours).isEmpty() && SaleKind.named(ours).isEmpty()) {
                throw new Refusal(
                        "“%s” is neither a status (pending, approved, refunded, reversed) nor a kind (first, upsell, rebill)."
                                .formatted(PlainText.cut(ours, 30)));
            }
            words.put(own.toLowerCase(Locale.ROOT), ours.toLowerCase(Locale.ROOT));
        });
        return words;
    }

    private static Map<String, String> lines(String typed, String example) {
        Map<String, String> lines = new LinkedHashMap<>();
        typed.lines().map(String::strip).filter(line -> !line.isEmpty()).forEach(line -> {
            String[] sides = line.split("=", 2);
            if (sides.length < 2 || sides[0].isBlank() || sides[1].isBlank()) {
                throw new Refusal(
                        "“%s” says nothing. Write a line such as %s.".formatted(PlainText.cut(line, 40), example));
            }
            String left = PlainText.line("left side", sides[0], MOST_CHARACTERS);
            if (lines.put(left, PlainText.line("right side", sides[1], MOST_CHARACTERS)) != null) {
                throw new Refusal("“%s” stands there twice.".formatted(left));
            }
        });
        if (lines.size() > MOST_WORDS) {
            throw new Refusal("More than %d lines.".formatted(MOST_WORDS));
        }
        return lines;
    }

    private static String usualNames() {
        return Arrays.stream(PostbackPart.values()).map(PostbackPart::usual).collect(Collectors.joining(", "));
    }
}
