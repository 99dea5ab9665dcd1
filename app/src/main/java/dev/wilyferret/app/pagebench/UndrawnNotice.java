package dev.wilyferret.app.pagebench;

import dev.wilyferret.app.pages.Undrawn;
import dev.wilyferret.app.workspace.Member;
import org.jspecify.annotations.Nullable;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.ControllerAdvice;
import org.springframework.web.bind.annotation.ModelAttribute;

/** Every screen says which pages visitors do not see though they are published. */
@ControllerAdvice
class UndrawnNotice {

    private final Undrawn undrawn;

    UndrawnNotice(Undrawn undrawn) {
        this.undrawn = undrawn;
    }

    @ModelAttribute
    void say(@AuthenticationPrincipal @Nullable Member member, Model model) {
        if (member != null) {
            model.addAttribute("leftOut", undrawn.of(member.workspace()));
        }
    }
}
