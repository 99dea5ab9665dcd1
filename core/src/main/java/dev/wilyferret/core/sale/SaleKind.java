package dev.wilyferret.core.sale;

import java.util.Locale;
import java.util.Optional;
import java.util.stream.Stream;

/** Which of an order's payments a sale is; each kind of an item is a sale of its own. */
public enum SaleKind {
    FIRST,
    /** Something more that was bought on the way out of the checkout. */
    UPSELL,
    /** A later payment for what is paid again and again. */
    REBILL;

    public String words() {
        return name().toLowerCase(Locale.ROOT);
    }

    /** @param words as a network writes it, in any case; empty if it names no kind */
    public static Optional<SaleKind> named(String words) {
        return Stream.of(values())
                .filter(kind -> kind.name().equalsIgnoreCase(words.strip()))
                .findFirst();
    }
}
