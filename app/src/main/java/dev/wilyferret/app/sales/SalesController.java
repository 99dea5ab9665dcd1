package dev.wilyferret.app.sales;

import dev.wilyferret.app.forms.Intake;
import dev.wilyferret.app.forms.NotFound;
import dev.wilyferret.app.offers.Network;
import dev.wilyferret.app.offers.Offer;
import dev.wilyferret.app.offers.Offers;
import dev.wilyferret.app.promotions.Promotion;
import dev.wilyferret.app.promotions.Promotions;
import dev.wilyferret.app.workspace.Member;
import dev.wilyferret.core.id.ClickId;
import dev.wilyferret.core.id.Id;
import dev.wilyferret.core.id.PromotionId;
import dev.wilyferret.core.id.SaleId;
import dev.wilyferret.core.id.ShortId;
import dev.wilyferret.core.sale.SaleState;
import dev.wilyferret.core.text.Refusal;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.util.MultiValueMap;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** Sales of the workspace and of a promotion, and every postback that came in. */
@Controller
class SalesController {

    private final Sales sales;
    private final Postbacks postbacks;
    private final Claims claims;
    private final Offers offers;
    private final Promotions promotions;

    SalesController(Sales sales, Postbacks postbacks, Claims claims, Offers offers, Promotions promotions) {
        this.sales = sales;
        this.postbacks = postbacks;
        this.claims = claims;
        this.offers = offers;
        this.promotions = promotions;
    }

    @GetMapping("/sales")
    String all(@AuthenticationPrincipal Member member, @RequestParam(defaultValue = "") String became, Model model) {
        boolean onlyOdd = became.equals("nothing");
        show(member, sales.latest(member.workspace()), model);
        model.addAttribute("onlyOdd", onlyOdd);
        model.addAttribute("postbacks", postbacks.latest(member.workspace(), onlyOdd));
        model.addAttribute("odd", postbacks.odd(member.workspace()));
        model.addAttribute(
                "networks",
                offers.networksOf(member.workspace()).stream()
                        .collect(Collectors.toMap(
                                Network::id, Function.identity(), (one, other) -> one, LinkedHashMap::new)));
        return "sales/all";
    }

    /** Gives a postback that named no click of ours the click it belongs to. */
    @PostMapping("/sales/postbacks/{id}/match")
    String match(
            @AuthenticationPrincipal Member member,
            @PathVariable UUID id,
            @RequestParam(defaultValue = "") String click,
            Model model,
            RedirectAttributes after) {
        try {
            ClickId named = click(click)
                    .orElseThrow(() -> new Refusal(
                            "That is no click id. Copy it from the click's walk, or paste the walk's address."));
            Postback matched = postbacks.match(member.workspace(), id, named).orElseThrow(NotFound::new);
            after.addFlashAttribute(
                    "said",
                    "Matched. The %s is recorded."
                            .formatted(matched.outcome() == Postback.Outcome.SALE ? "sale" : "change"));
            return "redirect:/sales";
        } catch (Refusal refusal) {
            model.addAttribute("matching", id);
            model.addAttribute("typed", click);
            model.addAttribute("refused", refusal.getMessage());
            return all(member, "nothing", model);
        }
    }

    private static Optional<ClickId> click(String typed) {
        String last = typed.strip().replaceAll("[?#].*$", "").replaceAll("^.*/", "");
        return Id.parse(last, ClickId::new).or(() -> ShortId.parse(last, ClickId::new));
    }

    /** A sale with everything that was said of it. */
    @GetMapping("/sales/{id}")
    String one(@AuthenticationPrincipal Member member, @PathVariable SaleId id, Model model) {
        return show(
                member, sales.find(member.workspace(), id).orElseThrow(NotFound::new), Intake.showing(Map.of()), model);
    }

    private String show(Member member, Sale sale, Intake form, Model model) {
        model.addAttribute("sale", sale);
        model.addAttribute("form", form);
        model.addAttribute("course", sales.course(member.workspace(), sale.id()));
        model.addAttribute(
                "offer", offers.find(member.workspace(), sale.offer()).orElseThrow(NotFound::new));
        return "sales/one";
    }

    /** Notes by hand what became of a sale. */
    @PostMapping("/sales/{id}")
    String note(
            @AuthenticationPrincipal Member member,
            @PathVariable SaleId id,
            @RequestParam MultiValueMap<String, String> typed,
            Model model,
            RedirectAttributes after) {
        Intake form = Intake.of(typed);
        Sale sale = sales.find(member.workspace(), id).orElseThrow(NotFound::new);
        try {
            SaleState state = SaleState.named(form.value("state"))
                    .orElseThrow(() -> new Refusal("Choose what became of the sale."));
            Sale now = sales.note(member.workspace(), id, state, form.value("amount"))
                    .orElseThrow(NotFound::new);
            after.addFlashAttribute(
                    "said", "Noted: the sale is %s now.".formatted(now.state().words()));
            return "redirect:/sales/" + id;
        } catch (Refusal refusal) {
            form.refuse("state", refusal.getMessage());
            return show(member, sale, form, model);
        }
    }

    @GetMapping("/promotions/{promotion}/sales")
    String ofPromotion(@AuthenticationPrincipal Member member, @PathVariable PromotionId promotion, Model model) {
        Promotion opened = promotions.find(member.workspace(), promotion).orElseThrow(NotFound::new);
        show(member, sales.ofPromotion(member.workspace(), promotion), model);
        model.addAttribute("promotion", opened);
        return "sales/promotion";
    }

    /** Lets another address claim an order. */
    @PostMapping("/sales/free")
    String free(@AuthenticationPrincipal Member member, @RequestParam String order, RedirectAttributes after) {
        claims.free(member.workspace(), order);
        after.addFlashAttribute("said", "Freed. Whoever claims order “%s” next gets it.".formatted(order));
        return "redirect:/sales";
    }

    private void show(Member member, List<Sale> shown, Model model) {
        model.addAttribute(
                "claims",
                claims.by(member.workspace(), shown.stream().map(Sale::order).toList()));
        model.addAttribute("sales", shown);
        model.addAttribute(
                "offerNames", offers.of(member.workspace()).stream().collect(Collectors.toMap(Offer::id, Offer::name)));
    }
}
