package dev.wilyferret.app.links;

import dev.wilyferret.app.elsewhere.Places;
import dev.wilyferret.app.hosts.Hosts;
import dev.wilyferret.app.installation.SiteAddress;
import dev.wilyferret.app.offers.Offers;
import dev.wilyferret.app.pages.Pages;
import dev.wilyferret.app.promotions.Promotion;
import dev.wilyferret.app.promotions.Promotions;
import dev.wilyferret.app.results.Figures;
import dev.wilyferret.app.sources.Sources;
import dev.wilyferret.core.figures.Tally;
import dev.wilyferret.core.id.LinkId;
import dev.wilyferret.core.id.PromotionId;
import dev.wilyferret.core.id.SourceId;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.link.Destination;
import dev.wilyferret.core.source.Source;
import java.time.Clock;
import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** Gathers links with what each brought, and what a link of a promotion can lead to. */
@Component
public class LinkLists {

    private final Links links;
    private final Promotions promotions;
    private final Pages pages;
    private final Offers offers;
    private final Places places;
    private final Sources sources;
    private final Hosts hosts;
    private final SiteAddress site;
    private final Figures figures;
    private final VariantsBehind variants;
    private final Clock clock;

    LinkLists(
            Links links,
            Promotions promotions,
            Pages pages,
            Offers offers,
            Places places,
            Sources sources,
            Hosts hosts,
            SiteAddress site,
            Figures figures,
            VariantsBehind variants,
            Clock clock) {
        this.links = links;
        this.promotions = promotions;
        this.pages = pages;
        this.offers = offers;
        this.places = places;
        this.sources = sources;
        this.hosts = hosts;
        this.site = site;
        this.figures = figures;
        this.variants = variants;
        this.clock = clock;
    }

    public LinkChoices choices(Promotion promotion) {
        WorkspaceId workspace = promotion.workspace();
        return new LinkChoices(
                promotion,
                pages.ofPromotion(workspace, promotion.id()),
                offers.of(workspace),
                places.of(workspace),
                sources.of(workspace),
                hosts.choice(workspace));
    }

    /** How many variants a link's visitors are shared among; 0 where it leads to one place. */
    int variants(TrackingLink link) {
        return variants.variants(link.workspace()).getOrDefault(link.id(), 0);
    }

    LinkList of(Promotion promotion, LinkList.Asked asked, int page) {
        WorkspaceId workspace = promotion.workspace();
        return list(
                workspace,
                links.ofPromotion(workspace, promotion.id()),
                figures.clicksByLink(workspace, Optional.of(promotion.id())),
                asked,
                page);
    }

    LinkList of(WorkspaceId workspace, LinkList.Asked asked, int page) {
        return list(workspace, links.of(workspace), figures.clicksByLink(workspace, Optional.empty()), asked, page);
    }

    private LinkList list(
            WorkspaceId workspace,
            List<TrackingLink> all,
            Map<LinkId, Tally.Clicks> brought,
            LinkList.Asked asked,
            int page) {
        Names names = new Names(workspace);
        Instant now = clock.instant();
        return LinkList.of(
                all.stream()
                        .map(link -> {
                            Tally.Clicks clicks = brought.getOrDefault(link.id(), Tally.Clicks.NONE);
                            return new LinkList.Listed(
                                    link,
                                    names.handedOut(link),
                                    names.promotion(link),
                                    names.leadsTo(link),
                                    clicks,
                                    LinkList.Standing.of(link, clicks.billed(), now));
                        })
                        .toList(),
                asked,
                page);
    }

    /** What things are called. */
    private final class Names {

        private static final String GONE = "gone";

        private final Map<PromotionId, Promotion> promotionById = new HashMap<>();
        private final Map<SourceId, Source> sourceById = new HashMap<>();
        private final Map<Object, String> names = new HashMap<>();
        private final Map<LinkId, Integer> shared;

        Names(WorkspaceId workspace) {
            promotions.of(workspace).forEach(one -> promotionById.put(one.id(), one));
            pages.of(workspace).forEach(page -> names.put(page.id(), page.name()));
            offers.of(workspace).forEach(offer -> names.put(offer.id(), offer.name()));
            sources.of(workspace).forEach(one -> sourceById.put(one.id(), one.source()));
            places.of(workspace).forEach(place -> names.put(place.id(), place.name()));
            shared = variants.variants(workspace);
        }

        String handedOut(TrackingLink link) {
            String address = site.of(link.host(), link.path());
            return link.details()
                    .source()
                    .map(sourceById::get)
                    .map(source -> source.handedOut(address))
                    .orElse(address);
        }

        String promotion(TrackingLink link) {
            return Optional.ofNullable(promotionById.get(link.promotion()))
                    .map(Promotion::name)
                    .orElse(GONE);
        }

        String leadsTo(TrackingLink link) {
            if (shared.containsKey(link.id())) {
                int among = shared.get(link.id());
                return among == 1 ? "one variant" : among + " variants";
            }
            Optional<Object> id = switch (link.details().to()) {
                case Destination.ToPage(var page) -> Optional.of(page);
                case Destination.ToOffer(var offer) ->
                    offer.<Object>map(one -> one)
                            .or(() -> Optional.ofNullable(promotionById.get(link.promotion()))
                                    .map(Promotion::offer));
                case Destination.ToElsewhere(var elsewhere) -> Optional.of(elsewhere);
            };
            return id.map(names::get).orElse(GONE);
        }
    }
}
