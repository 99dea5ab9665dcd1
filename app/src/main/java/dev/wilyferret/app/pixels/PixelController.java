package dev.wilyferret.app.pixels;

import dev.wilyferret.app.clicks.ClickBook;
import dev.wilyferret.app.forms.Intake;
import dev.wilyferret.app.forms.NotFound;
import dev.wilyferret.app.workspace.Member;
import dev.wilyferret.core.address.UriTemplate;
import dev.wilyferret.core.id.PixelId;
import dev.wilyferret.core.pixel.FireAddress;
import dev.wilyferret.core.text.PlainText;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.util.MultiValueMap;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** Ad platform accounts: entering an id once, and seeing whether its pixel is alive. */
@Controller
class PixelController {

    private final PixelAccounts accounts;
    private final ClickBook clicks;

    PixelController(PixelAccounts accounts, ClickBook clicks) {
        this.accounts = accounts;
        this.clicks = clicks;
    }

    @GetMapping("/pixels")
    String list(@AuthenticationPrincipal Member member, Model model) {
        model.addAttribute("accounts", accounts.of(member.workspace()));
        model.addAttribute("seen", clicks.pixelsSeen(member.workspace()));
        return "pixels/list";
    }

    @GetMapping("/pixels/new")
    String blank(Model model) {
        return show(Optional.empty(), Intake.showing(Map.of("viewEvent", "PageView", "leadEvent", "Lead")), model);
    }

    @GetMapping("/pixels/{id}")
    String open(@AuthenticationPrincipal Member member, @PathVariable PixelId id, Model model) {
        PixelAccount account = account(member, id);
        PixelDetails details = account.details();
        Intake form = Intake.showing(Map.of(
                "name", details.name(),
                "pixelId", details.pixelId(),
                "address", details.address().template().toString(),
                "viewEvent", details.viewEvent(),
                "leadEvent", details.leadEvent()));
        return show(Optional.of(account), form, model);
    }

    @PostMapping("/pixels/new")
    String add(
            @AuthenticationPrincipal Member member,
            @RequestParam MultiValueMap<String, String> typed,
            Model model,
            RedirectAttributes after) {
        Intake form = Intake.of(typed);
        Optional<PixelDetails> details = read(form);
        if (details.isEmpty()) {
            return show(Optional.empty(), form, model);
        }
        PixelId id = accounts.add(member.workspace(), details.get());
        after.addFlashAttribute("said", "The pixel is entered. Tick it on a page, and it fires there.");
        return "redirect:/pixels/" + id;
    }

    @PostMapping("/pixels/{id}")
    String change(
            @AuthenticationPrincipal Member member,
            @PathVariable PixelId id,
            @RequestParam MultiValueMap<String, String> typed,
            Model model,
            RedirectAttributes after) {
        PixelAccount account = account(member, id);
        Intake form = Intake.of(typed);
        Optional<PixelDetails> details = read(form);
        if (details.isEmpty()) {
            return show(Optional.of(account), form, model);
        }
        accounts.change(member.workspace(), id, details.get());
        after.addFlashAttribute("said", "Kept. Every page it is ticked on fires it so from now on.");
        return "redirect:/pixels/" + id;
    }

    private String show(Optional<PixelAccount> account, Intake form, Model model) {
        model.addAttribute("form", form);
        model.addAttribute("account", account.orElse(null));
        model.addAttribute(
                "seen",
                account.map(one -> clicks.pixelsSeen(one.workspace()).get(one.id()))
                        .orElse(null));
        model.addAttribute(
                "fires",
                account.map(one -> clicks.fires(one.workspace(), one.id())).orElse(List.of()));
        return "pixels/form";
    }

    private static Optional<PixelDetails> read(Intake form) {
        form.take("name", text -> PlainText.line("name", text, 100));
        form.take("pixelId", text -> PlainText.line("pixel id", text, 100));
        form.take("viewEvent", text -> PlainText.line("event name", text, 60));
        form.take("leadEvent", text -> PlainText.line("event name", text, 60));
        Optional<FireAddress> address = form.take("address", text -> new FireAddress(UriTemplate.parseWeb(text)));
        return form.clean()
                ? Optional.of(new PixelDetails(
                        form.value("name"),
                        form.value("pixelId"),
                        address.orElseThrow(),
                        form.value("viewEvent"),
                        form.value("leadEvent")))
                : Optional.empty();
    }

    private PixelAccount account(Member member, PixelId id) {
        return accounts.find(member.workspace(), id).orElseThrow(NotFound::new);
    }
}
