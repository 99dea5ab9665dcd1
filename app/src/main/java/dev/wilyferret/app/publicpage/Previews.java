package dev.wilyferret.app.publicpage;

import dev.wilyferret.app.elsewhere.Place;
import dev.wilyferret.app.elsewhere.Places;
import dev.wilyferret.app.installation.Installation;
import dev.wilyferret.app.offers.Offer;
import dev.wilyferret.app.offers.Offers;
import dev.wilyferret.app.pages.Page;
import dev.wilyferret.app.pages.PageVersion;
import dev.wilyferret.app.pages.Pages;
import dev.wilyferret.app.people.Lists;
import dev.wilyferret.app.promotions.Promotion;
import dev.wilyferret.app.promotions.Promotions;
import dev.wilyferret.app.secrets.Signing;
import dev.wilyferret.app.shelf.Shelf;
import dev.wilyferret.app.workspace.Workspace;
import dev.wilyferret.app.workspace.Workspaces;
import dev.wilyferret.core.design.StartingDesign;
import dev.wilyferret.core.id.Id;
import dev.wilyferret.core.id.PageId;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.link.SiteRoute;
import dev.wilyferret.core.page.PageDocument;
import java.time.Clock;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.Currency;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;

/** Drafts as visitors would see them, on the public origin, for whoever holds the signed address. */
@Service
public class Previews {

    private static final Workspace.Legal SAMPLE =
            new Workspace.Legal("Growbench", "12 Spawn Lane", "hello@growbench.example", "", "");

    private final Pages pages;
    private final Promotions promotions;
    private final Offers offers;
    private final Workspaces workspaces;
    private final Shelf shelf;
    private final Places places;
    private final Lists lists;
    private final PageHtml html;
    private final String consoleAddress;
    private final Clock clock;

    Previews(
            Pages pages,
            Promotions promotions,
            Offers offers,
            Workspaces workspaces,
            Shelf shelf,
            Places places,
            Lists lists,
            PageHtml html,
            Installation installation,
            Clock clock) {
        this.pages = pages;
        this.promotions = promotions;
        this.offers = offers;
        this.workspaces = workspaces;
        this.shelf = shelf;
        this.places = places;
        this.lists = lists;
        this.html = html;
        this.consoleAddress = installation.consoleAddress().toString();
        this.clock = clock;
    }

    /** @param offer the name of the promotion's offer, for tokens */
    public record Opened(RenderedPage page, String offer) {}

    /** The path of a page's preview on the public site. */
    public String path(Page page) {
        return path(page, "draft");
    }

    /** The path of a page's preview as it stood in a state: {@code draft}, {@code public}, or a version's number. */
    public String path(Page page, String state) {
        String claim = page.workspace() + "." + page.id() + "." + state;
        return SiteRoute.PREVIEW.path(claim + "." + workspaces.sign(page.workspace(), "preview." + claim));
    }

    /** The preview a signed path names; no pixel fires on it. */
    public Optional<Opened> open(String signed) {
        String[] parts = signed.split("\\.", -1);
        if (parts.length != 4 || !parts[2].matches("draft|public|\\d{1,6}")) {
            return Optional.empty();
        }
        return Id.parse(parts[0], WorkspaceId::new)
                .flatMap(workspace -> Id.parse(parts[1], PageId::new).flatMap(page -> pages.find(workspace, page)))
                .filter(page -> Signing.same(path(page, parts[2]), SiteRoute.PREVIEW.path(signed)))
                .flatMap(page -> document(page, parts[2]).map(document -> opened(page, document)));
    }

    private Optional<PageDocument> document(Page page, String state) {
        return switch (state) {
            case "draft" -> Optional.of(page.draft());
            case "public" -> page.published();
            default ->
                pages.versions(page).stream()
                        .filter(version -> version.number() == Integer.parseInt(state))
                        .map(PageVersion::document)
                        .findFirst();
        };
    }

    private Opened opened(Page page, PageDocument document) {
        Promotion promotion =
                promotions.find(page.workspace(), page.promotion()).orElseThrow();
        Offer offer = offers.find(page.workspace(), promotion.offer()).orElseThrow();
        return new Opened(drawn(page, promotion, document), offer.name());
    }

    /** The draft's HTML; the empty string where tokens in it make every view another. */
    public String drawn(Page page) {
        Promotion promotion =
                promotions.find(page.workspace(), page.promotion()).orElseThrow();
        String drawn = drawn(page, promotion, page.draft()).html();
        return Marks.tokens(drawn) ? "" : Marks.plain(drawn);
    }

    private RenderedPage drawn(Page page, Promotion promotion, PageDocument document) {
        return html.render(document, around(page, promotion));
    }

    public PageHtml.Surroundings around(Page page, Promotion promotion) {
        Workspace workspace = workspaces.get(page.workspace());
        return new PageHtml.Surroundings(
                page.id(),
                promotion.host(),
                promotion.path(page.slug()),
                workspace.legal(),
                workspace.zone(),
                workspace.currency(),
                target -> Optional.empty(),
                name -> shelf.find(page.workspace(), name),
                places.of(page.workspace()).stream().map(Place::id).collect(Collectors.toSet()),
                List.of(),
                clock.instant(),
                Optional.empty(),
                Optional.of(consoleAddress),
                lists.confirming(page.workspace()));
    }

    /** A starting design as it would look with nothing changed. */
    public Optional<RenderedPage> design(String key) {
        return StartingDesign.of(key)
                .map(design -> html.render(
                        design.page(),
                        new PageHtml.Surroundings(
                                new PageId(new UUID(0, 0)),
                                Optional.empty(),
                                SiteRoute.DESIGN.path(key),
                                SAMPLE,
                                ZoneOffset.UTC,
                                Currency.getInstance("EUR"),
                                target -> Optional.empty(),
                                name -> Optional.empty(),
                                Set.of(),
                                List.of(),
                                Instant.EPOCH,
                                Optional.empty(),
                                Optional.empty(),
                                Set.of())));
    }
}
