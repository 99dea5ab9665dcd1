package dev.wilyferret.core.link;

import dev.wilyferret.core.text.Refusal;
import java.util.random.RandomGenerator;

/**
 * The short code of a tracking link: 3 to 32 letters, digits and hyphens, beginning and ending with a letter or digit.
 * Upper and lower case differ.
 */
public record LinkCode(String text) {

    /** Without the letters and digits that are taken for one another in print: 0 O o, 1 l I. */
    private static final String ALPHABET = "23456789abcdefghijkmnpqrstuvwxyzABCDEFGHJKLMNPQRSTUVWXYZ";

    private static final int MADE_LENGTH = 7;

    public LinkCode {
        text = text.strip();
        if (!text.matches("[A-Za-z0-9][A-Za-z0-9-]{1,30}[A-Za-z0-9]")) {
            throw new Refusal(
                    "The short code must be 3 to 32 letters, digits or hyphens, with a letter or digit at both ends, for example \"spring-1\".");
        }
    }

    /** A made code: 7 of 56 signs, about 1.7 · 10¹² possibilities. */
    public static LinkCode made(RandomGenerator random) {
        StringBuilder code = new StringBuilder(MADE_LENGTH);
        for (int i = 0; i < MADE_LENGTH; i++) {
            code.append(ALPHABET.charAt(random.nextInt(ALPHABET.length())));
        }
        return new LinkCode(code.toString());
    }
}
