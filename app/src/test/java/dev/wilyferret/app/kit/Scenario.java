package dev.wilyferret.app.kit;

import static org.awaitility.Awaitility.await;

import dev.wilyferret.app.installation.Installation;
import dev.wilyferret.app.links.LinkDetails;
import dev.wilyferret.app.links.Links;
import dev.wilyferret.app.links.TrackingLink;
import dev.wilyferret.app.offers.Network;
import dev.wilyferret.app.offers.Offer;
import dev.wilyferret.app.offers.OfferDetails;
import dev.wilyferret.app.offers.Offers;
import dev.wilyferret.app.pages.Page;
import dev.wilyferret.app.pages.Pages;
import dev.wilyferret.app.people.Lists;
import dev.wilyferret.app.people.MailList;
import dev.wilyferret.app.pixels.PixelAccounts;
import dev.wilyferret.app.pixels.PixelDetails;
import dev.wilyferret.app.promotions.Promotion;
import dev.wilyferret.app.promotions.Promotions;
import dev.wilyferret.app.workspace.Workspace;
import dev.wilyferret.app.workspace.Workspaces;
import dev.wilyferret.core.address.Tags;
import dev.wilyferret.core.address.UriTemplate;
import dev.wilyferret.core.design.StartingDesign;
import dev.wilyferret.core.id.ListId;
import dev.wilyferret.core.id.OfferId;
import dev.wilyferret.core.id.PixelId;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.link.Destination;
import dev.wilyferret.core.link.Slug;
import dev.wilyferret.core.money.Money;
import dev.wilyferret.core.offer.AffiliateLink;
import dev.wilyferret.core.offer.Countries;
import dev.wilyferret.core.offer.Payout;
import dev.wilyferret.core.offer.SubIdFill;
import dev.wilyferret.core.page.Block;
import dev.wilyferret.core.page.Blocks;
import dev.wilyferret.core.page.Firing;
import dev.wilyferret.core.page.FormField;
import dev.wilyferret.core.page.Hold;
import dev.wilyferret.core.page.Look;
import dev.wilyferret.core.page.NextStep;
import dev.wilyferret.core.page.PageDocument;
import dev.wilyferret.core.page.PageSettings;
import dev.wilyferret.core.page.Placed;
import dev.wilyferret.core.pixel.FireAddress;
import java.time.Duration;
import java.time.ZoneId;
import java.util.Currency;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.concurrent.atomic.AtomicInteger;
import org.springframework.stereotype.Component;

/** Builds the demo scenario's things for a test, each time in a workspace of its own. */
@Component
public class Scenario {

    public static final String PASSWORD = "correct-horse-mushroom";
    public static final Currency EUR = Currency.getInstance("EUR");
    private static final String PLATFORM = "https://plumage.test/px{?id,event,eid,page}";
    private static final String NOWHERE = "https://lanternfish.test";
    private static final AtomicInteger NUMBER = new AtomicInteger();

    /** A workspace with nothing in it but its owner. */
    public record Stage(Workspace workspace, String email) {
        public WorkspaceId id() {
            return workspace.id();
        }
    }

    /** A promotion from link to offer, published. */
    public record Trail(
            Stage stage,
            Network network,
            OfferId offer,
            Promotion promotion,
            Page bridge,
            Page redirect,
            PixelId pixel,
            TrackingLink link) {
        public String bridgePath() {
            return "/" + promotion.slug() + "/" + bridge.slug();
        }

        public String redirectPath() {
            return "/" + promotion.slug() + "/" + redirect.slug();
        }

        public WorkspaceId workspace() {
            return stage.id();
        }
    }

    private final Workspaces workspaces;
    private final Offers offers;
    private final Promotions promotions;
    private final Pages pages;
    private final PixelAccounts pixels;
    private final Links links;
    private final Lists lists;
    private final Installation installation;

    Scenario(
            Workspaces workspaces,
            Offers offers,
            Promotions promotions,
            Pages pages,
            PixelAccounts pixels,
            Links links,
            Lists lists,
            Installation installation) {
        this.workspaces = workspaces;
        this.offers = offers;
        this.promotions = promotions;
        this.pages = pages;
        this.pixels = pixels;
        this.links = links;
        this.lists = lists;
        this.installation = installation;
    }

    public Stage empty() {
        int number = NUMBER.incrementAndGet();
        String email = "mara" + number + "@growbench.example";
        return new Stage(
                workspaces.found("Growbench " + number, EUR, ZoneId.of("Europe/Vienna"), email, PASSWORD, false),
                email);
    }

    public Stage emptyWithLegal() {
        Stage stage = empty();
        workspaces.describe(workspaces
                .get(stage.id())
                .with(new Workspace.Legal("Growbench", "12 Spawn Lane", "hello@growbench.example", "", "")));
        return stage;
    }

    /** Everything published, with a pixel at that address and an offer that nobody's browser reaches. */
    public Trail trail(String pixelAddress, int holdMillis) {
        return trail(pixelAddress, holdMillis, NOWHERE);
    }

    /** Everything published, with a pixel at that address and the offer of a merchant. */
    public Trail trail(String pixelAddress, int holdMillis, String merchant) {
        Trail trail = published(pixelAddress, holdMillis, merchant);
        awaitLive(trail.link.path(), 302);
        awaitLive(trail.bridgePath(), 200);
        return trail;
    }

    /** Everything published, which the public site may not know of yet. */
    public Trail published() {
        return published(PLATFORM, 1000, NOWHERE);
    }

    private Trail published(String pixelAddress, int holdMillis, String merchant) {
        Stage stage = emptyWithLegal();
        Offer offer = offer(stage, merchant);
        PixelId pixel = pixels.add(
                stage.id(),
                new PixelDetails(
                        "Plumage", "PLM-1", new FireAddress(UriTemplate.parseWeb(pixelAddress)), "PageView", "Lead"));
        Promotion promotion =
                promotions.add(stage.id(), offer.id(), "Cellar Crop", new Slug("cellar-" + NUMBER.incrementAndGet()));
        Page redirect = pages.makeRedirect(stage.id(), promotion.id());
        write(redirect, new PageDocument.RedirectPage("One moment", new Hold(holdMillis), Firing.leads(pixel)));
        Page bridge = pages.make(stage.id(), promotion.id(), StartingDesign.bridge());
        write(
                bridge,
                bridgeText("Pick your first oyster mushrooms", new NextStep.ToPage(redirect.id()), List.of(pixel)));
        Tags tags = new Tags("plumage", "paid-social", "spring-balcony", "", "video-1");
        TrackingLink link = links.add(
                stage.id(),
                promotion.id(),
                links.freeCode(stage.id(), Optional.empty(), ""),
                LinkDetails.of(new Destination.ToPage(bridge.id()), tags));
        return new Trail(stage, offer.network(), offer.id(), promotion, bridge, redirect, pixel, link);
    }

    public Trail trail() {
        return trail(PLATFORM, 1000);
    }

    /** The first page of a promotion, published. */
    public Page landing(Promotion promotion) {
        Page page = pages.make(promotion.workspace(), promotion.id(), StartingDesign.bridge());
        write(page, bridgeText("Pick your first oyster mushrooms", new NextStep.ToOffer(), List.of()));
        return page;
    }

    public static PageDocument.ContentPage bridgeText(String headline, NextStep next, List<PixelId> pixels) {
        return content(
                        Placed.of("headline", new Block.Headline(headline)),
                        Placed.of("sub", new Block.SubHeadline("Without a garden")),
                        Placed.of("benefits", new Block.Benefits(List.of("Cheap", "Quick"))),
                        Placed.of("button", new Block.Button("Show me the course", next)),
                        Placed.of("disclosure", new Block.Disclosure("I earn a commission.")))
                .firing(Firing.views(pixels.toArray(new PixelId[0])));
    }

    public static PageDocument.ContentPage content(Placed... blocks) {
        return new PageDocument.ContentPage(
                PageSettings.titled("Oyster mushrooms at home"), Look.PLAIN, new Blocks(List.of(blocks)), List.of());
    }

    /**
     * A page with a form “f” that thanks.
     *
     * @param list that addresses are put on; empty for none
     */
    public static PageDocument.ContentPage formPage(Optional<ListId> list) {
        return content(
                Placed.of("h", new Block.Headline("Fresh")),
                Placed.of(
                        "f",
                        new Block.Form(
                                FormField.all("E-mail address"),
                                "Send",
                                "",
                                "Thanks!",
                                new NextStep.ShowThanks(),
                                list)),
                Placed.of("d", new Block.Disclosure("I earn a commission.")));
    }

    /** A second offer of the workspace, of another network, to the same address. */
    public Offer otherNetworksOffer(Trail trail) {
        return offers.find(
                        trail.workspace(),
                        offers.add(
                                trail.workspace(),
                                "Other Network",
                                offers.find(trail.workspace(), trail.offer())
                                        .orElseThrow()
                                        .details()))
                .orElseThrow();
    }

    public Offer offer(Stage stage) {
        return offer(stage, NOWHERE);
    }

    private Offer offer(Stage stage, String merchant) {
        Map<String, SubIdFill> fills = new LinkedHashMap<>();
        fills.put("aff", new SubIdFill.Fixed("growbench"));
        fills.put("sub1", new SubIdFill.ClickId());
        fills.put("sub2", new SubIdFill.FromTag(SubIdFill.Tag.SOURCE));
        UriTemplate template = UriTemplate.parseWeb(merchant + "/buy/cellar-crop{?aff,sub1,sub2}");
        OfferDetails details = new OfferDetails(
                "Cellar Crop Course",
                new AffiliateLink(template, fills),
                new Payout.PerSale(new Money(2750, EUR)),
                Countries.parse(""),
                false);
        UUID id = offers.add(stage.id(), "Lanternfish Partners", details).value();
        return offers.find(stage.id(), new OfferId(id)).orElseThrow();
    }

    /** What the first offer of a stage is called. */
    public String offerName(Stage stage) {
        return offers.of(stage.id()).getFirst().name();
    }

    /** A list of its own name for buyers. */
    public ListId list(WorkspaceId workspace, boolean doubleOptIn) {
        ListId id = lists.newId();
        keep(workspace, id, doubleOptIn);
        return id;
    }

    /** Has a list ask for confirmations from now on. */
    public void confirming(WorkspaceId workspace, ListId list) {
        keep(workspace, list, true);
    }

    private void keep(WorkspaceId workspace, ListId id, boolean doubleOptIn) {
        lists.keep(
                workspace,
                new MailList(
                        id,
                        "List " + id.value(),
                        "Growbench",
                        "hello@growbench.example",
                        "",
                        doubleOptIn,
                        true,
                        Optional.empty(),
                        Optional.empty(),
                        Optional.empty()));
    }

    /** Writes a page and publishes it. */
    public void write(Page page, PageDocument document) {
        write(page, document, true);
    }

    /** Writes a page. */
    public void write(Page page, PageDocument document, boolean publish) {
        Page now = pages.find(page.workspace(), page.id()).orElseThrow();
        if (!pages.keepDraft(page.workspace(), page.id(), now.revision(), document)) {
            throw new IllegalStateException("The draft has moved on");
        }
        if (!publish) {
            return;
        }
        var findings = pages.publish(page.workspace(), page.id());
        if (!findings.isEmpty()) {
            throw new IllegalStateException("Not publishable: " + findings);
        }
    }

    /** Waits until the public site answers so; a HEAD, so that nothing is counted. */
    public void awaitLive(String path, int status) {
        Guest guest = new Guest(installation.siteAddress().toString());
        await().atMost(Duration.ofSeconds(5))
                .pollInterval(Duration.ofMillis(20))
                .until(() -> guest.head(path).statusCode() == status);
    }
}
