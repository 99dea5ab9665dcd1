package dev.wilyferret.app.pagebench;

import dev.wilyferret.app.forms.NotFound;
import dev.wilyferret.app.pages.LeftOut;
import dev.wilyferret.app.pages.PageUnreadable;
import dev.wilyferret.app.pages.Pages;
import dev.wilyferret.app.workspace.Member;
import dev.wilyferret.core.id.PageId;
import dev.wilyferret.core.id.PromotionId;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.ControllerAdvice;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** What stands in place of the bench of a page that cannot be read: why, and the way to bring back what can be. */
@Controller
@RequestMapping("/promotions/{promotion}/unreadable/{id}")
class Unreadables {

    private final Pages pages;
    private final BenchDesk desk;

    Unreadables(Pages pages, BenchDesk desk) {
        this.pages = pages;
        this.desk = desk;
    }

    /** Whoever asks for such a page is led here. */
    @ControllerAdvice
    static class Way {

        @ExceptionHandler
        String unreadable(PageUnreadable page) {
            return "redirect:/promotions/" + page.promotion + "/unreadable/" + page.page;
        }
    }

    @GetMapping
    String say(
            @AuthenticationPrincipal Member member,
            @PathVariable PromotionId promotion,
            @PathVariable PageId id,
            Model model) {
        model.addAttribute("promotion", desk.promotion(member, promotion));
        model.addAttribute("unreadable", unreadable(member, promotion, id));
        model.addAttribute("mendable", pages.mendable(member.workspace(), id));
        return "pages/unreadable";
    }

    private LeftOut unreadable(Member member, PromotionId promotion, PageId id) {
        return pages.unreadable(member.workspace(), promotion).stream()
                .filter(page -> page.page().equals(id))
                .findFirst()
                .orElseThrow(NotFound::new);
    }

    @PostMapping
    String mend(
            @AuthenticationPrincipal Member member,
            @PathVariable PromotionId promotion,
            @PathVariable PageId id,
            RedirectAttributes after) {
        desk.promotion(member, promotion);
        pages.mend(member.workspace(), unreadable(member, promotion, id).page());
        after.addFlashAttribute("said", "What could be read is back. Look it through, then publish it.");
        return "redirect:/promotions/" + promotion + "/pages/" + id;
    }
}
