package dev.wilyferret.core.text;

import java.util.OptionalInt;

/**
 * The rule for text that people type: no control characters, no characters that reorder the text around them, and no
 * more than a stated number of characters. Markup is not refused: it is text, and shown as text.
 */
public final class PlainText {

    private PlainText() {}

    /**
     * One line of text, outer white space removed.
     *
     * @param what names the field in messages, for instance {@code "headline"}
     * @param most the most characters (Unicode code points) allowed
     * @throws Refusal if it is empty, too long, or holds a control or reordering character
     */
    public static String line(String what, String typed, int most) {
        String text = optionalLine(what, typed, most);
        if (text.isEmpty()) {
            throw new Refusal("The " + what + " is empty. Type at least one word.");
        }
        return text;
    }

    /** As {@link #line}, but nothing typed is allowed and comes out as the empty string. */
    public static String optionalLine(String what, String typed, int most) {
        return checked(what, typed.strip(), most, false);
    }

    /** Several lines of text, possibly none; line breaks come out as {@code \n}. */
    public static String lines(String what, String typed, int most) {
        return checked(what, typed.replace("\r\n", "\n").strip(), most, true);
    }

    /** A text as far as it fits, with … at the end where more was there. */
    public static String cut(String text, int most) {
        return text.codePointCount(0, text.length()) <= most
                ? text
                : text.substring(0, text.offsetByCodePoints(0, most - 1)) + "…";
    }

    private static String checked(String what, String text, int most, boolean breaks) {
        int length = text.codePointCount(0, text.length());
        if (length > most) {
            throw new Refusal("The %s has %,d characters; at most %,d fit. Shorten it.".formatted(what, length, most));
        }
        OptionalInt bad = firstForbidden(text, breaks);
        if (bad.isPresent()) {
            int at = bad.getAsInt();
            throw new Refusal(
                    "The %s holds an invisible character (U+%04X) at position %d, which can hide or reorder words. Delete it and type that part again."
                            .formatted(what, text.codePointAt(at), text.codePointCount(0, at) + 1));
        }
        return text;
    }

    private static OptionalInt firstForbidden(String text, boolean breaks) {
        for (int at = 0; at < text.length(); at += Character.charCount(text.codePointAt(at))) {
            int point = text.codePointAt(at);
            if (forbidden(point) && !(breaks && point == '\n')) {
                return OptionalInt.of(at);
            }
        }
        return OptionalInt.empty();
    }

    /**
     * Control characters, lone surrogates, the explicit reordering marks of Unicode's UAX #9, and the noncharacters that a
     * program may use as marks of its own (Unicode 17.0, section 23.7).
     */
    private static boolean forbidden(int point) {
        boolean reorders = (point >= 0x202A && point <= 0x202E) || (point >= 0x2066 && point <= 0x2069);
        boolean mark = point >= 0xFDD0 && point <= 0xFDEF;
        int type = Character.getType(point);
        return reorders
                || mark
                || type == Character.CONTROL
                || type == Character.SURROGATE
                || type == Character.LINE_SEPARATOR
                || type == Character.PARAGRAPH_SEPARATOR;
    }
}
