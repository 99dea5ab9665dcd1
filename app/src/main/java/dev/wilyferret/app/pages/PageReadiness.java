package dev.wilyferret.app.pages;

import dev.wilyferret.app.elsewhere.Places;
import dev.wilyferret.app.offers.Offer;
import dev.wilyferret.app.offers.Offers;
import dev.wilyferret.app.promotions.Promotion;
import dev.wilyferret.app.promotions.Promotions;
import dev.wilyferret.app.shelf.MediaFile;
import dev.wilyferret.app.shelf.Shelf;
import dev.wilyferret.app.storage.RowKey;
import dev.wilyferret.app.workspace.Workspaces;
import dev.wilyferret.core.id.OfferId;
import dev.wilyferret.core.id.PageId;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.readiness.Finding;
import dev.wilyferret.core.readiness.Fold;
import dev.wilyferret.core.readiness.Readiness;
import java.time.Clock;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/** Sees a draft against what stands around it: other pages, offers, the shelf, the footer, what a browser measured. */
@Component
class PageReadiness {

    private final PageStore pages;
    private final PageFoldStore folds;
    private final Promotions promotions;
    private final Offers offers;
    private final Places places;
    private final Shelf shelf;
    private final Workspaces workspaces;
    private final Clock clock;

    PageReadiness(
            PageStore pages,
            PageFoldStore folds,
            Promotions promotions,
            Offers offers,
            Places places,
            Shelf shelf,
            Workspaces workspaces,
            Clock clock) {
        this.pages = pages;
        this.folds = folds;
        this.promotions = promotions;
        this.offers = offers;
        this.places = places;
        this.shelf = shelf;
        this.workspaces = workspaces;
        this.clock = clock;
    }

    List<Finding> of(Page page) {
        WorkspaceId workspace = page.workspace();
        Map<OfferId, Offer> known =
                offers.of(workspace).stream().collect(Collectors.toMap(Offer::id, Function.identity()));
        OfferId own = promotions
                .find(workspace, page.promotion())
                .map(Promotion::offer)
                .orElseThrow();
        Map<PageId, Readiness.Target> targets = pages
                .ofPromotion(workspace.value(), page.promotion().value())
                .stream()
                .collect(Collectors.toMap(
                        row -> new PageId(row.key.id()),
                        row -> row.published == null ? Readiness.Target.NOT_PUBLISHED : Readiness.Target.PUBLISHED));
        return Readiness.of(
                page.draft(),
                new Readiness.Context(
                        id -> targets.getOrDefault(id, Readiness.Target.MISSING),
                        new HashSet<>(known.keySet()),
                        places.leadingAway(workspace).keySet(),
                        offer -> Objects.requireNonNull(known.get(offer.orElse(own)))
                                .details()
                                .link()
                                .carriesClickId(),
                        shelf.of(workspace).stream().collect(Collectors.toMap(MediaFile::name, MediaFile::bytesOnPage)),
                        workspaces.get(workspace).legal().complete(),
                        DocumentJson.write(page.draft()).length(),
                        folds(page),
                        clock.instant()));
    }

    List<Fold> folds(Page page) {
        return folds.findById(RowKey.of(page.workspace(), page.id()))
                .filter(row -> row.revision == page.revision())
                .map(row -> DocumentJson.readFolds(row.facts))
                .orElse(List.of());
    }

    void measured(Page page, List<Fold> measured) {
        folds.keep(page.workspace().value(), page.id().value(), page.revision(), DocumentJson.writeFolds(measured));
    }
}
