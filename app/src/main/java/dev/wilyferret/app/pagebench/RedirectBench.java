package dev.wilyferret.app.pagebench;

import dev.wilyferret.app.clicks.ClickBook;
import dev.wilyferret.app.forms.Intake;
import dev.wilyferret.app.pages.Page;
import dev.wilyferret.app.pages.Pages;
import dev.wilyferret.app.promotions.Promotion;
import dev.wilyferret.app.workspace.Member;
import dev.wilyferret.core.id.PageId;
import dev.wilyferret.core.id.PromotionId;
import dev.wilyferret.core.page.Firing;
import dev.wilyferret.core.page.Hold;
import dev.wilyferret.core.page.PageDocument.RedirectPage;
import dev.wilyferret.core.page.PageKind;
import dev.wilyferret.core.page.ReferrerRule;
import dev.wilyferret.core.pixel.PixelEvent;
import dev.wilyferret.core.text.PlainText;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.util.MultiValueMap;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** The bench of the redirect page: how long it stays, what fires, and how that went. */
@Controller
@RequestMapping("/promotions/{promotion}/redirect")
class RedirectBench {

    private final BenchDesk desk;
    private final Pages pages;
    private final ClickBook clicks;

    RedirectBench(BenchDesk desk, Pages pages, ClickBook clicks) {
        this.desk = desk;
        this.pages = pages;
        this.clicks = clicks;
    }

    @GetMapping
    String open(@AuthenticationPrincipal Member member, @PathVariable PromotionId promotion, Model model) {
        Promotion opened = desk.promotion(member, promotion);
        Optional<Page> page = desk.first(member, promotion, PageKind.REDIRECT);
        if (page.isEmpty()) {
            model.addAttribute("promotion", opened);
            model.addAttribute("missing", PageKind.REDIRECT);
            return "pages/missing";
        }
        RedirectPage draft = (RedirectPage) page.get().draft();
        Intake form = Intake.showing(Map.of(
                "title", draft.title(),
                "hold", String.valueOf(draft.hold().millis()),
                "referrer", draft.referrer().name(),
                "once", draft.oncePerVisit() ? "on" : ""));
        BenchDesk.shown(draft.pixels(), form);
        return show(member, opened, page.get(), form, model);
    }

    private String show(Member member, Promotion promotion, Page page, Intake form, Model model) {
        desk.show(member, promotion, page, model);
        model.addAttribute("form", form);
        Hold hold = ((RedirectPage) page.draft()).hold();
        RedirectTimeline timeline =
                RedirectTimeline.of(hold, clicks.latestOn(member.workspace(), promotion.id(), page.id()));
        model.addAttribute("timeline", timeline);
        model.addAttribute("hold", hold);
        model.addAttribute("pixelNames", desk.pixelNames(member));
        model.addAttribute("referrers", ReferrerRule.values());
        model.addAttribute("steps", pages.steps(page));
        return "pages/redirect";
    }

    @PostMapping
    String make(@AuthenticationPrincipal Member member, @PathVariable PromotionId promotion) {
        desk.promotion(member, promotion);
        if (desk.first(member, promotion, PageKind.REDIRECT).isEmpty()) {
            pages.makeRedirect(member.workspace(), promotion);
        }
        return "redirect:/promotions/" + promotion + "/redirect";
    }

    @PostMapping("/{id}")
    String keep(
            @AuthenticationPrincipal Member member,
            @PathVariable PromotionId promotion,
            @PathVariable PageId id,
            @RequestParam MultiValueMap<String, String> typed,
            @RequestParam int revision,
            @RequestHeader(name = "HX-Request", defaultValue = "false") boolean partly,
            Model model) {
        Page page = desk.page(member, promotion, id);
        Intake form = Intake.of(typed);
        form.take("title", text -> PlainText.optionalLine("public title", text, 120));
        Optional<Hold> hold = form.take("hold", Hold::parse);
        List<Firing> pixels = desk.pixels(member, form, PixelEvent.LEAD);
        ReferrerRule referrer = Arrays.stream(ReferrerRule.values())
                .filter(rule -> rule.name().equals(form.value("referrer")))
                .findFirst()
                .orElse(ReferrerRule.ORIGIN);
        boolean kept = form.clean()
                && pages.keepDraft(
                        member.workspace(),
                        id,
                        revision,
                        new RedirectPage(
                                form.value("title"), hold.orElseThrow(), pixels, referrer, form.ticked("once")));
        if (!partly) {
            return kept
                    ? "redirect:/promotions/" + promotion + "/redirect"
                    : show(member, desk.promotion(member, promotion), page, form, model);
        }
        model.addAttribute("form", form);
        model.addAttribute(
                "fields",
                Stream.concat(
                                Stream.of("title", "hold"),
                                desk.pixelIds(member).stream().map(pixel -> "own-" + pixel))
                        .toList());
        model.addAttribute("page", desk.page(member, promotion, id));
        model.addAttribute("keptNow", kept);
        model.addAttribute("conflict", form.clean() && !kept);
        model.addAttribute("steps", pages.steps(desk.page(member, promotion, id)));
        return "pages/parts :: kept";
    }

    /** Takes the last step back, or does an undone one again. */
    @PostMapping("/{id}/{way:undo|redo}")
    String step(
            @AuthenticationPrincipal Member member,
            @PathVariable PromotionId promotion,
            @PathVariable PageId id,
            @PathVariable String way) {
        Page page = desk.page(member, promotion, id);
        if (way.equals("undo")) {
            pages.undo(page.workspace(), page.id());
        } else {
            pages.redo(page.workspace(), page.id());
        }
        return "redirect:/promotions/" + promotion + "/redirect";
    }

    @PostMapping("/{id}/publish")
    String publish(
            @AuthenticationPrincipal Member member,
            @PathVariable PromotionId promotion,
            @PathVariable PageId id,
            RedirectAttributes after) {
        desk.publish(desk.page(member, promotion, id), after);
        return "redirect:/promotions/" + promotion + "/redirect";
    }

    @PostMapping("/{id}/name")
    String rename(
            @AuthenticationPrincipal Member member,
            @PathVariable PromotionId promotion,
            @PathVariable PageId id,
            @RequestParam MultiValueMap<String, String> typed,
            RedirectAttributes after) {
        desk.rename(desk.page(member, promotion, id), Intake.of(typed), after);
        return "redirect:/promotions/" + promotion + "/redirect";
    }
}
