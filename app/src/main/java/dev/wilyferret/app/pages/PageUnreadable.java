package dev.wilyferret.app.pages;

import java.util.UUID;

/** A page is there, but this program cannot read its document. */
public class PageUnreadable extends RuntimeException {

    private static final long serialVersionUID = 1;

    public final UUID promotion;
    public final UUID page;

    public PageUnreadable(UUID promotion, UUID page, RuntimeException why) {
        super("The document of page %s cannot be read.".formatted(page), why);
        this.promotion = promotion;
        this.page = page;
    }
}
