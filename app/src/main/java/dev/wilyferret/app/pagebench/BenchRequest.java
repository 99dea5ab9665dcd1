package dev.wilyferret.app.pagebench;

import dev.wilyferret.app.pages.Page;
import dev.wilyferret.app.promotions.Promotion;
import dev.wilyferret.app.workspace.Member;
import jakarta.servlet.http.HttpServletResponse;

/**
 * A request to the bench of a content page.
 *
 * @param revision the one the browser's sheet was made from; -1 if it does not say
 * @param partly whether the browser swaps in what is answered, instead of showing it as a page
 */
record BenchRequest(
        Member member, Promotion promotion, Page page, int revision, boolean partly, HttpServletResponse response) {

    /** Back to the bench, as a page of its own. */
    String toBench() {
        return toBench(page);
    }

    static String toBench(Page page) {
        return "redirect:/promotions/" + page.promotion() + "/pages/" + page.id();
    }
}
