package dev.wilyferret.core.page;

import dev.wilyferret.core.text.PlainText;
import dev.wilyferret.core.text.Refusal;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;

/**
 * Something a form asks for. Written as a line it is the words shown at the field, with {@code *} behind them where it has
 * to be filled in: {@code Phone *}. What the program knows under other words names both: {@code First name: Vorname}.
 *
 * @param label shown at the field, at most 60 characters
 */
public record FormField(Asked asked, String label, boolean required) {

    /** What the program knows of a field; anything else is a field of one's own, kept under its label. */
    public enum Asked {
        EMAIL("E-mail address", "e-mail", "email", "email address"),
        FIRST_NAME("First name"),
        LAST_NAME("Last name"),
        PHONE("Phone", "phone number"),
        /** Checked against recorded sales. */
        ORDER("Order number"),
        OWN("");

        private final String words;
        private final List<String> alike;

        Asked(String words, String... alike) {
            this.words = words;
            this.alike = List.of(alike);
        }

        public String words() {
            return words;
        }

        private static Asked of(String words) {
            String small = words.strip().toLowerCase(Locale.ROOT);
            return Arrays.stream(values())
                    .filter(asked -> asked.words.toLowerCase(Locale.ROOT).equals(small) || asked.alike.contains(small))
                    .filter(asked -> asked != OWN)
                    .findFirst()
                    .orElse(OWN);
        }
    }

    private static final String REQUIRED = "*";
    private static final int MOST_OWN = 5;

    public FormField {
        label = PlainText.line("label of the field", label, 60);
        asked = asked == Asked.OWN ? Asked.of(label) : asked;
        required = required || asked == Asked.EMAIL;
    }

    /**
     * The field that a line says.
     *
     * @throws Refusal if there are no words in it, or more than 60 characters
     */
    public static FormField of(String line) {
        String text = line.strip();
        boolean required = text.endsWith(REQUIRED);
        String words = required ? text.substring(0, text.length() - 1) : text;
        int colon = words.indexOf(':');
        Asked named = colon < 0 ? Asked.OWN : Asked.of(words.substring(0, colon));
        return named == Asked.OWN
                ? new FormField(Asked.OWN, words, required)
                : new FormField(named, words.substring(colon + 1), required);
    }

    /** The fields of several lines; empty lines say nothing. */
    public static List<FormField> all(String... lines) {
        return Arrays.stream(lines)
                .flatMap(String::lines)
                .filter(line -> !line.isBlank())
                .map(FormField::of)
                .toList();
    }

    /** What no other field of a form may have, too. */
    public String key() {
        return asked == Asked.OWN ? label.toLowerCase(Locale.ROOT) : asked.name();
    }

    /** The line that {@link #of} reads as this field. */
    public String line() {
        String words = Asked.of(label) == asked ? label : asked.words + ": " + label;
        return required ? words + " " + REQUIRED : words;
    }

    /**
     * The fields of a form: each thing asked once, the e-mail address always.
     *
     * @throws Refusal if something is asked twice, or more than five fields are one's own
     */
    static List<FormField> ofForm(List<FormField> fields) {
        List<FormField> all = new java.util.ArrayList<>(fields);
        if (fields.stream().noneMatch(field -> field.asked == Asked.EMAIL)) {
            all.addFirst(new FormField(Asked.EMAIL, Asked.EMAIL.words, true));
        }
        all.stream().collect(Collectors.groupingBy(FormField::key)).values().stream()
                .filter(same -> same.size() > 1)
                .findFirst()
                .ifPresent(same -> {
                    throw new Refusal(
                            "“%s” is asked for twice. Drop one of the lines.".formatted(same.getLast().label));
                });
        long own = all.stream().filter(field -> field.asked == Asked.OWN).count();
        if (own > MOST_OWN) {
            throw new Refusal(
                    "There are %d fields of your own; at most %d fit. Ask for less.".formatted(own, MOST_OWN));
        }
        return List.copyOf(all);
    }
}
