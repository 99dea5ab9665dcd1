package dev.wilyferret.core.sale;

import java.util.Optional;
import java.util.stream.Stream;

/** What a postback can say; each part has a usual name, and a network may call it otherwise. */
public enum PostbackPart {
    CLICK("click_id", "click id"),
    ORDER("order_id", "order id"),
    ITEM("item", "item of the order"),
    KIND("kind", "kind of payment"),
    EVENT("event", "event"),
    COMMISSION("commission", "commission"),
    ORDER_VALUE("order_value", "order value"),
    CURRENCY("currency", "currency"),
    STATUS("status", "status"),
    PRODUCT("product", "product");

    private final String usual;
    private final String words;

    PostbackPart(String usual, String words) {
        this.usual = usual;
        this.words = words;
    }

    /** The parameter that carries it where a network names none of its own. */
    public String usual() {
        return usual;
    }

    public String words() {
        return words;
    }

    /** @param usual its usual name */
    public static Optional<PostbackPart> named(String usual) {
        return Stream.of(values())
                .filter(part -> part.usual.equalsIgnoreCase(usual.strip()))
                .findFirst();
    }
}
