package dev.wilyferret.app.pagebench;

import dev.wilyferret.app.clicks.ClickBook;
import dev.wilyferret.app.clicks.ImageViews;
import dev.wilyferret.app.elsewhere.Places;
import dev.wilyferret.app.forms.Intake;
import dev.wilyferret.app.forms.NotFound;
import dev.wilyferret.app.installation.SiteAddress;
import dev.wilyferret.app.links.Links;
import dev.wilyferret.app.links.TrackingLink;
import dev.wilyferret.app.offers.Offer;
import dev.wilyferret.app.offers.Offers;
import dev.wilyferret.app.pages.NotTaken;
import dev.wilyferret.app.pages.Page;
import dev.wilyferret.app.pages.Pages;
import dev.wilyferret.app.promotions.Promotion;
import dev.wilyferret.app.publicpage.OutsideScript;
import dev.wilyferret.app.results.Figures;
import dev.wilyferret.app.workspace.Member;
import dev.wilyferret.app.workspace.Workspaces;
import dev.wilyferret.core.address.Tagging;
import dev.wilyferret.core.address.UriTemplate;
import dev.wilyferret.core.address.WebAddress;
import dev.wilyferret.core.figures.Period;
import dev.wilyferret.core.figures.Station;
import dev.wilyferret.core.figures.Tally;
import dev.wilyferret.core.id.PageId;
import dev.wilyferret.core.id.PromotionId;
import dev.wilyferret.core.id.ShortId;
import dev.wilyferret.core.link.SiteParameter;
import dev.wilyferret.core.link.SiteRoute;
import dev.wilyferret.core.page.PageDocument.OutsidePage;
import dev.wilyferret.core.page.PageKind;
import dev.wilyferret.core.text.PlainText;
import dev.wilyferret.core.text.Refusal;
import dev.wilyferret.core.visit.SiteEvent;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
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

/** The bench of a page that stands on a host of its own: where, which steps its script tells of, what to paste, what was told. */
@Controller
@RequestMapping("/promotions/{promotion}/outside")
class OutsideBench {

    /** How far back what was told is summed up. */
    private static final int DAYS_LOOKED_BACK = 30;

    private final BenchDesk desk;
    private final Pages pages;
    private final Places places;
    private final Offers offers;
    private final Links links;
    private final ClickBook clicks;
    private final Figures figures;
    private final Workspaces workspaces;
    private final ImageViews images;
    private final NotTaken notTaken;
    private final OutsideScript script;
    private final SiteAddress site;
    private final Clock clock;

    OutsideBench(
            BenchDesk desk,
            Pages pages,
            Places places,
            Offers offers,
            Links links,
            ClickBook clicks,
            Figures figures,
            Workspaces workspaces,
            ImageViews images,
            NotTaken notTaken,
            OutsideScript script,
            SiteAddress site,
            Clock clock) {
        this.desk = desk;
        this.pages = pages;
        this.places = places;
        this.offers = offers;
        this.links = links;
        this.clicks = clicks;
        this.figures = figures;
        this.workspaces = workspaces;
        this.images = images;
        this.notTaken = notTaken;
        this.script = script;
        this.site = site;
        this.clock = clock;
    }

    /** A tracking link that leads to the page, and the page's own address that says the same without a redirect. */
    record Straight(TrackingLink link, String address) {}

    @GetMapping
    String fresh(@AuthenticationPrincipal Member member, @PathVariable PromotionId promotion, Model model) {
        Promotion opened = desk.promotion(member, promotion);
        String click = offers.find(member.workspace(), opened.offer())
                .map(Offer::details)
                .flatMap(details -> details.link().clickParameter())
                .orElse("");
        return show(opened, Optional.empty(), Intake.showing(Map.of("click", click)), model);
    }

    @PostMapping
    String make(
            @AuthenticationPrincipal Member member,
            @PathVariable PromotionId promotion,
            @RequestParam MultiValueMap<String, String> typed,
            Model model) {
        Promotion opened = desk.promotion(member, promotion);
        Intake form = Intake.of(typed);
        Optional<String> name = form.take("name", text -> PlainText.line("name", text, 60));
        List<Page> made = new ArrayList<>();
        return read(form)
                        .filter(outside -> form.keep(
                                "name",
                                () -> made.add(
                                        pages.makeOutside(member.workspace(), promotion, name.orElseThrow(), outside))))
                        .isPresent()
                ? toBench(made.getFirst())
                : show(opened, Optional.empty(), form, model);
    }

    @GetMapping("/{id}")
    String open(
            @AuthenticationPrincipal Member member,
            @PathVariable PromotionId promotion,
            @PathVariable PageId id,
            Model model) {
        Page page = page(member, promotion, id);
        OutsidePage outside = (OutsidePage) page.draft();
        Intake form = Intake.showing(Map.of(
                "address", outside.address().text(),
                "steps", String.join("\n", outside.steps()),
                "click", outside.clickParameter()));
        return show(desk.promotion(member, promotion), Optional.of(page), form, model);
    }

    @PostMapping("/{id}")
    String change(
            @AuthenticationPrincipal Member member,
            @PathVariable PromotionId promotion,
            @PathVariable PageId id,
            @RequestParam MultiValueMap<String, String> typed,
            @RequestParam int revision,
            Model model,
            RedirectAttributes after) {
        Page page = page(member, promotion, id);
        Intake form = Intake.of(typed);
        Optional<OutsidePage> read = read(form);
        if (read.isPresent() && form.clean() && !keep(page, revision, read.get(), after)) {
            form.refuse("address", "Not kept: this page was changed elsewhere since you opened it. Keep it once more.");
        }
        return form.clean() ? toBench(page) : show(desk.promotion(member, promotion), Optional.of(page), form, model);
    }

    /** Lists a step that the page's script told of already. */
    @PostMapping("/{id}/steps")
    String list(
            @AuthenticationPrincipal Member member,
            @PathVariable PromotionId promotion,
            @PathVariable PageId id,
            @RequestParam String name,
            RedirectAttributes after) {
        Page page = page(member, promotion, id);
        OutsidePage outside = (OutsidePage) page.draft();
        List<String> steps = new ArrayList<>(outside.steps());
        steps.add(name);
        try {
            keep(page, page.revision(), new OutsidePage(outside.address(), steps, outside.clickParameter()), after);
        } catch (Refusal refusal) {
            after.addFlashAttribute("refused", refusal.getMessage());
        }
        return toBench(page);
    }

    @PostMapping("/{id}/name")
    String rename(
            @AuthenticationPrincipal Member member,
            @PathVariable PromotionId promotion,
            @PathVariable PageId id,
            @RequestParam MultiValueMap<String, String> typed,
            RedirectAttributes after) {
        Page page = page(member, promotion, id);
        desk.rename(page, Intake.of(typed), after);
        return toBench(page);
    }

    private boolean keep(Page page, int revision, OutsidePage outside, RedirectAttributes after) {
        boolean kept = pages.changeOutside(page.workspace(), page.id(), revision, outside);
        if (kept) {
            notTaken.mended(page.id());
            after.addFlashAttribute("said", "Kept, and at work from now on.");
        }
        return kept;
    }

    private Page page(Member member, PromotionId promotion, PageId id) {
        Page page = desk.page(member, promotion, id);
        if (page.kind() != PageKind.OUTSIDE) {
            throw new NotFound();
        }
        return page;
    }

    private static String toBench(Page page) {
        return "redirect:/promotions/" + page.promotion() + "/outside/" + page.id();
    }

    private Optional<OutsidePage> read(Intake form) {
        Optional<WebAddress> address = form.take("address", this::address);
        Optional<List<String>> steps = form.take(
                "steps",
                typed -> new OutsidePage(
                                NOWHERE,
                                typed.lines()
                                        .map(String::strip)
                                        .filter(line -> !line.isEmpty())
                                        .toList(),
                                "")
                        .steps());
        Optional<String> click =
                form.take("click", typed -> new OutsidePage(NOWHERE, List.of(), typed.strip()).clickParameter());
        return form.clean()
                ? Optional.of(new OutsidePage(address.orElseThrow(), steps.orElseThrow(), click.orElseThrow()))
                : Optional.empty();
    }

    private static final WebAddress NOWHERE = new WebAddress("https://nowhere.invalid/");

    private WebAddress address(String typed) {
        UriTemplate address = places.read(typed);
        if (!address.variables().isEmpty()) {
            throw new Refusal("The address of a page takes no {…}. Write it as it stands in a browser.");
        }
        return new WebAddress(address.toString());
    }

    private String show(Promotion promotion, Optional<Page> page, Intake form, Model model) {
        model.addAttribute("promotion", promotion);
        model.addAttribute("page", page.orElse(null));
        model.addAttribute("form", form);
        page.ifPresent(known -> show(promotion, known, model));
        return "pages/outside";
    }

    private void show(Promotion promotion, Page page, Model model) {
        Instant from = clock.instant().minus(Duration.ofDays(DAYS_LOOKED_BACK));
        OutsidePage outside = (OutsidePage) page.draft();
        model.addAttribute("snippet", script.snippet(promotion.host(), page.id()));
        model.addAttribute("toOffer", site.of(promotion.host(), SiteRoute.OUT.path(page.id())));
        model.addAttribute(
                "throughRedirect",
                pages.redirect(page.workspace(), promotion.id())
                        .map(redirect -> site.of(promotion.host(), promotion.path(redirect.slug())))
                        .orElse(""));
        model.addAttribute("publicAddress", site.of(promotion.host(), promotion.path(page.slug())));
        model.addAttribute("straight", straight(page, outside));
        ZoneId zone = workspaces.get(page.workspace()).zone();
        Tally tally =
                figures.of(page.workspace(), promotion.id(), Period.last(DAYS_LOOKED_BACK, clock.instant(), zone));
        model.addAttribute("visitors", tally.reached(new Station.Page(page.id())));
        model.addAttribute(
                "took",
                outside.steps().stream()
                        .collect(Collectors.toMap(
                                Function.identity(), step -> tally.reached(new Station.Step(page.id(), step)))));
        model.addAttribute(
                "seen",
                clicks.latestOn(page.workspace(), promotion.id(), page.id()).stream()
                        .filter(SiteEvent.PageView.class::isInstance)
                        .map(SiteEvent::at)
                        .findFirst()
                        .orElse(null));
        model.addAttribute(
                "told",
                clicks.steps(page.workspace(), page.id(), from).stream()
                        .collect(Collectors.toMap(ClickBook.StepSum::name, Function.identity())));
        model.addAttribute("images", images.since(page.workspace(), page.id(), from));
        model.addAttribute("notTaken", notTaken.of(page.id()));
        if (!model.containsAttribute("naming")) {
            model.addAttribute("naming", Intake.showing(Map.of("name", page.name(), "slug", page.slug())));
        }
    }

    private List<Straight> straight(Page page, OutsidePage outside) {
        return links.ofPromotion(page.workspace(), page.promotion()).stream()
                .filter(link -> link.active() && link.page().equals(Optional.of(page.id())))
                .map(link -> new Straight(
                        link,
                        Tagging.of(
                                        link.tags().onto(outside.address().text()),
                                        Map.of(SiteParameter.LINK, ShortId.of(link.id())))
                                .address()))
                .toList();
    }
}
