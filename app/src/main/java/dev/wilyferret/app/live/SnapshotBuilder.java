package dev.wilyferret.app.live;

import dev.wilyferret.app.closings.SentToOffers;
import dev.wilyferret.app.elsewhere.Places;
import dev.wilyferret.app.hosts.Host;
import dev.wilyferret.app.hosts.Hosts;
import dev.wilyferret.app.hosts.PublicPlaces;
import dev.wilyferret.app.installation.SiteAddress;
import dev.wilyferret.app.links.LinkDetails;
import dev.wilyferret.app.links.Links;
import dev.wilyferret.app.links.TrackingLink;
import dev.wilyferret.app.live.SiteSnapshot.Address;
import dev.wilyferret.app.live.SiteSnapshot.LiveLink;
import dev.wilyferret.app.live.SiteSnapshot.LivePage;
import dev.wilyferret.app.live.SiteSnapshot.Target;
import dev.wilyferret.app.offers.Offer;
import dev.wilyferret.app.offers.Offers;
import dev.wilyferret.app.pages.LeftOut;
import dev.wilyferret.app.pages.Page;
import dev.wilyferret.app.pages.Pages;
import dev.wilyferret.app.pages.Undrawn;
import dev.wilyferret.app.people.Lists;
import dev.wilyferret.app.pixels.PagePixel;
import dev.wilyferret.app.pixels.PixelAccount;
import dev.wilyferret.app.pixels.PixelAccounts;
import dev.wilyferret.app.promotions.Promotion;
import dev.wilyferret.app.promotions.Promotions;
import dev.wilyferret.app.publicpage.PageHtml;
import dev.wilyferret.app.rotations.Rotating;
import dev.wilyferret.app.rotations.Rotations;
import dev.wilyferret.app.shelf.MediaFile;
import dev.wilyferret.app.shelf.Shelf;
import dev.wilyferret.app.sources.Profile;
import dev.wilyferret.app.sources.Sources;
import dev.wilyferret.app.workspace.OwnBrowsers;
import dev.wilyferret.app.workspace.Workspace;
import dev.wilyferret.app.workspace.Workspaces;
import dev.wilyferret.core.address.OwnHost;
import dev.wilyferret.core.address.Tags;
import dev.wilyferret.core.id.BranchId;
import dev.wilyferret.core.id.ElsewhereId;
import dev.wilyferret.core.id.LinkId;
import dev.wilyferret.core.id.ListId;
import dev.wilyferret.core.id.OfferId;
import dev.wilyferret.core.id.PageId;
import dev.wilyferret.core.id.PixelId;
import dev.wilyferret.core.id.PromotionId;
import dev.wilyferret.core.id.SourceId;
import dev.wilyferret.core.id.VariantId;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.link.Destination;
import dev.wilyferret.core.link.Elsewhere;
import dev.wilyferret.core.link.SiteRoute;
import dev.wilyferret.core.money.Money;
import dev.wilyferret.core.offer.AffiliateLink;
import dev.wilyferret.core.offer.Payout;
import dev.wilyferret.core.page.NextStep;
import dev.wilyferret.core.page.PageDocument;
import dev.wilyferret.core.page.PageKind;
import dev.wilyferret.core.rotation.Behind;
import dev.wilyferret.core.rotation.Choosing;
import dev.wilyferret.core.rotation.Rotation;
import dev.wilyferret.core.rotation.Turns;
import dev.wilyferret.core.rotation.Variant;
import dev.wilyferret.core.rotation.Weights;
import dev.wilyferret.core.text.Fault;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Isolation;
import org.springframework.transaction.annotation.Transactional;

/** Reads a snapshot of everything public from the database, and draws its pages. */
@Component
class SnapshotBuilder {

    private static final Logger LOG = LoggerFactory.getLogger(SnapshotBuilder.class);

    private final Workspaces workspaces;
    private final OwnBrowsers ownBrowsers;
    private final Promotions promotions;
    private final Offers offers;
    private final Pages pages;
    private final PixelAccounts pixels;
    private final Links links;
    private final Sources sources;
    private final Places places;
    private final TakenClicks taken;
    private final Rotations rotations;
    private final KeptTurns turns;
    private final SentToOffers sent;
    private final Shelf shelf;
    private final Lists lists;
    private final PageHtml html;
    private final Undrawn undrawn;
    private final Hosts hosts;
    private final PublicPlaces publicPlaces;
    private final SiteAddress site;

    SnapshotBuilder(
            Workspaces workspaces,
            OwnBrowsers ownBrowsers,
            Promotions promotions,
            Offers offers,
            Pages pages,
            PixelAccounts pixels,
            Links links,
            Sources sources,
            Places places,
            TakenClicks taken,
            Rotations rotations,
            KeptTurns turns,
            SentToOffers sent,
            Shelf shelf,
            Lists lists,
            PageHtml html,
            Undrawn undrawn,
            Hosts hosts,
            PublicPlaces publicPlaces,
            SiteAddress site) {
        this.workspaces = workspaces;
        this.ownBrowsers = ownBrowsers;
        this.promotions = promotions;
        this.offers = offers;
        this.pages = pages;
        this.pixels = pixels;
        this.links = links;
        this.sources = sources;
        this.places = places;
        this.taken = taken;
        this.rotations = rotations;
        this.turns = turns;
        this.sent = sent;
        this.shelf = shelf;
        this.lists = lists;
        this.html = html;
        this.undrawn = undrawn;
        this.hosts = hosts;
        this.publicPlaces = publicPlaces;
        this.site = site;
    }

    /** The workspaces there are. */
    public List<WorkspaceId> workspaces() {
        return workspaces.ids();
    }

    /** Counts in the log what is counted on from there, each in a transaction of its own before the part is read. */
    public void countBefore(WorkspaceId workspace) {
        taken.countBefore(workspace);
        turns.countBefore(workspace);
    }

    /**
     * What one workspace contributes, as it stands at one moment.
     *
     * @param before what it contributed until now; pages that are the same since are not drawn again
     */
    @Transactional(readOnly = true, isolation = Isolation.REPEATABLE_READ)
    public SiteSnapshot.Part part(WorkspaceId workspace, Optional<SiteSnapshot.Part> before) {
        return new OfWorkspace(workspaces.get(workspace), before).part();
    }

    /** The part of a snapshot that one workspace contributes. */
    private final class OfWorkspace {

        private final Workspace workspace;
        private final Map<PromotionId, Promotion> promotionById;
        private final Map<OfferId, Offer> offerById;
        private final Map<PixelId, PixelAccount> pixelById = new LinkedHashMap<>();
        private final Map<PageId, Page> pageById;
        private final Map<PageId, LivePage> livePages = new HashMap<>();
        private final Collection<LeftOut> leftOut = new ConcurrentLinkedQueue<>();
        private final Set<ListId> confirming;
        private final List<MediaFile> files;
        private final Map<String, MediaFile> fileByName;

        private final Map<SourceId, Set<String>> passed;
        private final Map<Behind, Rotating> rotationBehind;
        private final Map<ElsewhereId, Elsewhere> elsewhereById;

        private final List<PublicPlaces.Place> stood;
        private final Map<PageId, LivePage> before;
        private final Map<PageId, String> paths = new HashMap<>();
        private final Map<Optional<OwnHost>, Map<PageId, String>> waysFrom = new HashMap<>();

        OfWorkspace(Workspace workspace, Optional<SiteSnapshot.Part> before) {
            this.workspace = workspace;
            this.before = before.stream()
                    .flatMap(part -> part.pages().stream())
                    .collect(Collectors.toMap(LivePage::id, Function.identity()));
            WorkspaceId id = workspace.id();
            promotionById = promotions.of(id).stream().collect(Collectors.toMap(Promotion::id, Function.identity()));
            offerById = offers.of(id).stream().collect(Collectors.toMap(Offer::id, Function.identity()));
            pixels.of(id).forEach(pixel -> pixelById.put(pixel.id(), pixel));
            pageById = pages.readable(id, this::leaveOut).stream()
                    .collect(Collectors.toMap(Page::id, Function.identity(), (a, b) -> a, LinkedHashMap::new));
            pageById.values()
                    .forEach(page -> paths.put(
                            page.id(),
                            SiteRoute.page(promotion(page.promotion()).slug(), page.slug())));
            stood = publicPlaces.of(id);
            promotionById.values().stream()
                    .map(Promotion::host)
                    .distinct()
                    .forEach(host -> waysFrom.put(host, ways(host)));
            confirming = lists.confirming(id);
            passed = sources.of(id).stream()
                    .collect(Collectors.toMap(Profile::id, one -> one.source().parameters()));
            elsewhereById = places.leadingAway(id);
            rotationBehind = rotations.of(id).stream().collect(Collectors.toMap(Rotating::behind, Function.identity()));
            files = shelf.of(id);
            fileByName = files.stream().collect(Collectors.toMap(MediaFile::name, Function.identity()));
        }

        SiteSnapshot.Part part() {
            // Drawing is most of the work, and nothing but work.
            List<LivePage> drawn = List.copyOf(pageById.values()).parallelStream()
                    .flatMap(page -> page.published().flatMap(document -> drawable(page, document)).stream())
                    .toList();
            Map<Address, String> entries = new HashMap<>();
            for (LivePage live : drawn) {
                Page page = Objects.requireNonNull(pageById.get(live.id()));
                Address slug = new Address(
                        live.host(), "/" + promotion(page.promotion()).slug());
                livePages.put(page.id(), live);
                if (page.landing()) {
                    entries.put(slug, live.path());
                } else if (page.kind() != PageKind.REDIRECT) {
                    entries.putIfAbsent(slug, live.path());
                }
            }
            WorkspaceId id = workspace.id();
            List<LiveLink> all = links.of(id).stream().map(this::liveLink).toList();
            undrawn.found(id, List.copyOf(leftOut));
            return new SiteSnapshot.Part(
                    workspace,
                    hosts.of(id).stream().filter(Host::atWork).toList(),
                    all,
                    linksByAddress(all),
                    drawn,
                    rotationsOfPages(),
                    entries,
                    moved(),
                    publicPlaces.lost(id).stream()
                            .map(place -> new Address(place.host(), place.path()))
                            .collect(Collectors.toSet()),
                    offers.networksOf(id),
                    files,
                    ownBrowsers.marks(id),
                    stood.stream()
                            .filter(place -> place.promotion().isPresent()
                                    && place.host().isEmpty())
                            .map(place -> place.path().substring(1))
                            .collect(Collectors.toSet()));
        }

        /** A link is followed wherever it was handed out. */
        private Map<Address, LiveLink> linksByAddress(List<LiveLink> all) {
            Map<LinkId, LiveLink> byId = all.stream().collect(Collectors.toMap(LiveLink::id, Function.identity()));
            Map<Address, LiveLink> byAddress = new HashMap<>();
            stood.forEach(place -> place.link()
                    .flatMap(id -> Optional.ofNullable(byId.get(id)))
                    .filter(LiveLink::active)
                    .ifPresent(link -> byAddress.put(new Address(place.host(), place.path()), link)));
            return byAddress;
        }

        private Map<Address, SiteSnapshot.Moved> moved() {
            Map<Address, SiteSnapshot.Moved> moved = new HashMap<>();
            stood.forEach(place -> place.promotion().map(this::promotion).ifPresent(now -> {
                if (!now.host().equals(place.host()) || !place.path().equals("/" + now.slug())) {
                    moved.put(
                            new Address(place.host(), place.path()),
                            new SiteSnapshot.Moved(now.workspace(), now.host(), now.slug()));
                }
            }));
            return moved;
        }

        /** The page as it is served; one that cannot be drawn is left out alone, and its bench says so. */
        private Optional<LivePage> drawable(Page page, PageDocument document) {
            try {
                return Optional.of(livePage(page, document));
            } catch (RuntimeException cannotBeDrawn) {
                leaveOut(new LeftOut(page, cannotBeDrawn));
                return Optional.empty();
            }
        }

        private void leaveOut(LeftOut page) {
            LOG.error(
                    "Page {} cannot be drawn and is left out of the public site: {}",
                    page.page(),
                    Fault.of(page.cause()));
            leftOut.add(page);
        }

        private LivePage livePage(Page page, PageDocument document) {
            Offer offer = offerOf(page.promotion());
            Money worth = offer.details().payout() instanceof Payout.PerLead(Money paid)
                    ? paid
                    : Money.zero(workspace.currency());
            Map<PixelId, PagePixel> firing = new LinkedHashMap<>();
            document.pixels()
                    .forEach(one -> Optional.ofNullable(pixelById.get(one.pixel()))
                            .ifPresent(account -> firing.put(one.pixel(), new PagePixel(account, one.event(), worth))));
            Optional<OwnHost> host = promotion(page.promotion()).host();
            PageHtml.Surroundings around = new PageHtml.Surroundings(
                    page.id(),
                    host,
                    path(page),
                    workspace.legal(),
                    workspace.zone(),
                    workspace.currency(),
                    known(Objects.requireNonNull(waysFrom.get(host))),
                    known(fileByName),
                    elsewhereById.keySet(),
                    List.copyOf(firing.values()),
                    Instant.EPOCH,
                    Optional.empty(),
                    Optional.empty(),
                    confirming);
            Seen seen = Seen.of(document, around);
            return new LivePage(
                    page.id(),
                    workspace.id(),
                    page.promotion(),
                    host,
                    path(page),
                    page.kind() == PageKind.REDIRECT,
                    asksConsent(page, document),
                    seen,
                    Optional.ofNullable(before.get(page.id()))
                            .filter(known -> known.seen().equals(seen))
                            .map(LivePage::served)
                            .orElseGet(() -> new ServedPage(html, document, around)),
                    Map.copyOf(firing),
                    offer.details().link(),
                    otherOffers(document),
                    elsewhere(document),
                    offer.name(),
                    document,
                    around);
        }

        /** How one gets from a host to each page. */
        private Map<PageId, String> ways(Optional<OwnHost> host) {
            Map<PageId, String> ways = new HashMap<>();
            pageById.values().forEach(to -> {
                Optional<OwnHost> there = promotion(to.promotion()).host();
                ways.put(to.id(), there.equals(host) ? path(to) : site.of(there, path(to)));
            });
            return ways;
        }

        /** A redirect page waits for consent where a page before it asks for it. */
        private boolean asksConsent(Page page, PageDocument document) {
            return document instanceof PageDocument.ContentPage content
                    ? content.settings().consent()
                    : pageById.values().stream()
                            .filter(other -> other.promotion().equals(page.promotion()))
                            .flatMap(other -> other.published().stream())
                            .anyMatch(other -> other instanceof PageDocument.ContentPage content
                                    && content.settings().consent());
        }

        /** Of what its owner may link to on a page that stands elsewhere, all is known. */
        private Map<ElsewhereId, Elsewhere> elsewhere(PageDocument document) {
            if (document instanceof PageDocument.OutsidePage) {
                return elsewhereById;
            }
            Map<ElsewhereId, Elsewhere> elsewhere = new HashMap<>();
            if (document instanceof PageDocument.ContentPage content) {
                content.blocks().ways().forEach(next -> {
                    if (next instanceof NextStep.ToElsewhere(ElsewhereId id) && elsewhereById.containsKey(id)) {
                        elsewhere.put(id, elsewhereById.get(id));
                    }
                });
            }
            return elsewhere;
        }

        private Map<OfferId, AffiliateLink> otherOffers(PageDocument document) {
            Map<OfferId, AffiliateLink> links = new HashMap<>();
            if (document instanceof PageDocument.OutsidePage) {
                offerById
                        .values()
                        .forEach(offer -> links.put(offer.id(), offer.details().link()));
            }
            if (document instanceof PageDocument.ContentPage content) {
                content.blocks().ways().forEach(next -> {
                    if (next instanceof NextStep.ToAnotherOffer(OfferId id) && offerById.containsKey(id)) {
                        links.put(id, offerById.get(id).details().link());
                    }
                });
            }
            return links;
        }

        private LiveLink liveLink(TrackingLink link) {
            LinkDetails details = link.details();
            return new LiveLink(
                    link.path(),
                    link.id(),
                    link.workspace(),
                    link.promotion(),
                    link.active(),
                    link.tags(),
                    target(From.of(link), details.to()),
                    rotation(new Behind.OfLink(link.id()), From.of(link)),
                    details.source()
                            .flatMap(source -> Optional.ofNullable(passed.get(source)))
                            .orElse(Set.of()),
                    details.ending().map(ending -> ending(link, ending)),
                    taken.of(link));
        }

        /** What nobody can get to is not drawn; its bench says so. */
        private Optional<Choosing<Target>> rotation(Behind behind, From from) {
            return Optional.ofNullable(rotationBehind.get(behind)).map(rotating -> rotation(rotating, from));
        }

        private Choosing<Target> rotation(Rotating rotating, From from) {
            Rotation rotation = rotating.rotation();
            return Choosing.of(
                    rotation.id(),
                    rotation.stretch(),
                    rotation.branches().stream()
                            .flatMap(branch -> shares(rotating, Optional.of(branch.id()), from)
                                    .map(shares -> new Choosing.Part<>(branch.when(), shares))
                                    .stream())
                            .toList(),
                    shares(rotating, Optional.empty(), from),
                    rotation.variants().stream()
                            .filter(one -> one.state() == Variant.State.RETIRED
                                    || offer(from, one.to())
                                            .flatMap(Offer::closing)
                                            .isPresent())
                            .map(Variant::id)
                            .collect(Collectors.toSet()));
        }

        private Optional<Choosing.Shares<Target>> shares(Rotating rotating, Optional<BranchId> branch, From from) {
            Rotation part = rotating.rotation().within(branch);
            Map<VariantId, Target> targets = new LinkedHashMap<>();
            Map<VariantId, Choosing.Door> doors = new HashMap<>();
            List<Integer> weights = new ArrayList<>();
            part.drawing().forEach(variant -> {
                Target target = target(from, variant.to());
                Optional<Offer> offer = offer(from, variant.to());
                if (!(target instanceof Target.Nowhere)
                        && offer.flatMap(Offer::closing).isEmpty()) {
                    targets.put(variant.id(), target);
                    weights.add(variant.weight());
                    offer.ifPresent(one -> doors.put(variant.id(), sent.door(one)));
                }
            });
            if (targets.isEmpty()) {
                return Optional.empty();
            }
            Weights shared = new Weights(weights);
            List<VariantId> drawn = List.copyOf(targets.keySet());
            List<Choosing.Way<Target>> ways = IntStream.range(0, drawn.size())
                    .mapToObj(at -> new Choosing.Way<>(
                            drawn.get(at),
                            Objects.requireNonNull(targets.get(drawn.get(at))),
                            shared.share(at),
                            doors.getOrDefault(drawn.get(at), Choosing.Door.OPEN)))
                    .toList();
            return Optional.of(new Choosing.Shares<>(
                    ways,
                    ways.stream()
                            .filter(way -> part.leader().equals(Optional.of(way.variant())))
                            .findFirst(),
                    turns.of(rotating, branch, drawn, shared),
                    new Turns(shared, ~part.seed(), part.inTurn(), 0)));
        }

        /** Those behind pages' addresses and their ways out. */
        private Map<Behind, Choosing<Target>> rotationsOfPages() {
            Map<Behind, Choosing<Target>> all = new HashMap<>();
            rotationBehind.forEach((behind, rotating) -> {
                if (behind.page().filter(livePages::containsKey).isPresent()) {
                    all.put(behind, rotation(rotating, new From(rotating.promotion(), Optional.empty())));
                }
            });
            return all;
        }

        private SiteSnapshot.Ending ending(TrackingLink link, LinkDetails.Ending ending) {
            return new SiteSnapshot.Ending(
                    ending.at(),
                    ending.clicks(),
                    ending.then().map(then -> target(From.of(link), then)).orElseGet(Target.Nowhere::new));
        }

        /**
         * Where visitors come from who are sent on.
         *
         * @param tags that the address of a page gets; empty for none
         */
        private record From(PromotionId promotion, Optional<Tags> tags) {

            static From of(TrackingLink link) {
                return new From(link.promotion(), Optional.of(link.tags()));
            }

            String tagged(String address) {
                return tags.map(some -> some.onto(address)).orElse(address);
            }
        }

        /** The offer that something leads to straight. */
        private Optional<Offer> offer(From from, Destination to) {
            return to.offer(promotion(from.promotion).offer()).map(offerById::get);
        }

        private Target target(From from, Destination to) {
            return switch (to) {
                case Destination.ToPage(PageId page) ->
                    Optional.ofNullable(livePages.get(page))
                            .map(live -> target(from, live))
                            .orElseGet(Target.Nowhere::new);
                case Destination.ToOffer(Optional<OfferId> other) ->
                    offer(from, to)
                            .<Target>map(
                                    offer -> new Target.ToOffer(offer.details().link(), other))
                            .orElseGet(Target.Nowhere::new);
                case Destination.ToElsewhere(ElsewhereId id) ->
                    Optional.ofNullable(elsewhereById.get(id))
                            .<Target>map(elsewhere -> new Target.ToElsewhere(id, elsewhere))
                            .orElseGet(Target.Nowhere::new);
            };
        }

        private static Target target(From from, LivePage live) {
            return live.document() instanceof PageDocument.OutsidePage outside
                    ? new Target.ToOutside(from.tagged(outside.address().text()))
                    : new Target.ToPage(live.host(), from.tagged(live.path()));
        }

        private String path(Page page) {
            return Objects.requireNonNull(paths.get(page.id()));
        }

        private Promotion promotion(PromotionId id) {
            return Objects.requireNonNull(promotionById.get(id));
        }

        private Offer offerOf(PromotionId promotion) {
            return Objects.requireNonNull(offerById.get(promotion(promotion).offer()));
        }
    }

    /** What is in a map, and nothing more of what it was made from: drafts are not kept alive by it. */
    private static <K, V> Function<K, Optional<V>> known(Map<K, V> all) {
        return key -> Optional.ofNullable(all.get(key));
    }
}
