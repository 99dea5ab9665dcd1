package dev.wilyferret.app.sales;

import dev.wilyferret.app.forms.Intake;
import dev.wilyferret.app.forms.NotFound;
import dev.wilyferret.app.offers.Network;
import dev.wilyferret.app.offers.Offer;
import dev.wilyferret.app.offers.Offers;
import dev.wilyferret.app.promotions.Promotion;
import dev.wilyferret.app.promotions.Promotions;
import dev.wilyferret.app.workspace.Member;
import dev.wilyferret.core.id.NetworkId;
import dev.wilyferret.core.id.PromotionId;
import dev.wilyferret.core.id.SaleId;
import dev.wilyferret.core.money.NumberStyle;
import dev.wilyferret.core.sale.SaleState;
import dev.wilyferret.core.text.Refusal;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;
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
    String all(@AuthenticationPrincipal Member member, Model model) {
        List<Postback> arrived = postbacks.latest(member.workspace());
        show(member, sales.latest(member.workspace()), model);
        model.addAttribute("postbacks", arrived);
        model.addAttribute(
                "odd", arrived.stream().filter(one -> one.outcome().odd()).count());
        model.addAttribute(
                "networks",
                offers.networksOf(member.workspace()).stream()
                        .collect(Collectors.toMap(Network::id, Function.identity())));
        return "sales/all";
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

    /** How a network writes numbers. */
    @PostMapping("/sales/networks/{network}/numbers")
    String numbers(
            @AuthenticationPrincipal Member member,
            @PathVariable NetworkId network,
            @RequestParam String style,
            RedirectAttributes after) {
        Optional<NumberStyle> chosen = Stream.of(NumberStyle.values())
                .filter(one -> one.name().equals(style))
                .findFirst();
        long read = postbacks.writesNumbers(member.workspace(), network, chosen).orElseThrow(NotFound::new);
        after.addFlashAttribute(
                "said",
                "Kept."
                        + (read == 0
                                ? ""
                                : " Postbacks that could not be read before were read again: %d %s recorded."
                                        .formatted(read, read == 1 ? "sale is" : "sales are")));
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
