package dev.wilyferret.app.pages;

import java.util.UUID;

/** A page is there, but this program cannot read its document. */
class PageUnreadable extends RuntimeException {

    private static final long serialVersionUID = 1;

    final UUID promotion;
    final UUID page;

    PageUnreadable(UUID promotion, UUID page, RuntimeException why) {
        super("The document of page %s cannot be read.".formatted(page), why);
        this.promotion = promotion;
        this.page = page;
    }
}
