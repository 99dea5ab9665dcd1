package dev.wilyferret.app.trails;

import dev.wilyferret.app.clicks.ClickBook;
import dev.wilyferret.app.elsewhere.Place;
import dev.wilyferret.app.elsewhere.Places;
import dev.wilyferret.app.links.Links;
import dev.wilyferret.app.links.TrackingLink;
import dev.wilyferret.app.mail.Mails;
import dev.wilyferret.app.offers.Offer;
import dev.wilyferret.app.offers.Offers;
import dev.wilyferret.app.pages.Page;
import dev.wilyferret.app.pages.Pages;
import dev.wilyferret.app.people.Lists;
import dev.wilyferret.app.people.MailList;
import dev.wilyferret.app.pixels.PixelAccounts;
import dev.wilyferret.app.promotions.Promotion;
import dev.wilyferret.app.promotions.Promotions;
import dev.wilyferret.app.results.Figures;
import dev.wilyferret.app.rotations.Rotating;
import dev.wilyferret.app.rotations.Rotations;
import dev.wilyferret.app.workspace.Workspace;
import dev.wilyferret.app.workspace.Workspaces;
import dev.wilyferret.core.figures.Period;
import dev.wilyferret.core.figures.Station;
import dev.wilyferret.core.figures.StepFigures;
import dev.wilyferret.core.figures.Tally;
import dev.wilyferret.core.id.ElsewhereId;
import dev.wilyferret.core.id.ListId;
import dev.wilyferret.core.id.OfferId;
import dev.wilyferret.core.id.PromotionId;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.link.Destination;
import dev.wilyferret.core.money.Money;
import dev.wilyferret.core.trail.Advice;
import dev.wilyferret.core.trail.Setup;
import dev.wilyferret.core.trail.Steps;
import dev.wilyferret.core.trail.Traffic;
import dev.wilyferret.core.trail.Trail;
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
    private final Rotations rotations;
    private final PixelAccounts pixels;
    private final ClickBook clicks;
    private final Figures figures;
    private final Lists lists;
    private final Places places;
    private final Mails mails;

    Overviews(
            Workspaces workspaces,
            Promotions promotions,
            Offers offers,
            Pages pages,
            Links links,
            Rotations rotations,
            PixelAccounts pixels,
            ClickBook clicks,
            Figures figures,
            Lists lists,
            Places places,
            Mails mails) {
        this.workspaces = workspaces;
        this.promotions = promotions;
        this.offers = offers;
        this.pages = pages;
        this.links = links;
        this.rotations = rotations;
        this.pixels = pixels;
        this.clicks = clicks;
        this.figures = figures;
        this.lists = lists;
        this.places = places;
        this.mails = mails;
    }

    /** What is known of some promotions and their workspace, asked once for all of them. */
    record Known(
            Workspace workspace,
            Map<OfferId, Offer> offers,
            Map<ElsewhereId, String> elsewhere,
            Map<PromotionId, List<Page>> pages,
            List<TrackingLink> links,
            Map<PromotionId, List<Rotating>> rotations,
            int pixelAccounts,
            Set<PromotionId> leadSeen,
            Map<ListId, MailList> lists,
            Set<ListId> listsSwitchedOff,
            Map<PromotionId, Tally> tallies) {

        List<Page> pagesOf(Promotion promotion) {
            return pages.getOrDefault(promotion.id(), List.of());
        }

        Stream<TrackingLink> linksOf(Promotion promotion) {
            return links.stream().filter(link -> link.promotion().equals(promotion.id()));
        }

        Stream<Rotating> rotationsOf(Promotion promotion) {
            return rotations.getOrDefault(promotion.id(), List.of()).stream();
        }

        /** Where a link leads by itself; nowhere where its visitors are shared out among variants. */
        Stream<Destination> destinations(TrackingLink link) {
            boolean shared = rotations.getOrDefault(link.promotion(), List.of()).stream()
                    .anyMatch(one -> one.link().equals(Optional.of(link.id()))
                            && !one.rotation().drawing().isEmpty());
            return shared ? Stream.empty() : link.details().destinations();
        }

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
        Known known = standing(
                workspace,
                all,
                links.of(workspace),
                figures.of(workspace, all.stream().map(Promotion::id).collect(Collectors.toSet()), period));
        return all.stream()
                .map(promotion -> overview(promotion, Setups.of(promotion, known), known))
                .toList();
    }

    @Transactional(readOnly = true, isolation = Isolation.REPEATABLE_READ)
    public Optional<Drawn> one(WorkspaceId workspace, PromotionId promotion, Period period) {
        return promotions.find(workspace, promotion).map(found -> {
            Known known = standing(found, figures.of(workspace, Set.of(promotion), period));
            Setup setup = Setups.of(found, known);
            Traffic traffic = Traffic.of(
                    known.tally(found),
                    known.linksOf(found)
                            .collect(Collectors.toMap(
                                    TrackingLink::id, link -> link.tags().source())));
            return new Drawn(overview(found, setup, known), setup, Trail.of(setup, traffic));
        });
    }

    private Known standing(Promotion one, Map<PromotionId, Tally> tallies) {
        WorkspaceId workspace = one.workspace();
        return standing(workspace, List.of(one), links.ofPromotion(workspace, one.id()), tallies);
    }

    private Known standing(
            WorkspaceId workspace, List<Promotion> all, List<TrackingLink> links, Map<PromotionId, Tally> tallies) {
        return new Known(
                workspaces.get(workspace),
                offers.of(workspace).stream().collect(Collectors.toMap(Offer::id, Function.identity())),
                places.of(workspace).stream().collect(Collectors.toMap(Place::id, Place::name)),
                pages.of(workspace).stream().collect(Collectors.groupingBy(Page::promotion)),
                links,
                rotations.of(workspace).stream().collect(Collectors.groupingBy(Rotating::promotion)),
                pixels.of(workspace).size(),
                clicks.promotionsWithLeadSeen(
                        workspace, all.stream().map(Promotion::id).toList()),
                lists.of(workspace).stream().collect(Collectors.toMap(MailList::id, Function.identity())),
                mails.listsSwitchedOff(workspace),
                tallies);
    }

    /** What of a promotion stands. */
    @Transactional(readOnly = true)
    public Setup setup(Promotion promotion) {
        return Setups.of(promotion, standing(promotion, Map.of()));
    }

    /** What each promotion brought in a period; one without a visit in it is missing. */
    Map<PromotionId, Money> revenue(WorkspaceId workspace, Period period) {
        Currency currency = workspaces.get(workspace).currency();
        return figures.of(workspace, period).entrySet().stream()
                .collect(Collectors.toMap(
                        Map.Entry::getKey,
                        one -> new Money(one.getValue().sums().sold().revenue(), currency)));
    }

    private static Overview overview(Promotion promotion, Setup setup, Known known) {
        StepFigures figures = figures(promotion, known);
        return new Overview(
                promotion,
                java.util.Objects.requireNonNull(known.offers.get(promotion.offer())),
                Advice.of(setup, figures),
                Steps.of(known.tally(promotion)),
                figures,
                brought(promotion, known));
    }

    private static Overview.Brought brought(Promotion promotion, Known known) {
        Tally.Sums sums = known.tally(promotion).sums();
        return new Overview.Brought(
                sums.optIns(), sums.confirmed(), known.money(sums.sold().commissionPending()));
    }

    private static StepFigures figures(Promotion promotion, Known known) {
        Tally tally = known.tally(promotion);
        return new StepFigures(
                tally.clicks(),
                tally.visitors(leg -> leg.to() instanceof Station.Page),
                tally.visitors(leg ->
                        leg.to() instanceof Station.Offer offer && offer.from().isPresent()),
                tally.visitors(leg -> leg.to() instanceof Station.Offer),
                tally.sums().sold().sales(),
                known.money(tally.sums().sold().revenue()));
    }
}
