package dev.wilyferret.core.text;

/** A cell of a CSV file that goes out: spreadsheets run what begins like a formula, so such text gets a quote in front. */
public final class SafeCell {

    private SafeCell() {}

    public static String of(String text) {
        return !text.isEmpty() && "=+-@\t\r".indexOf(text.charAt(0)) >= 0 ? "'" + text : text;
    }
}
