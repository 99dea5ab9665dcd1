package dev.wilyferret.app.results;

import dev.wilyferret.app.workspace.Member;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** How the figures stand to the log of clicks, and counting all of it again. */
@Controller
class FiguresController {

    private final Figures figures;
    private final Audit audit;

    FiguresController(Figures figures, Audit audit) {
        this.figures = figures;
        this.audit = audit;
    }

    @GetMapping("/settings/figures")
    String show(@AuthenticationPrincipal Member member, Model model) {
        model.addAttribute("aside", figures.setAside(member.workspace()));
        model.addAttribute("compared", audit.last(member.workspace()).orElse(null));
        model.addAttribute("waiting", figures.waiting(member.workspace()));
        model.addAttribute("anew", figures.percentMadeAnew(member.workspace()).orElse(null));
        return "results/figures";
    }

    @PostMapping("/settings/figures")
    String countAnew(@AuthenticationPrincipal Member member, RedirectAttributes after) {
        after.addFlashAttribute(
                "said",
                figures.countAnew(member.workspace())
                        ? "Counting begins. What you see stays until all of it is counted."
                        : "It is being counted already.");
        return "redirect:/settings/figures";
    }
}
