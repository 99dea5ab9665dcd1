package dev.wilyferret.app.trails;

import dev.wilyferret.app.forms.Intake;
import dev.wilyferret.app.hosts.HostChoice;
import dev.wilyferret.app.hosts.Hosts;
import dev.wilyferret.app.offers.Offer;
import dev.wilyferret.app.offers.Offers;
import dev.wilyferret.app.pages.Pages;
import dev.wilyferret.app.promotions.Promotion;
import dev.wilyferret.app.promotions.Promotions;
import dev.wilyferret.app.workspace.Member;
import dev.wilyferret.app.workspace.Workspace;
import dev.wilyferret.app.workspace.Workspaces;
import dev.wilyferret.core.address.OwnHost;
import dev.wilyferret.core.design.ReadyTrail;
import dev.wilyferret.core.design.StartingDesign;
import dev.wilyferret.core.id.OfferId;
import dev.wilyferret.core.link.Slug;
import dev.wilyferret.core.money.Money;
import dev.wilyferret.core.text.PlainText;
import dev.wilyferret.core.text.Refusal;
import dev.wilyferret.core.trail.SmallDrawing;
import java.time.Clock;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.util.MultiValueMap;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** The board: every promotion as a small trail; and the making of a new one. */
@Controller
class BoardController {

    private final Overviews overviews;
    private final Workspaces workspaces;
    private final Offers offers;
    private final Promotions promotions;
    private final Pages pages;
    private final TrailMaker maker;
    private final Hosts hosts;
    private final Clock clock;

    BoardController(
            Overviews overviews,
            Workspaces workspaces,
            Offers offers,
            Promotions promotions,
            Pages pages,
            TrailMaker maker,
            Hosts hosts,
            Clock clock) {
        this.overviews = overviews;
        this.workspaces = workspaces;
        this.offers = offers;
        this.promotions = promotions;
        this.pages = pages;
        this.maker = maker;
        this.hosts = hosts;
        this.clock = clock;
    }

    @GetMapping("/")
    String board(@AuthenticationPrincipal Member member, @RequestParam(defaultValue = "0") int days, Model model) {
        LastDays period = LastDays.of(days, workspaces.get(member.workspace()).zone(), clock);
        Workspace workspace = workspaces.get(member.workspace());
        model.addAttribute(
                "board",
                BoardPicture.of(overviews.all(member.workspace(), period.period()), Money.zero(workspace.currency())));
        model.addAttribute(
                "before", overviews.revenue(member.workspace(), period.period().before()));
        model.addAttribute("period", period);
        model.addAttribute("periods", LastDays.CHOICES);
        model.addAttribute("offerCount", offers.of(member.workspace()).size());
        // Where there is no offer yet, the board asks for its link.
        model.addAttribute("form", Intake.showing(Map.of()));
        return "trails/board";
    }

    @GetMapping("/promotions/new")
    String blank(@AuthenticationPrincipal Member member, @RequestParam(defaultValue = "") String offer, Model model) {
        List<Offer> all = offers.of(member.workspace());
        Optional<Offer> chosen = all.stream()
                .filter(one -> one.id().toString().equals(offer))
                .findFirst()
                .or(() -> all.stream().findFirst());
        String name = chosen.map(Offer::name).orElse("");
        HostChoice choice = hosts.choice(member.workspace());
        return show(
                all,
                choice,
                Intake.showing(Map.of(
                        "offer",
                        chosen.map(one -> one.id().toString()).orElse(""),
                        "name",
                        name,
                        "slug",
                        Slug.proposedFor(name),
                        "trail",
                        "bridge",
                        "host",
                        choice.text(choice.usual()))),
                model);
    }

    private static String show(List<Offer> offers, HostChoice hosts, Intake form, Model model) {
        model.addAttribute("hosts", hosts);
        model.addAttribute("offers", offers);
        model.addAttribute(
                "proposedSlugs",
                offers.stream().collect(Collectors.toMap(Offer::id, offer -> Slug.proposedFor(offer.name()))));
        model.addAttribute("readyTrails", ReadyTrail.all());
        model.addAttribute("small", SmallDrawing.ofReady());
        model.addAttribute("straight", SmallDrawing.ofStraight());
        model.addAttribute("form", form);
        return "trails/new";
    }

    @PostMapping("/promotions/new")
    String add(@AuthenticationPrincipal Member member, @RequestParam MultiValueMap<String, String> typed, Model model) {
        Intake form = Intake.of(typed);
        List<Offer> all = offers.of(member.workspace());
        Optional<Offer> offer = form.take(
                "offer",
                id -> all.stream()
                        .filter(one -> one.id().toString().equals(id))
                        .findFirst()
                        .orElseThrow(() -> new Refusal("Choose the offer this promotion is for.")));
        Optional<String> name = form.take("name", text -> PlainText.line("name", text, 100));
        HostChoice choice = hosts.choice(member.workspace());
        Optional<Optional<OwnHost>> host = form.take("host", text -> choice.chosen(text, choice.usual()));
        Optional<Slug> slug =
                host.flatMap(on -> form.take("slug", text -> promotions.freeSlug(member.workspace(), on, text)));
        Optional<ReadyTrail> trail = ReadyTrail.of(form.value("trail"));
        Optional<OfferId> second = trail.filter(one -> !one.secondOffer().isEmpty())
                .flatMap(one -> form.take("secondOffer", id -> TrailMaker.secondOffer(all, offer, id)));
        if (!form.clean()) {
            return show(all, choice, form, model);
        }
        Promotion made = promotions.add(
                member.workspace(),
                offer.orElseThrow().id(),
                name.orElseThrow(),
                host.orElseThrow(),
                slug.orElseThrow());
        if (form.value("trail").equals("bridge")) {
            pages.makeRedirect(member.workspace(), made.id());
            pages.make(member.workspace(), made.id(), StartingDesign.bridge());
        }
        trail.ifPresent(one -> maker.make(made, one, second));
        return "redirect:/promotions/" + made.id();
    }
}
