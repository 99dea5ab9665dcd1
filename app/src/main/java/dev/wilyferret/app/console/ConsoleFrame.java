package dev.wilyferret.app.console;

import dev.wilyferret.app.installation.Installation;
import dev.wilyferret.app.workspace.Member;
import dev.wilyferret.app.workspace.Workspaces;
import org.jspecify.annotations.Nullable;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.ControllerAdvice;
import org.springframework.web.bind.annotation.ModelAttribute;

/** What every page of the console shows around its own content. */
@ControllerAdvice
class ConsoleFrame {

    private final Workspaces workspaces;
    private final Installation installation;

    ConsoleFrame(Workspaces workspaces, Installation installation) {
        this.workspaces = workspaces;
        this.installation = installation;
    }

    @ModelAttribute
    void frame(@AuthenticationPrincipal @Nullable Member member, Model model) {
        model.addAttribute("siteAddress", installation.siteAddress().toString());
        if (member != null) {
            model.addAttribute("workspace", workspaces.get(member.workspace()));
        }
    }
}
