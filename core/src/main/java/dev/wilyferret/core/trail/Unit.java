package dev.wilyferret.core.trail;

/** What a figure counts. */
public enum Unit {
    CLICKS("click", "clicks"),
    VISITORS("visitor", "visitors"),
    SALES("sale", "sales");

    private final String one;
    private final String many;

    Unit(String one, String many) {
        this.one = one;
        this.many = many;
    }

    /** As it is said of a figure. */
    public String of(long figure) {
        return figure == 1 ? one : many;
    }
}
