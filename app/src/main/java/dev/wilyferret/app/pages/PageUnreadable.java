package dev.wilyferret.app.pages;

import dev.wilyferret.core.id.PageId;
import dev.wilyferret.core.id.PromotionId;

/** A page is there, but this program cannot read its document. */
public class PageUnreadable extends RuntimeException {

    private static final long serialVersionUID = 1;

    public final PromotionId promotion;
    public final PageId page;

    public PageUnreadable(PromotionId promotion, PageId page, RuntimeException why) {
        super("The document of page %s cannot be read.".formatted(page), why);
        this.promotion = promotion;
        this.page = page;
    }
}
