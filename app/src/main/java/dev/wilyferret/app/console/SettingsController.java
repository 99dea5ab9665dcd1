package dev.wilyferret.app.console;

import dev.wilyferret.app.forms.Intake;
import dev.wilyferret.app.installation.SiteAddress;
import dev.wilyferret.app.workspace.Member;
import dev.wilyferret.app.workspace.OwnBrowsers;
import dev.wilyferret.app.workspace.Workspace;
import dev.wilyferret.app.workspace.Workspaces;
import dev.wilyferret.core.link.SiteRoute;
import java.util.Optional;
import java.util.UUID;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.util.MultiValueMap;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** The workspace's own details, and the browsers that are its own. */
@Controller
class SettingsController {

    private final Workspaces workspaces;
    private final OwnBrowsers browsers;
    private final SiteAddress site;

    SettingsController(Workspaces workspaces, OwnBrowsers browsers, SiteAddress site) {
        this.workspaces = workspaces;
        this.browsers = browsers;
        this.site = site;
    }

    @GetMapping("/settings")
    String settings(@AuthenticationPrincipal Member member, Model model) {
        return show(member, WorkspaceForm.shown(workspaces.get(member.workspace())), model);
    }

    private String show(Member member, Intake form, Model model) {
        model.addAttribute("form", form);
        model.addAttribute("browsers", browsers.of(member.workspace()));
        model.addAttribute("me", member);
        return "console/settings";
    }

    @PostMapping("/settings")
    String save(
            @AuthenticationPrincipal Member member,
            @RequestParam MultiValueMap<String, String> typed,
            Model model,
            RedirectAttributes after) {
        Intake form = Intake.of(typed);
        Optional<Workspace> described = WorkspaceForm.read(form, member.workspace());
        if (described.isEmpty()) {
            return show(member, form, model);
        }
        workspaces.describe(described.get());
        after.addFlashAttribute("said", "Kept. Every published page shows it already.");
        return "redirect:/settings";
    }

    /** Sends this browser to the public site with a pass, since only that origin can set its cookie. */
    @PostMapping("/settings/own-browser")
    String markBrowser(@AuthenticationPrincipal Member member) {
        return "redirect:" + site.of(SiteRoute.OWN.path(browsers.pass(member.workspace())));
    }

    @PostMapping("/settings/own-browser/{id}/release")
    String release(@AuthenticationPrincipal Member member, @PathVariable UUID id, RedirectAttributes after) {
        browsers.release(member.workspace(), id);
        after.addFlashAttribute(
                "said", "That browser counts like any other from now on. Its earlier clicks stay apart.");
        return "redirect:/settings";
    }
}
