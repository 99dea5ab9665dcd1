package dev.wilyferret.core.id;

import java.util.Optional;
import java.util.UUID;
import java.util.function.Function;

/**
 * Writes a UUID as 26 lower-case letters and digits (Crockford's base 32), the form in which a click id travels in a
 * sub ID: short, and unharmed by networks that change the case or strip punctuation.
 */
public final class ShortId {

    private static final String ALPHABET = "0123456789abcdefghjkmnpqrstvwxyz";
    private static final int LENGTH = 26;
    private static final byte[] VALUES = new byte[128];

    static {
        java.util.Arrays.fill(VALUES, (byte) -1);
        for (int value = 0; value < ALPHABET.length(); value++) {
            VALUES[ALPHABET.charAt(value)] = (byte) value;
            VALUES[Character.toUpperCase(ALPHABET.charAt(value))] = (byte) value;
        }
    }

    private ShortId() {}

    public static String of(Id id) {
        return of(id.value());
    }

    public static String of(UUID id) {
        char[] text = new char[LENGTH];
        long high = id.getMostSignificantBits();
        long low = id.getLeastSignificantBits();
        for (int at = LENGTH - 1; at >= 0; at--) {
            text[at] = ALPHABET.charAt((int) (low & 31));
            low = (low >>> 5) | (high << 59);
            high >>>= 5;
        }
        return new String(text);
    }

    /** Reads an id of a kind of thing, in either case; empty if the text is not one. */
    public static <I extends Id> Optional<I> parse(String text, Function<UUID, I> type) {
        return parse(text).map(type);
    }

    /** Reads an id in either case; empty if the text is not one. */
    public static Optional<UUID> parse(String text) {
        if (text.length() != LENGTH || value(text.charAt(0)) > 7) {
            return Optional.empty();
        }
        long high = 0;
        long low = 0;
        for (int at = 0; at < LENGTH; at++) {
            int value = value(text.charAt(at));
            if (value < 0) {
                return Optional.empty();
            }
            high = (high << 5) | (low >>> 59);
            low = (low << 5) | value;
        }
        return Optional.of(new UUID(high, low));
    }

    private static int value(char letter) {
        return letter < 128 ? VALUES[letter] : -1;
    }
}
