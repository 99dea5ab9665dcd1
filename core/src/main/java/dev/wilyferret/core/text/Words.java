package dev.wilyferret.core.text;

import com.ibm.icu.text.BreakIterator;
import com.ibm.icu.util.ULocale;
import java.text.Normalizer;
import java.util.ArrayList;
import java.util.List;

/**
 * Words and letters as readers count them (Unicode's UAX #29): a letter with its marks is one, and scripts that put no
 * spaces between words are cut by their dictionaries.
 */
public final class Words {

    /** Before it each character is a letter or sign of its own, but for a line's two ends. */
    private static final int FIRST_MARK = 0x300;

    private Words() {}

    /** The words of a text in the order they stand, numbers among them; signs are none. Composed (Unicode's form NFC). */
    public static List<String> of(String text) {
        String composed = Normalizer.normalize(text, Normalizer.Form.NFC);
        BreakIterator breaks = BreakIterator.getWordInstance(ULocale.ROOT);
        breaks.setText(composed);
        List<String> words = new ArrayList<>();
        int from = breaks.first();
        for (int to = breaks.next(); to != BreakIterator.DONE; to = breaks.next()) {
            if (breaks.getRuleStatus() >= BreakIterator.WORD_NUMBER) {
                words.add(composed.substring(from, to));
            }
            from = to;
        }
        return words;
    }

    /** How many letters and signs a reader sees. */
    public static int letters(String text) {
        if (text.chars().allMatch(sign -> sign < FIRST_MARK && sign != '\r')) {
            return text.length();
        }
        BreakIterator breaks = BreakIterator.getCharacterInstance(ULocale.ROOT);
        breaks.setText(text);
        int letters = 0;
        while (breaks.next() != BreakIterator.DONE) {
            letters++;
        }
        return letters;
    }
}
