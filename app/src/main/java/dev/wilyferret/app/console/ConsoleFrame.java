package dev.wilyferret.app.console;

import dev.wilyferret.app.installation.SiteAddress;
import dev.wilyferret.app.secrets.Seals;
import dev.wilyferret.app.workspace.Member;
import dev.wilyferret.app.workspace.VisitorsUnseen;
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
    private final SiteAddress site;
    private final VisitorsUnseen unseen;
    private final Seals seals;

    ConsoleFrame(Workspaces workspaces, SiteAddress site, VisitorsUnseen unseen, Seals seals) {
        this.workspaces = workspaces;
        this.site = site;
        this.unseen = unseen;
        this.seals = seals;
    }

    @ModelAttribute
    void frame(@AuthenticationPrincipal @Nullable Member member, Model model) {
        model.addAttribute("siteAddress", site.origin());
        if (member != null) {
            model.addAttribute("unseenVisitors", unseen.warning());
            model.addAttribute("unsealed", seals.warning());
            model.addAttribute("workspace", workspaces.get(member.workspace()));
        }
    }
}
