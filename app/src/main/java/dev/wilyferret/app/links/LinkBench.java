package dev.wilyferret.app.links;

import dev.wilyferret.app.forms.Intake;
import dev.wilyferret.app.forms.NotFound;
import dev.wilyferret.app.installation.SiteAddress;
import dev.wilyferret.app.offers.Offers;
import dev.wilyferret.app.pages.Page;
import dev.wilyferret.app.pages.Pages;
import dev.wilyferret.app.promotions.Promotion;
import dev.wilyferret.app.promotions.Promotions;
import dev.wilyferret.app.results.Figures;
import dev.wilyferret.app.workspace.Member;
import dev.wilyferret.core.address.Tags;
import dev.wilyferret.core.figures.Period;
import dev.wilyferret.core.figures.Tally;
import dev.wilyferret.core.id.LinkId;
import dev.wilyferret.core.id.PromotionId;
import dev.wilyferret.core.link.LinkCode;
import dev.wilyferret.core.link.SiteRoute;
import dev.wilyferret.core.text.PlainText;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.util.MultiValueMap;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** The bench of a promotion's tracking links: making one, taking it apart, and what each brought. */
@Controller
@RequestMapping("/promotions/{promotion}/links")
class LinkBench {

    private static final String TO_OFFER = "offer";

    private final Links links;
    private final Promotions promotions;
    private final Pages pages;
    private final Offers offers;
    private final Figures figures;
    private final SiteAddress site;

    LinkBench(Links links, Promotions promotions, Pages pages, Offers offers, Figures figures, SiteAddress site) {
        this.links = links;
        this.promotions = promotions;
        this.pages = pages;
        this.offers = offers;
        this.figures = figures;
        this.site = site;
    }

    /** What a typed link would do: the address to hand out is one thing, what visitors are sent to another. */
    record Taken(String sent, Map<String, String> tags, int length, String warning) {}

    @GetMapping
    String open(@AuthenticationPrincipal Member member, @PathVariable PromotionId promotion, Model model) {
        return show(member, promotion(member, promotion), Intake.showing(Map.of()), model);
    }

    @PostMapping
    String add(
            @AuthenticationPrincipal Member member,
            @PathVariable PromotionId promotion,
            @RequestParam MultiValueMap<String, String> typed,
            Model model,
            RedirectAttributes after) {
        Promotion opened = promotion(member, promotion);
        Intake form = Intake.of(typed);
        Optional<Tags> tags = tags(form);
        Optional<LinkCode> code = form.take("code", links::freeCode);
        if (!form.clean()) {
            return show(member, opened, form, model);
        }
        TrackingLink made = links.add(
                member.workspace(),
                promotion,
                code.orElseThrow(),
                target(member, opened, form).map(Page::id),
                tags.orElseThrow());
        after.addFlashAttribute("made", made.id());
        return "redirect:/promotions/" + promotion + "/links";
    }

    /** The link taken apart, while it is being typed. */
    @PostMapping("/apart")
    String apart(
            @AuthenticationPrincipal Member member,
            @PathVariable PromotionId promotion,
            @RequestParam MultiValueMap<String, String> typed,
            Model model) {
        model.addAttribute(
                "apart",
                apart(member, promotion(member, promotion), Intake.of(typed)).orElse(null));
        return "links/bench :: apart";
    }

    @PostMapping("/{id}/pause")
    String pause(
            @AuthenticationPrincipal Member member,
            @PathVariable PromotionId promotion,
            @PathVariable LinkId id,
            @RequestParam boolean paused,
            RedirectAttributes after) {
        links.pause(member.workspace(), id, paused);
        after.addFlashAttribute(
                "said",
                paused
                        ? "Paused: visitors now get a plain “not found”. Resume it at any time."
                        : "The link is at work again.");
        return "redirect:/promotions/" + promotion + "/links";
    }

    private String show(Member member, Promotion promotion, Intake form, Model model) {
        List<Page> targets = pages.ofPromotion(member.workspace(), promotion.id());
        model.addAttribute("promotion", promotion);
        model.addAttribute("form", form);
        model.addAttribute("targets", targets);
        model.addAttribute("targetNames", targets.stream().collect(Collectors.toMap(Page::id, Page::name)));
        model.addAttribute(
                "offerName",
                offers.find(member.workspace(), promotion.offer()).orElseThrow().name());
        List<TrackingLink> all = links.ofPromotion(member.workspace(), promotion.id());
        model.addAttribute("links", all);
        Tally ever = figures.of(member.workspace(), promotion.id(), Period.EVER);
        model.addAttribute(
                "clicks", all.stream().collect(Collectors.toMap(TrackingLink::id, link -> ever.clicks(link.id()))));
        model.addAttribute("apart", apart(member, promotion, form).orElse(null));
        return "links/bench";
    }

    /** Each tag by itself, so that every field gets its own message. */
    private static Optional<Tags> tags(Intake form) {
        for (String needed : List.of("source", "medium", "campaign")) {
            form.take(needed, text -> PlainText.line(needed, text, 100));
        }
        for (String free : List.of("term", "content")) {
            form.take(free, text -> PlainText.optionalLine(free, text, 100));
        }
        return form.clean()
                ? Optional.of(new Tags(
                        form.value("source"),
                        form.value("medium"),
                        form.value("campaign"),
                        form.value("term"),
                        form.value("content")))
                : Optional.empty();
    }

    private Optional<Taken> apart(Member member, Promotion promotion, Intake typed) {
        return tags(copy(typed)).map(tags -> {
            Optional<Page> target = target(member, promotion, typed);
            String sent = target.map(page -> tags.onto(site.of(SiteRoute.page(promotion.slug(), page.slug()))))
                    .orElseGet(() -> offers.find(member.workspace(), promotion.offer())
                            .orElseThrow()
                            .details()
                            .link()
                            .expand("06c2w0g7m4e8t5n1k9qzr3hv2d", Optional.of(tags)));
            String warning = target.filter(page -> page.published().isEmpty()).isPresent()
                    ? "That page is not published yet: until it is, visitors get a plain “not found”."
                    : "";
            return new Taken(sent, tags.parameters(), sent.length(), warning);
        });
    }

    /** So that looking at a half-typed link leaves no messages in the form. */
    private static Intake copy(Intake typed) {
        return Intake.showing(List.of("source", "medium", "campaign", "term", "content").stream()
                .collect(Collectors.toMap(field -> field, typed::value)));
    }

    /** The chosen page; the promotion's first page if none was chosen; empty for straight to the offer. */
    private Optional<Page> target(Member member, Promotion promotion, Intake form) {
        List<Page> targets = pages.ofPromotion(member.workspace(), promotion.id());
        String chosen = form.value("destination");
        return chosen.equals(TO_OFFER)
                ? Optional.empty()
                : targets.stream()
                        .filter(page -> page.id().toString().equals(chosen))
                        .findFirst()
                        .or(() -> targets.stream().findFirst());
    }

    private Promotion promotion(Member member, PromotionId id) {
        return promotions.find(member.workspace(), id).orElseThrow(NotFound::new);
    }
}
