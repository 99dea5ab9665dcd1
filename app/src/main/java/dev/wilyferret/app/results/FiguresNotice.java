package dev.wilyferret.app.results;

import dev.wilyferret.app.workspace.Member;
import org.jspecify.annotations.Nullable;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.ControllerAdvice;
import org.springframework.web.bind.annotation.ModelAttribute;

/** Every screen says how far the figures are made, while they are not whole. */
@ControllerAdvice
class FiguresNotice {

    private final Figures figures;

    FiguresNotice(Figures figures) {
        this.figures = figures;
    }

    @ModelAttribute
    void say(@AuthenticationPrincipal @Nullable Member member, Model model) {
        if (member != null) {
            figures.percentMade(member.workspace()).ifPresent(percent -> model.addAttribute("figuresMade", percent));
        }
    }
}
