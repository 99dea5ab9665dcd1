package dev.wilyferret.app.pixels;

import dev.wilyferret.app.clicks.ClickBook;
import dev.wilyferret.app.forms.Intake;
import dev.wilyferret.app.forms.NotFound;
import dev.wilyferret.app.workspace.Member;
import dev.wilyferret.core.id.PixelId;
import dev.wilyferret.core.pixel.PixelEvent;
import dev.wilyferret.core.pixel.PixelWay;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.HashMap;
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
    private static final int LIST = 40;
    private static final Map<PixelQueue.State, String> STATES = Map.of(
            PixelQueue.State.WAITING, "waiting",
            PixelQueue.State.TAKEN, "✓ taken",
            PixelQueue.State.REFUSED, "✕ refused",
            PixelQueue.State.UNKNOWN, "unknown");

    private static final Duration LOOKED_AT = Duration.ofDays(1);

    private final PixelQueue queue;
    private final ClickBook clicks;
    private final Clock clock;

    PixelController(PixelAccounts accounts, PixelQueue queue, ClickBook clicks, Clock clock) {
        this.accounts = accounts;
        this.queue = queue;
        this.clicks = clicks;
        this.clock = clock;
    }

    @GetMapping("/pixels")
    String list(@AuthenticationPrincipal Member member, Model model) {
        List<PixelAccount> shown = accounts.of(member.workspace());
        model.addAttribute("accounts", shown);
        model.addAttribute(
                "seen",
                clicks.pixelsSeen(
                        member.workspace(), shown.stream().map(PixelAccount::id).toList()));
        return "pixels/list";
    }

    @GetMapping("/pixels/new")
    String blank(Model model) {
        return show(
                Optional.empty(),
                Intake.showing(Map.of(
                        "viewEvent",
                        "PageView",
                        "leadEvent",
                        "Lead",
                        "checkoutEvent",
                        "Checkout",
                        "way",
                        PixelWay.BROWSER.name())),
                model);
    }

    @GetMapping("/pixels/{id}")
    String open(@AuthenticationPrincipal Member member, @PathVariable PixelId id, Model model) {
        PixelAccount account = account(member, id);
        return show(Optional.of(account), PixelForm.shown(account.details()), model);
    }

    @PostMapping("/pixels/new")
    String add(
            @AuthenticationPrincipal Member member,
            @RequestParam MultiValueMap<String, String> typed,
            Model model,
            RedirectAttributes after) {
        Intake form = Intake.of(typed);
        Optional<PixelDetails> details = PixelForm.read(form, "");
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
        Optional<PixelDetails> details = PixelForm.read(form, account.details().token());
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
                account.map(one -> clicks.pixelsSeen(one.workspace(), List.of(one.id()))
                                .get(one.id()))
                        .orElse(null));
        model.addAttribute(
                "fires",
                account.map(one -> clicks.fires(one.workspace(), one.id(), LIST))
                        .orElse(List.of()));
        model.addAttribute("ways", PixelWay.values());
        model.addAttribute("states", STATES);
        model.addAttribute(
                "told",
                account.map(one -> queue.latest(one.workspace(), one.id(), LIST))
                        .orElse(List.of()));
        account.ifPresent(one -> sums(one, model));
        return "pixels/form";
    }

    private void sums(PixelAccount account, Model model) {
        Instant from = clock.instant().minus(LOOKED_AT);
        ClickBook.LastReached reached = clicks.lastReached(account.workspace(), account.id());
        Map<PixelEvent, Instant> before = new HashMap<>(reached.at());
        queue.lastTaken(account.workspace(), account.id())
                .forEach((event, at) -> before.merge(event, at, (one, other) -> one.isAfter(other) ? one : other));
        model.addAttribute(
                "sums",
                PixelSums.of(
                        account.details(),
                        clicks.fired(account.workspace(), account.id(), from),
                        queue.sums(account.workspace(), account.id(), from),
                        before));
        model.addAttribute("unseen", reached.all() ? "never seen" : "not of late");
    }

    private PixelAccount account(Member member, PixelId id) {
        return accounts.find(member.workspace(), id).orElseThrow(NotFound::new);
    }
}
