package dev.wilyferret.app.trails;

import dev.wilyferret.app.clicks.ClickBook;
import dev.wilyferret.app.forms.Intake;
import dev.wilyferret.app.forms.NotFound;
import dev.wilyferret.app.hosts.HostChoice;
import dev.wilyferret.app.hosts.Hosts;
import dev.wilyferret.app.installation.SiteAddress;
import dev.wilyferret.app.links.Links;
import dev.wilyferret.app.links.TrackingLink;
import dev.wilyferret.app.offers.Offer;
import dev.wilyferret.app.offers.Offers;
import dev.wilyferret.app.pages.Page;
import dev.wilyferret.app.pages.Pages;
import dev.wilyferret.app.promotions.Promotion;
import dev.wilyferret.app.promotions.Promotions;
import dev.wilyferret.app.sales.Sales;
import dev.wilyferret.app.workspace.Member;
import dev.wilyferret.app.workspace.Workspaces;
import dev.wilyferret.core.address.OwnHost;
import dev.wilyferret.core.address.Tags;
import dev.wilyferret.core.design.ReadyTrail;
import dev.wilyferret.core.design.StartingDesign;
import dev.wilyferret.core.figures.Behind;
import dev.wilyferret.core.id.PromotionId;
import dev.wilyferret.core.offer.AffiliateLink;
import dev.wilyferret.core.text.PlainText;
import dev.wilyferret.core.text.Refusal;
import dev.wilyferret.core.trail.SmallDrawing;
import dev.wilyferret.core.visit.Standing;
import java.time.Clock;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
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

/** A promotion's trail, the lists behind its figures, and the benches that only look. */
@Controller
@RequestMapping("/promotions/{promotion}")
class PromotionController {

    private final Promotions promotions;
    private final Offers offers;
    private final Pages pages;
    private final Links links;
    private final ClickBook clicks;
    private final Sales sales;
    private final Workspaces workspaces;
    private final Hosts hosts;
    private final SiteAddress site;
    private final TrailMaker maker;
    private final ClickLists lists;
    private final Clock clock;

    PromotionController(
            Promotions promotions,
            Offers offers,
            Pages pages,
            Links links,
            ClickBook clicks,
            Sales sales,
            Workspaces workspaces,
            Hosts hosts,
            SiteAddress site,
            TrailMaker maker,
            ClickLists lists,
            Clock clock) {
        this.promotions = promotions;
        this.offers = offers;
        this.pages = pages;
        this.links = links;
        this.clicks = clicks;
        this.sales = sales;
        this.workspaces = workspaces;
        this.hosts = hosts;
        this.site = site;
        this.maker = maker;
        this.lists = lists;
        this.clock = clock;
    }

    @GetMapping
    String open(
            @AuthenticationPrincipal Member member,
            @PathVariable PromotionId promotion,
            @RequestParam(defaultValue = "0") int days,
            Model model) {
        Promotion opened = promotion(member, promotion);
        LastDays period = period(member, days);
        model.addAttribute("promotion", opened);
        HostChoice choice = hosts.choice(member.workspace());
        model.addAttribute("hosts", choice);
        model.addAttribute("stands", site.of(opened.host(), "/" + opened.slug()));
        if (!model.containsAttribute("moving")) {
            model.addAttribute(
                    "moving", Intake.showing(Map.of("host", choice.text(opened.host()), "slug", opened.slug())));
        }
        model.addAttribute(
                "latest",
                clicks.all(member.workspace(), promotion, period.from()).stream()
                        .limit(8)
                        .toList());
        addLinks(member, promotion, model);
        boolean empty = pages.ofPromotion(member.workspace(), promotion).isEmpty();
        model.addAttribute("small", SmallDrawing.ofReady());
        model.addAttribute("readyTrails", empty ? ReadyTrail.all() : List.of());
        model.addAttribute(
                "otherOffers",
                offers.of(opened.workspace()).stream()
                        .filter(offer -> !offer.id().equals(opened.offer()))
                        .toList());
        return "trails/promotion";
    }

    /** Puts its pages at another address. */
    @PostMapping("/address")
    String move(
            @AuthenticationPrincipal Member member,
            @PathVariable PromotionId promotion,
            @RequestParam MultiValueMap<String, String> typed,
            RedirectAttributes after) {
        Promotion opened = promotion(member, promotion);
        Intake form = Intake.of(typed);
        Optional<Optional<OwnHost>> host =
                form.take("host", text -> hosts.choice(member.workspace()).chosen(text, opened.host()));
        String slug = form.value("slug");
        if (form.keep("slug", () -> promotions.move(member.workspace(), promotion, host.orElseThrow(), slug))) {
            after.addFlashAttribute(
                    "said", "Its pages stand there now. What was handed out before goes on leading to them.");
        } else {
            after.addFlashAttribute("moving", form);
        }
        return "redirect:/promotions/" + promotion + "#address";
    }

    /** Makes all pages of a ready-made trail. */
    @PostMapping("/ready")
    String ready(
            @AuthenticationPrincipal Member member,
            @PathVariable PromotionId promotion,
            @RequestParam String trail,
            @RequestParam(defaultValue = "") String secondOffer,
            RedirectAttributes after) {
        Promotion opened = promotion(member, promotion);
        ReadyTrail chosen = ReadyTrail.of(trail).orElseThrow(NotFound::new);
        try {
            List<Offer> all = offers.of(member.workspace());
            Optional<Offer> own = offers.find(member.workspace(), opened.offer());
            maker.make(
                    opened,
                    chosen,
                    chosen.secondOffer().isEmpty()
                            ? Optional.empty()
                            : Optional.of(TrailMaker.secondOffer(all, own, secondOffer)));
        } catch (Refusal refusal) {
            after.addFlashAttribute("notMade", refusal.getMessage());
            return "redirect:/promotions/" + promotion;
        }
        after.addFlashAttribute(
                "said",
                "“%s” is there, linked. Write your own words, then publish page by page.".formatted(chosen.name()));
        return "redirect:/promotions/" + promotion;
    }

    /** Makes a page that a next step waits for, from the design that suits its name. */
    @PostMapping("/missing")
    String missing(
            @AuthenticationPrincipal Member member, @PathVariable PromotionId promotion, @RequestParam String name) {
        Promotion opened = promotion(member, promotion);
        StartingDesign design = StartingDesign.all().stream()
                .filter(one -> name.toLowerCase(Locale.ROOT).contains(one.name().toLowerCase(Locale.ROOT)))
                .findFirst()
                .or(() -> StartingDesign.of("page"))
                .orElseThrow();
        Page made = pages.make(
                member.workspace(),
                opened.id(),
                design.key(),
                PlainText.line("name of the page", name, 60),
                design.page());
        return "redirect:/promotions/" + promotion + "/pages/" + made.id();
    }

    /** The filter's bench: what was kept out, and why; own clicks and those taken out by hand can be put back. */
    @GetMapping("/filter")
    String filter(
            @AuthenticationPrincipal Member member,
            @PathVariable PromotionId promotion,
            @RequestParam(defaultValue = "own") String standing,
            @RequestParam(defaultValue = "0") int days,
            Model model) {
        Standing shown = List.of(Standing.values()).stream()
                .filter(one -> one.name().equalsIgnoreCase(standing.replace('-', '_')))
                .findFirst()
                .orElse(Standing.OWN);
        model.addAttribute("promotion", promotion(member, promotion));
        model.addAttribute("standing", shown);
        model.addAttribute("standings", List.of(Standing.OWN, Standing.FILTERED, Standing.TAKEN_OUT, Standing.COUNTED));
        model.addAttribute("most", ClickBook.LIST);
        model.addAttribute(
                "clicks",
                lists.latest(member.workspace(), promotion, period(member, days).period(), Behind.standing(shown)));
        addLinks(member, promotion, model);
        return "trails/filter";
    }

    /** The offer's bench: what visitors are sent to, and how sales come back. */
    @GetMapping("/offer")
    String offer(@AuthenticationPrincipal Member member, @PathVariable PromotionId promotion, Model model) {
        Promotion opened = promotion(member, promotion);
        Offer offer = offers.find(member.workspace(), opened.offer()).orElseThrow();
        Optional<TrackingLink> link =
                links.ofPromotion(member.workspace(), promotion).stream().findFirst();
        Tags tags = link.map(TrackingLink::tags)
                .orElseGet(() -> new Tags("plumage", "paid-social", "spring-balcony", "", ""));
        model.addAttribute("promotion", opened);
        model.addAttribute("offer", offer);
        model.addAttribute(
                "sent",
                offer.details()
                        .link()
                        .expand(new AffiliateLink.Leaving(
                                "06c2w0g7m4e8t5n1k9qzr3hv2d", Optional.of(tags), "x7Kq2Pm", "start")));
        model.addAttribute("postback", site.of(offer.network().postbackPath()));
        return "trails/offer";
    }

    private void addLinks(Member member, PromotionId promotion, Model model) {
        model.addAttribute(
                "linksById",
                links.ofPromotion(member.workspace(), promotion).stream()
                        .collect(Collectors.toMap(TrackingLink::id, Function.identity())));
    }

    private LastDays period(Member member, int days) {
        return LastDays.of(days, workspaces.get(member.workspace()).zone(), clock);
    }

    private Promotion promotion(Member member, PromotionId id) {
        return promotions.find(member.workspace(), id).orElseThrow(NotFound::new);
    }
}
