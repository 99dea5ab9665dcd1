package dev.wilyferret.app.console;

import dev.wilyferret.app.forms.Intake;
import dev.wilyferret.app.installation.SiteAddress;
import dev.wilyferret.app.workspace.Member;
import dev.wilyferret.app.workspace.OwnBrowsers;
import dev.wilyferret.app.workspace.Workspace;
import dev.wilyferret.app.workspace.Workspaces;
import dev.wilyferret.core.link.SiteRoute;
import dev.wilyferret.core.text.PlainText;
import dev.wilyferret.core.text.Refusal;
import java.time.DateTimeException;
import java.time.ZoneId;
import java.util.Currency;
import java.util.HashMap;
import java.util.Locale;
import java.util.Map;
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
        Workspace workspace = workspaces.get(member.workspace());
        Map<String, String> values = new HashMap<>();
        values.put("name", workspace.name());
        values.put("currency", workspace.currency().getCurrencyCode());
        values.put("zone", workspace.zone().getId());
        values.put("legalName", workspace.legal().name());
        values.put("postalAddress", workspace.legal().postalAddress());
        values.put("contact", workspace.legal().contact());
        values.put("privacy", workspace.legal().privacy());
        values.put("disclaimer", workspace.legal().disclaimer());
        values.put("mostPictureMb", String.valueOf(workspace.files().picture()));
        values.put("mostFileMb", String.valueOf(workspace.files().other()));
        return show(member, Intake.showing(values), model);
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
        Optional<String> name = form.take("name", text -> PlainText.line("name", text, 100));
        Optional<Currency> currency = form.take("currency", SettingsController::currency);
        Optional<ZoneId> zone = form.take("zone", SettingsController::zone);
        form.take("legalName", text -> new Workspace.Legal(text, "", "", "", ""));
        form.take("postalAddress", text -> new Workspace.Legal("", text, "", "", ""));
        form.take("contact", text -> new Workspace.Legal("", "", text, "", ""));
        form.take("privacy", text -> new Workspace.Legal("", "", "", text, ""));
        form.take("disclaimer", text -> new Workspace.Legal("", "", "", "", text));
        Optional<Integer> picture = form.take("mostPictureMb", Workspace.FileLimits::parse);
        Optional<Integer> other = form.take("mostFileMb", Workspace.FileLimits::parse);
        if (!form.clean()) {
            return show(member, form, model);
        }
        workspaces.limit(member.workspace(), new Workspace.FileLimits(picture.orElseThrow(), other.orElseThrow()));
        workspaces.describe(
                member.workspace(),
                name.orElseThrow(),
                currency.orElseThrow(),
                zone.orElseThrow(),
                new Workspace.Legal(
                        form.value("legalName"),
                        form.value("postalAddress"),
                        form.value("contact"),
                        form.value("privacy"),
                        form.value("disclaimer")));
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

    private static Currency currency(String typed) {
        try {
            return Currency.getInstance(typed.strip().toUpperCase(Locale.ROOT));
        } catch (IllegalArgumentException e) {
            throw new Refusal("That is not a currency code. Use three letters, for example EUR.");
        }
    }

    private static ZoneId zone(String typed) {
        try {
            return ZoneId.of(typed.strip());
        } catch (DateTimeException e) {
            throw new Refusal("That is not a time zone. Use a name such as Europe/Vienna or UTC.");
        }
    }
}
