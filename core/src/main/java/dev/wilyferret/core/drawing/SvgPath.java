package dev.wilyferret.core.drawing;

import java.util.Locale;

/** The words of an SVG path, with one decimal. */
public final class SvgPath {

    private SvgPath() {}

    /** @param pattern with a %s for each number */
    public static String of(String pattern, double... numbers) {
        Object[] texts = new Object[numbers.length];
        for (int i = 0; i < numbers.length; i++) {
            texts[i] = String.format(Locale.ROOT, "%.1f", numbers[i]);
        }
        return String.format(Locale.ROOT, pattern, texts);
    }
}
