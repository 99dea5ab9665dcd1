package dev.wilyferret.app.pages;

import dev.wilyferret.core.id.PageId;
import dev.wilyferret.core.id.PromotionId;
import dev.wilyferret.core.page.PageKind;
import dev.wilyferret.core.text.PlainText;

/**
 * A page visitors do not see though it is published: it cannot be drawn, or this program cannot read its document, since a
 * newer one wrote it or it is damaged.
 */
public record LeftOut(PageId page, PromotionId promotion, PageKind kind, String name, RuntimeException cause) {

    private static final int LONGEST = 300;

    public LeftOut(Page page, RuntimeException cause) {
        this(page.id(), page.promotion(), page.kind(), page.name(), cause);
    }

    /** Where it is mended. */
    public String bench() {
        return "/promotions/" + promotion + (kind == PageKind.REDIRECT ? "/redirect" : "/pages/" + page);
    }

    /** In one line. */
    public String why() {
        String said = cause.getMessage();
        String line = said == null || said.isBlank()
                ? cause.getClass().getSimpleName()
                : said.lines().findFirst().orElse(said);
        return PlainText.cut(line, LONGEST);
    }
}
