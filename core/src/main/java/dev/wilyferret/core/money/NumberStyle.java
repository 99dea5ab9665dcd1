package dev.wilyferret.core.money;

/** How somebody writes numbers: which sign begins the decimals, and so which one only groups digits. */
public enum NumberStyle {
    /** As in 1,234.50. */
    POINT('.', ','),
    /** As in 1.234,50. */
    COMMA(',', '.');

    private final char decimal;
    private final char grouping;

    NumberStyle(char decimal, char grouping) {
        this.decimal = decimal;
        this.grouping = grouping;
    }

    char decimal() {
        return decimal;
    }

    char grouping() {
        return grouping;
    }
}
