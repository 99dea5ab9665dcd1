package dev.wilyferret.app.pagebench;

import dev.wilyferret.app.forms.NotFound;
import dev.wilyferret.app.installation.SiteAddress;
import dev.wilyferret.app.pages.Pages;
import dev.wilyferret.app.results.Figures;
import dev.wilyferret.app.workspace.Member;
import dev.wilyferret.core.design.StartingDesign;
import dev.wilyferret.core.id.PromotionId;
import dev.wilyferret.core.link.SiteRoute;
import dev.wilyferret.core.page.PageKind;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** The pages of a promotion, and the starting designs to make another from. */
@Controller
@RequestMapping("/promotions/{promotion}/pages")
class PageChooser {

    private final BenchDesk desk;
    private final Pages pages;
    private final Figures figures;
    private final SiteAddress site;

    PageChooser(BenchDesk desk, Pages pages, Figures figures, SiteAddress site) {
        this.desk = desk;
        this.pages = pages;
        this.figures = figures;
        this.site = site;
    }

    /** The pages of the promotion, and the starting designs for another one. */
    @GetMapping
    String choose(@AuthenticationPrincipal Member member, @PathVariable PromotionId promotion, Model model) {
        model.addAttribute("promotion", desk.promotion(member, promotion));
        model.addAttribute("siblings", pages.ofPromotion(member.workspace(), promotion));
        model.addAttribute(
                "designs", DesignChoice.of(pages.byDesign(member.workspace()), figures.ledOn(member.workspace())));
        model.addAttribute("designAddress", site.of(SiteRoute.DESIGN.path("")));
        return "pages/choose";
    }

    @PostMapping
    String make(
            @AuthenticationPrincipal Member member, @PathVariable PromotionId promotion, @RequestParam String design) {
        desk.promotion(member, promotion);
        StartingDesign chosen = StartingDesign.of(design).orElseThrow(NotFound::new);
        return BenchRequest.toBench(pages.make(member.workspace(), promotion, chosen));
    }

    /** The page visitors land on, or the designs to make it from. */
    @GetMapping("/landing")
    String landing(@AuthenticationPrincipal Member member, @PathVariable PromotionId promotion) {
        desk.promotion(member, promotion);
        return desk.first(member, promotion, PageKind.CONTENT)
                .map(BenchRequest::toBench)
                .orElse("redirect:/promotions/" + promotion + "/pages");
    }
}
