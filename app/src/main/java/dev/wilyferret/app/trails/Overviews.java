package dev.wilyferret.app.trails;

import dev.wilyferret.app.clicks.ClickBook;
import dev.wilyferret.app.links.Links;
import dev.wilyferret.app.links.TrackingLink;
import dev.wilyferret.app.mail.Mails;
import dev.wilyferret.app.offers.Offer;
import dev.wilyferret.app.offers.Offers;
import dev.wilyferret.app.pages.Page;
import dev.wilyferret.app.pages.PageKind;
import dev.wilyferret.app.pages.Pages;
import dev.wilyferret.app.pixels.PixelAccounts;
import dev.wilyferret.app.promotions.Promotion;
import dev.wilyferret.app.promotions.Promotions;
import dev.wilyferret.app.results.Figures;
import dev.wilyferret.app.workspace.Workspace;
import dev.wilyferret.app.workspace.Workspaces;
import dev.wilyferret.core.figures.Period;
import dev.wilyferret.core.figures.Station;
import dev.wilyferret.core.figures.StepFigures;
import dev.wilyferret.core.figures.Tally;
import dev.wilyferret.core.id.ListId;
import dev.wilyferret.core.id.OfferId;
import dev.wilyferret.core.id.PromotionId;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.money.Money;
import dev.wilyferret.core.page.Block;
import dev.wilyferret.core.page.NextStep;
import dev.wilyferret.core.page.PageDocument;
import dev.wilyferret.core.page.Placed;
import dev.wilyferret.core.trail.PageState;
import dev.wilyferret.core.trail.Setup;
import java.util.Currency;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Isolation;
import org.springframework.transaction.annotation.Transactional;

/** Gathers, for each promotion of a workspace, what stands and what it brought. */
@Service
class Overviews {

    private final Workspaces workspaces;
    private final Promotions promotions;
    private final Offers offers;
    private final Pages pages;
    private final Links links;
    private final PixelAccounts pixels;
    private final ClickBook clicks;
    private final Figures figures;
    private final Mails mails;

    Overviews(
            Workspaces workspaces,
            Promotions promotions,
            Offers offers,
            Pages pages,
            Links links,
            PixelAccounts pixels,
            ClickBook clicks,
            Figures figures,
            Mails mails) {
        this.workspaces = workspaces;
        this.promotions = promotions;
        this.offers = offers;
        this.pages = pages;
        this.links = links;
        this.pixels = pixels;
        this.clicks = clicks;
        this.figures = figures;
        this.mails = mails;
    }

    /** What is known of the whole workspace, asked once for all its promotions. */
    private record Known(
            Workspace workspace,
            Map<OfferId, Offer> offers,
            Map<PromotionId, List<Page>> pages,
            List<TrackingLink> links,
            int pixelAccounts,
            Set<PromotionId> leadSeen,
            Set<ListId> listsSwitchedOff,
            Map<PromotionId, Tally> tallies) {

        Tally tally(Promotion promotion) {
            return tallies.getOrDefault(promotion.id(), Tally.NONE);
        }

        Money money(long minor) {
            return new Money(minor, workspace.currency());
        }
    }

    @Transactional(readOnly = true, isolation = Isolation.REPEATABLE_READ)
    public List<Overview> all(WorkspaceId workspace, Period period) {
        List<Promotion> all = promotions.of(workspace);
        if (all.isEmpty()) {
            return List.of();
        }
        Known known = known(workspace, all, period);
        return all.stream().map(promotion -> overview(promotion, known)).toList();
    }

    @Transactional(readOnly = true, isolation = Isolation.REPEATABLE_READ)
    public Optional<Overview> one(WorkspaceId workspace, PromotionId promotion, Period period) {
        return promotions
                .find(workspace, promotion)
                .map(found -> overview(found, known(workspace, List.of(found), period)));
    }

    private Known known(WorkspaceId workspace, List<Promotion> all, Period period) {
        return new Known(
                workspaces.get(workspace),
                offers.of(workspace).stream().collect(Collectors.toMap(Offer::id, Function.identity())),
                pages.of(workspace).stream().collect(Collectors.groupingBy(Page::promotion)),
                links.of(workspace),
                pixels.of(workspace).size(),
                clicks.promotionsWithLeadSeen(
                        workspace, all.stream().map(Promotion::id).toList()),
                mails.listsSwitchedOff(workspace),
                figures.of(workspace, all.stream().map(Promotion::id).collect(Collectors.toSet()), period));
    }

    /** What each promotion brought in a period; one without a visit in it is missing. */
    Map<PromotionId, Money> revenue(WorkspaceId workspace, Period period) {
        Currency currency = workspaces.get(workspace).currency();
        return figures.of(workspace, period).entrySet().stream()
                .collect(Collectors.toMap(
                        Map.Entry::getKey,
                        one -> new Money(one.getValue().sums().sold().revenue(), currency)));
    }

    private static Overview overview(Promotion promotion, Known known) {
        List<Page> pages = known.pages.getOrDefault(promotion.id(), List.of());
        Offer offer = java.util.Objects.requireNonNull(known.offers.get(promotion.offer()));
        return new Overview(
                promotion,
                offer,
                form(pages).flatMap(Block.Form::list),
                setup(promotion, offer, pages, known),
                figures(promotion, pages, known),
                brought(promotion, known));
    }

    private static Overview.Brought brought(Promotion promotion, Known known) {
        Tally.Sums sums = known.tally(promotion).sums();
        return new Overview.Brought(
                sums.optIns(), sums.confirmed(), known.money(sums.sold().commissionPending()));
    }

    private static Setup setup(Promotion promotion, Offer offer, List<Page> pages, Known known) {
        Optional<Page> landing = landing(pages);
        Optional<Page> redirect = redirect(pages);
        return new Setup(
                (int) known.links.stream()
                        .filter(link -> link.promotion().equals(promotion.id()) && !link.paused())
                        .count(),
                landing.map(Page::state).orElse(PageState.MISSING),
                redirect.map(Page::state).orElse(PageState.MISSING),
                landing.stream()
                        .flatMap(Overviews::shown)
                        .flatMap(block -> block.ways().stream())
                        .anyMatch(NextStep.ToPage.class::isInstance),
                pixelsOn(landing),
                pixelsOn(redirect),
                known.pixelAccounts,
                known.leadSeen.contains(promotion.id()),
                offer.details().link().carriesClickId(),
                known.workspace.legal().complete(),
                form(pages)
                        .map(form -> form.list()
                                        .filter(known.listsSwitchedOff::contains)
                                        .isPresent()
                                ? Setup.OptIn.MAILS_OFF
                                : Setup.OptIn.TAKEN)
                        .orElse(Setup.OptIn.NONE));
    }

    /** The form on the landing page. */
    private static Optional<Block.Form> form(List<Page> pages) {
        return landing(pages).stream()
                .flatMap(Overviews::shown)
                .filter(Block.Form.class::isInstance)
                .map(Block.Form.class::cast)
                .findFirst();
    }

    /** What visitors see of a page, or will once it is published. */
    private static Stream<Block> shown(Page landing) {
        return landing.published().orElse(landing.draft()) instanceof PageDocument.ContentPage page
                ? page.blocks().shown().map(Placed::block)
                : Stream.empty();
    }

    private static int pixelsOn(Optional<Page> page) {
        return page.flatMap(Page::published)
                .map(document -> document.pixels().size())
                .orElse(0);
    }

    private static StepFigures figures(Promotion promotion, List<Page> pages, Known known) {
        Tally tally = known.tally(promotion);
        return new StepFigures(
                tally.clicks(),
                viewers(landing(pages), tally),
                viewers(redirect(pages), tally),
                tally.visitors(leg -> leg.to() instanceof Station.Offer),
                tally.sums().sold().sales(),
                known.money(tally.sums().sold().revenue()));
    }

    private static long viewers(Optional<Page> page, Tally tally) {
        return page.map(one -> tally.reached(new Station.Page(one.id()))).orElse(0L);
    }

    static Optional<Page> landing(List<Page> pages) {
        return pages.stream().filter(Page::landing).findFirst();
    }

    static Optional<Page> redirect(List<Page> pages) {
        return pages.stream().filter(page -> page.kind() == PageKind.REDIRECT).findFirst();
    }
}
