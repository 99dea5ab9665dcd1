package dev.wilyferret.app.trails;

import dev.wilyferret.app.clicks.ClickBook;
import dev.wilyferret.app.clicks.ListedClick;
import dev.wilyferret.app.forms.NotFound;
import dev.wilyferret.app.leads.Leads;
import dev.wilyferret.app.links.Links;
import dev.wilyferret.app.links.TrackingLink;
import dev.wilyferret.app.pages.Page;
import dev.wilyferret.app.pages.Pages;
import dev.wilyferret.app.pixels.PixelAccount;
import dev.wilyferret.app.pixels.PixelAccounts;
import dev.wilyferret.app.promotions.Promotion;
import dev.wilyferret.app.promotions.Promotions;
import dev.wilyferret.app.results.Figures;
import dev.wilyferret.app.rotations.Rotations;
import dev.wilyferret.app.sales.Sale;
import dev.wilyferret.app.sales.Sales;
import dev.wilyferret.app.shelf.MediaFile;
import dev.wilyferret.app.shelf.Shelf;
import dev.wilyferret.app.workspace.Member;
import dev.wilyferret.core.figures.Visit;
import dev.wilyferret.core.id.ClickId;
import dev.wilyferret.core.id.LinkId;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.rotation.Variant;
import dev.wilyferret.core.sale.SaleState;
import dev.wilyferret.core.trail.Setup;
import dev.wilyferret.core.trail.Trail;
import dev.wilyferret.core.trail.TrailDrawing;
import dev.wilyferret.core.trail.Walk;
import dev.wilyferret.core.visit.Country;
import dev.wilyferret.core.visit.SiteEvent;
import java.net.URI;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestParam;

/** One click, opened: the walk of its visitor along the trail, all their clicks together; and the owner's word on whether it counts. */
@Controller
class WalkController {

    /** More clicks of one visitor are not shown; people do not come so often. */
    private static final int MOST_CLICKS = 50;

    private final ClickBook clicks;
    private final Figures figures;
    private final Promotions promotions;
    private final Pages pages;
    private final Links links;
    private final Rotations rotations;
    private final PixelAccounts pixels;
    private final Sales sales;
    private final Leads leads;
    private final Shelf shelf;
    private final Overviews overviews;

    WalkController(
            ClickBook clicks,
            Figures figures,
            Promotions promotions,
            Pages pages,
            Links links,
            Rotations rotations,
            PixelAccounts pixels,
            Sales sales,
            Leads leads,
            Shelf shelf,
            Overviews overviews) {
        this.figures = figures;
        this.clicks = clicks;
        this.promotions = promotions;
        this.pages = pages;
        this.links = links;
        this.rotations = rotations;
        this.pixels = pixels;
        this.sales = sales;
        this.leads = leads;
        this.shelf = shelf;
        this.overviews = overviews;
    }

    @GetMapping("/clicks/{id}")
    String open(@AuthenticationPrincipal Member member, @PathVariable ClickId id, Model model) {
        WorkspaceId workspace = member.workspace();
        SiteEvent.Click click = clicks.click(workspace, id).orElseThrow(NotFound::new);
        Promotion promotion = promotions.find(workspace, click.promotion()).orElseThrow();
        List<SiteEvent.Click> comings = clicks.ofVisitor(workspace, promotion.id(), click.visitor(), MOST_CLICKS);
        if (!comings.contains(click)) {
            comings = Stream.concat(comings.stream().limit(MOST_CLICKS - 1), Stream.of(click))
                    .toList();
        }
        List<ClickId> ids = comings.stream().map(SiteEvent.Click::id).toList();
        List<Sale> bought = sales.ofClicks(workspace, ids);
        Walk walk = walk(workspace, comings, ids, bought);
        Setup setup = overviews.setup(promotion);
        Map<LinkId, TrackingLink> linksById = links.ofPromotion(workspace, promotion.id()).stream()
                .collect(Collectors.toMap(TrackingLink::id, Function.identity()));
        model.addAttribute("links", linksById);
        model.addAttribute(
                "variantNames",
                rotations.of(workspace).stream()
                        .flatMap(behind -> behind.rotation().variants().stream())
                        .collect(Collectors.toMap(Variant::id, Variant::name)));
        model.addAttribute("link", click.link().map(linksById::get).orElse(null));
        model.addAttribute("most", MOST_CLICKS);
        model.addAttribute("promotion", promotion);
        model.addAttribute("click", click);
        ListedClick listed = clicks.these(workspace, List.of(id)).getFirst();
        model.addAttribute("listed", listed);
        model.addAttribute("standing", listed.standing());
        model.addAttribute("country", Country.name(click.arrival().place().country()));
        model.addAttribute("walk", walk);
        model.addAttribute(
                "drawing",
                TrailDrawing.ofWalk(Trail.of(
                        setup,
                        walk,
                        one -> one.link()
                                .map(linksById::get)
                                .map(by -> by.tags().source())
                                .orElse(""))));
        model.addAttribute("reached", walk.reached(setup::place));
        model.addAttribute("names", setup.offers());
        model.addAttribute("elsewhereNames", setup.elsewhere());
        model.addAttribute(
                "sales", bought.stream().collect(Collectors.toMap(Sale::order, Function.identity(), (a, b) -> a)));
        model.addAttribute(
                "pageNames",
                pages.ofPromotion(workspace, promotion.id()).stream().collect(Collectors.toMap(Page::id, Page::name)));
        model.addAttribute(
                "fileNames",
                shelf.of(workspace).stream().collect(Collectors.toMap(MediaFile::name, MediaFile::originalName)));
        model.addAttribute(
                "pixelNames",
                pixels.of(workspace).stream()
                        .collect(Collectors.toMap(
                                PixelAccount::id, pixel -> pixel.details().name())));
        return "trails/walk";
    }

    private Walk walk(WorkspaceId workspace, List<SiteEvent.Click> comings, List<ClickId> ids, List<Sale> bought) {
        Map<ClickId, List<SiteEvent.Followed>> followed = clicks.followed(workspace, ids);
        Map<ClickId, Visit.People> people = leads.of(workspace, ids);
        Map<ClickId, List<Walk.Sale>> sold = bought.stream()
                .collect(Collectors.groupingBy(
                        Sale::click,
                        Collectors.mapping(
                                sale -> new Walk.Sale(sale.soldAt(), sale.order(), sale.state() != SaleState.REVERSED),
                                Collectors.toList())));
        return Walk.of(comings.stream()
                .map(one -> new Walk.Coming(
                        one,
                        followed.getOrDefault(one.id(), List.of()),
                        people.getOrDefault(one.id(), Visit.People.NONE),
                        sold.getOrDefault(one.id(), List.of())))
                .toList());
    }

    @PostMapping("/clicks/{id}/standing")
    String rule(
            @AuthenticationPrincipal Member member,
            @PathVariable ClickId id,
            @RequestParam boolean counts,
            @RequestHeader(name = "Referer", defaultValue = "") String from) {
        clicks.click(member.workspace(), id).orElseThrow(NotFound::new);
        clicks.rule(member.workspace(), id, counts);
        figures.follow(member.workspace(), id);
        return "redirect:" + backTo(from, "/clicks/" + id);
    }

    /** The console's own path the request came from; nothing of another origin is followed. */
    private static String backTo(String from, String otherwise) {
        try {
            URI uri = URI.create(from);
            String path = uri.getRawPath();
            boolean own = path != null && path.matches("/(clicks|promotions)/[A-Za-z0-9/-]+");
            return own ? path + (uri.getRawQuery() == null ? "" : "?" + uri.getRawQuery()) : otherwise;
        } catch (IllegalArgumentException e) {
            return otherwise;
        }
    }
}
