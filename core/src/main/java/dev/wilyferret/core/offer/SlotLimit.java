package dev.wilyferret.core.offer;

import dev.wilyferret.core.text.Refusal;
import java.util.Locale;

/**
 * What a network takes in a sub ID.
 *
 * @param most characters; 0 for no limit that is known, else at most 500
 */
public record SlotLimit(int most, Signs signs) {

    public static final SlotLimit NONE = new SlotLimit(0, Signs.ANY);

    private static final int MOST = 500;

    /** The alphabet of a sub ID. */
    public enum Signs {
        ANY,
        LETTERS_AND_DIGITS,
        LETTERS_DIGITS_HYPHENS;

        private boolean take(int point) {
            boolean plain = point < 128 && Character.isLetterOrDigit(point);
            return switch (this) {
                case ANY -> true;
                case LETTERS_AND_DIGITS -> plain;
                case LETTERS_DIGITS_HYPHENS -> plain || point == '-' || point == '_';
            };
        }

        public String words() {
            return switch (this) {
                case ANY -> "any signs";
                case LETTERS_AND_DIGITS -> "letters and digits only";
                case LETTERS_DIGITS_HYPHENS -> "letters, digits, - and _ only";
            };
        }
    }

    /** @throws Refusal if the length is out of range */
    public SlotLimit {
        if (most < 0 || most > MOST) {
            throw new Refusal("A sub ID of %,d characters is no limit. Type 1 to %d, or nothing if none is known."
                    .formatted(most, MOST));
        }
    }

    /** Whether a value arrives whole. */
    public boolean takes(String value) {
        return (most == 0 || value.codePointCount(0, value.length()) <= most)
                && value.codePoints().allMatch(signs::take);
    }

    /** What of a value arrives: without the signs that are not taken, and no longer than fits. */
    public String fitted(String value) {
        if (takes(value)) {
            return value;
        }
        StringBuilder kept = new StringBuilder();
        value.codePoints()
                .filter(signs::take)
                .limit(most == 0 ? Long.MAX_VALUE : most)
                .forEach(kept::appendCodePoint);
        return kept.toString();
    }

    /** As a sentence goes on: "at most 20 characters, letters and digits only". */
    public String words() {
        String length = most == 0 ? "" : String.format(Locale.ENGLISH, "at most %,d characters", most);
        return signs == Signs.ANY ? length : length.isEmpty() ? signs.words() : length + ", " + signs.words();
    }
}
