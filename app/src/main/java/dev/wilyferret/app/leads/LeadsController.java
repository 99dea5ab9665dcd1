package dev.wilyferret.app.leads;

import dev.wilyferret.app.forms.NotFound;
import dev.wilyferret.app.pages.Page;
import dev.wilyferret.app.pages.Pages;
import dev.wilyferret.app.promotions.Promotion;
import dev.wilyferret.app.promotions.Promotions;
import dev.wilyferret.app.workspace.Member;
import dev.wilyferret.core.id.PromotionId;
import java.util.List;
import java.util.stream.Collectors;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestParam;

/** Who left an address on the pages of a promotion. */
@Controller
class LeadsController {

    private final Leads leads;
    private final Promotions promotions;
    private final Pages pages;

    LeadsController(Leads leads, Promotions promotions, Pages pages) {
        this.leads = leads;
        this.promotions = promotions;
        this.pages = pages;
    }

    @GetMapping("/promotions/{promotion}/leads")
    String list(
            @AuthenticationPrincipal Member member,
            @PathVariable PromotionId promotion,
            @RequestParam(defaultValue = "1") int page,
            Model model) {
        Promotion opened = promotions.find(member.workspace(), promotion).orElseThrow(NotFound::new);
        List<Page> own = pages.ofPromotion(member.workspace(), promotion);
        model.addAttribute("promotion", opened);
        long all = leads.count(member.workspace(), promotion);
        int last = (int) Math.max(1, (all + Leads.PAGE - 1) / Leads.PAGE);
        int shown = Math.clamp(page, 1, last);
        model.addAttribute("all", all);
        model.addAttribute("page", shown);
        model.addAttribute("last", last);
        model.addAttribute("leads", leads.ofPromotion(member.workspace(), promotion, shown - 1));
        model.addAttribute("pageNames", own.stream().collect(Collectors.toMap(Page::id, Page::name)));
        return "leads/list";
    }
}
