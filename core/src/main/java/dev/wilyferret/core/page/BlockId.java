package dev.wilyferret.core.page;

import dev.wilyferret.core.text.PlainText;
import dev.wilyferret.core.text.Refusal;
import java.util.random.RandomGenerator;

/** What tells a block from the others of its page, whatever is done to it; 1 to 24 small letters and digits. */
public record BlockId(String text) {

    private static final String LETTERS = "abcdefghjkmnpqrstvwxyz23456789";
    private static final int LENGTH = 8;

    public BlockId {
        if (!text.matches("[a-z0-9]{1,24}")) {
            throw new Refusal("A block's id has 1 to 24 small letters and digits, which “%s” has not."
                    .formatted(PlainText.cut(text, 30)));
        }
    }

    public static BlockId random(RandomGenerator random) {
        StringBuilder text = new StringBuilder(LENGTH);
        for (int i = 0; i < LENGTH; i++) {
            text.append(LETTERS.charAt(random.nextInt(LETTERS.length())));
        }
        return new BlockId(text.toString());
    }

    @Override
    public String toString() {
        return text;
    }
}
