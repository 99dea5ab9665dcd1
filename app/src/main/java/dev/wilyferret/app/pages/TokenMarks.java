package dev.wilyferret.app.pages;

/** How a token is marked in drawn HTML, with signs that no text holds. */
public final class TokenMarks {

    /** Begins a mark: name, {@link #BAR}, fallback, {@link #CLOSE}. All three are private-use characters. */
    public static final char OPEN = '\uE0F0';

    public static final char BAR = '\uE0F1';
    public static final char CLOSE = '\uE0F2';

    private TokenMarks() {}

    static String mark(String name, String fallback) {
        return OPEN + name + BAR + fallback + CLOSE;
    }
}
