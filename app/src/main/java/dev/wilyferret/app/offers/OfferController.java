package dev.wilyferret.app.offers;

import dev.wilyferret.app.forms.Intake;
import dev.wilyferret.app.forms.NotFound;
import dev.wilyferret.app.installation.SiteAddress;
import dev.wilyferret.app.workspace.Member;
import dev.wilyferret.app.workspace.Workspaces;
import dev.wilyferret.core.id.OfferId;
import dev.wilyferret.core.offer.AffiliateLink;
import dev.wilyferret.core.offer.Cap;
import dev.wilyferret.core.offer.NetworkMemory;
import java.time.Clock;
import java.util.LinkedHashMap;
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

/** Listing, writing and changing offers. */
@Controller
class OfferController {

    private final Offers offers;
    private final Workspaces workspaces;
    private final SiteAddress site;
    private final TakenToday taken;
    private final Clock clock;

    OfferController(Offers offers, Workspaces workspaces, SiteAddress site, TakenToday taken, Clock clock) {
        this.offers = offers;
        this.workspaces = workspaces;
        this.site = site;
        this.taken = taken;
        this.clock = clock;
    }

    @GetMapping("/offers")
    String list(@AuthenticationPrincipal Member member, Model model) {
        model.addAttribute("offers", offers.of(member.workspace()));
        return "offers/list";
    }

    @GetMapping("/offers/new")
    String blank(@AuthenticationPrincipal Member member, Model model) {
        return show(member, Optional.empty(), Intake.showing(Map.of("payout", "PER_SALE")), model);
    }

    @GetMapping("/offers/{id}")
    String open(@AuthenticationPrincipal Member member, @PathVariable OfferId id, Model model) {
        Offer offer = offer(member, id);
        return show(member, Optional.of(offer), Intake.showing(OfferForm.shown(offer)), model);
    }

    @PostMapping("/offers/new")
    String add(
            @AuthenticationPrincipal Member member,
            @RequestParam MultiValueMap<String, String> typed,
            Model model,
            RedirectAttributes after) {
        Intake form = Intake.of(typed);
        Optional<OfferForm.Noted> noted = OfferForm.read(
                form,
                offers.memories(member.workspace()),
                workspaces.get(member.workspace()).currency());
        if (noted.isEmpty()) {
            return show(member, Optional.empty(), form, model);
        }
        OfferId id = offers.add(
                member.workspace(), noted.get().network(), noted.get().details());
        after.addFlashAttribute("said", "The offer is kept. Next: a promotion for it.");
        return "redirect:/offers/" + id;
    }

    @PostMapping("/offers/{id}")
    String change(
            @AuthenticationPrincipal Member member,
            @PathVariable OfferId id,
            @RequestParam MultiValueMap<String, String> typed,
            Model model,
            RedirectAttributes after) {
        Offer offer = offer(member, id);
        Intake form = Intake.of(typed);
        Optional<OfferForm.Noted> noted = OfferForm.read(
                form,
                offers.memories(member.workspace()),
                workspaces.get(member.workspace()).currency());
        if (noted.isEmpty()) {
            return show(member, Optional.of(offer), form, model);
        }
        offers.change(member.workspace(), id, noted.get().network(), noted.get().details());
        after.addFlashAttribute("said", "Kept. Visitors are sent to this link from now on.");
        return "redirect:/offers/" + id;
    }

    /** The link taken apart, while it is being typed. */
    @PostMapping("/offers/link")
    String link(
            @AuthenticationPrincipal Member member, @RequestParam MultiValueMap<String, String> typed, Model model) {
        showLink(member, Intake.of(typed), model);
        return "offers/form :: link";
    }

    private String show(Member member, Optional<Offer> offer, Intake form, Model model) {
        Map<String, String> postbacks = new LinkedHashMap<>();
        offer.ifPresent(
                one -> postbacks.put(one.network().name(), site.of(one.network().postbackPath())));
        model.addAttribute("offer", offer.orElse(null));
        model.addAttribute("networks", offers.networksOf(member.workspace()));
        model.addAttribute("postbacks", postbacks);
        model.addAttribute("counts", Cap.Counted.values());
        model.addAttribute("now", clock.instant());
        offer.map(taken::of).ifPresent(today -> today.ifPresent(number -> model.addAttribute("taken", number)));
        showLink(member, form, model);
        return "offers/form";
    }

    private void showLink(Member member, Intake form, Model model) {
        model.addAttribute("form", form);
        if (form.value("template").isBlank() && form.clean()) {
            return;
        }
        List<NetworkMemory> memories = offers.memories(member.workspace());
        OfferForm.reading(form, memories).ifPresent(pasted -> {
            AffiliateLink link = OfferForm.link(form, pasted, memories);
            model.addAttribute(
                    "remembered",
                    OfferForm.memory(form, pasted, memories)
                            .filter(memory -> !memory.fills().isEmpty())
                            .map(NetworkMemory::network)
                            .orElse(""));
            model.addAttribute("pasted", pasted);
            model.addAttribute("rows", OfferForm.rows(form, pasted, link));
            model.addAttribute("sample", OfferForm.sample(pasted, link));
        });
    }

    private Offer offer(Member member, OfferId id) {
        return offers.find(member.workspace(), id).orElseThrow(NotFound::new);
    }
}
