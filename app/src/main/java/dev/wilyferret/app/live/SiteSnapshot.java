package dev.wilyferret.app.live;

import dev.wilyferret.app.hosts.Host;
import dev.wilyferret.app.offers.Network;
import dev.wilyferret.app.pixels.PagePixel;
import dev.wilyferret.app.publicpage.PageHtml;
import dev.wilyferret.app.shelf.MediaFile;
import dev.wilyferret.app.workspace.Workspace;
import dev.wilyferret.core.address.OwnHost;
import dev.wilyferret.core.address.Tags;
import dev.wilyferret.core.id.ElsewhereId;
import dev.wilyferret.core.id.LinkId;
import dev.wilyferret.core.id.OfferId;
import dev.wilyferret.core.id.PageId;
import dev.wilyferret.core.id.PixelId;
import dev.wilyferret.core.id.PromotionId;
import dev.wilyferret.core.id.ShortId;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.link.Elsewhere;
import dev.wilyferret.core.offer.AffiliateLink;
import dev.wilyferret.core.page.NextStep;
import dev.wilyferret.core.page.PageDocument;
import dev.wilyferret.core.page.ReferrerRule;
import dev.wilyferret.core.rotation.Behind;
import dev.wilyferret.core.rotation.Choosing;
import java.time.Instant;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.function.Predicate;

/**
 * Everything the public site answers from, as it stood at one moment.
 *
 * @param fronts hosts of somebody's own that are at work, by their names
 * @param links by the addresses they are followed at; paused ones left out
 * @param linksById all of them: who came by one before it was paused goes on with its tags
 * @param pages published ones, by the address they are read at
 * @param pageRotations those behind pages' addresses and their ways out
 * @param entries the paths a promotion's bare slug leads to, by the address of that slug
 * @param moved where promotions stand now, by the address of a slug they had before
 * @param ownBrowsers workspaces by the fingerprint of the cookie's token
 * @param promotions workspaces by the slugs their promotions have or had on the installation's own host
 */
public record SiteSnapshot(
        Map<String, Front> fronts,
        Map<Address, LiveLink> links,
        Map<LinkId, LiveLink> linksById,
        Map<Address, LivePage> pages,
        Map<PageId, LivePage> pagesById,
        Map<Behind, Choosing<Target>> pageRotations,
        Map<Address, String> entries,
        Map<Address, Moved> moved,
        Map<String, Network> networks,
        Map<String, Map<WorkspaceId, MediaFile>> media,
        Map<String, WorkspaceId> ownBrowsers,
        Map<WorkspaceId, Workspace> workspaces,
        Map<String, WorkspaceId> promotions) {

    static final SiteSnapshot EMPTY = new SiteSnapshot(
            Map.of(), Map.of(), Map.of(), Map.of(), Map.of(), Map.of(), Map.of(), Map.of(), Map.of(), Map.of(),
            Map.of(), Map.of(), Map.of());

    /**
     * Where something public stands.
     *
     * @param host empty for the installation's own
     * @param path from the slash on
     */
    public record Address(Optional<OwnHost> host, String path) {}

    /**
     * A host that visitors are answered on.
     *
     * @param host empty for the installation's own
     * @param whose empty for the installation's own, where every workspace's things stand
     * @param root the page shown at its root
     * @param reachable whether its name led here when it was last looked at
     * @param missing the page shown where there is nothing
     */
    public record Front(
            Optional<OwnHost> host,
            Optional<WorkspaceId> whose,
            boolean reachable,
            Optional<PageId> root,
            Optional<PageId> missing) {

        public static final Front SHARED =
                new Front(Optional.empty(), Optional.empty(), true, Optional.empty(), Optional.empty());

        /** Whether a workspace's things are there for visitors of this host. */
        public boolean serves(WorkspaceId workspace) {
            return whose.isEmpty() || whose.get().equals(workspace);
        }
    }

    /** Where a promotion stands now. */
    public record Moved(WorkspaceId workspace, Optional<OwnHost> host, String slug) {}

    /**
     * What one workspace contributes.
     *
     * @param hosts at work
     * @param lost addresses that another workspace handed out first, of what would stand there otherwise
     */
    record Part(
            Workspace workspace,
            List<Host> hosts,
            List<LiveLink> links,
            Map<Address, LiveLink> linksByAddress,
            List<LivePage> pages,
            Map<Behind, Choosing<Target>> pageRotations,
            Map<Address, String> entries,
            Map<Address, Moved> moved,
            Set<Address> lost,
            List<Network> networks,
            List<MediaFile> media,
            Set<String> ownBrowsers,
            Set<String> promotions) {}

    static SiteSnapshot of(Collection<Part> parts) {
        Map<String, Front> fronts = new HashMap<>();
        Map<Address, LiveLink> links = new HashMap<>();
        Map<LinkId, LiveLink> linksById = new HashMap<>();
        Map<Address, LivePage> pages = new HashMap<>();
        Map<PageId, LivePage> pagesById = new HashMap<>();
        Map<Behind, Choosing<Target>> pageRotations = new HashMap<>();
        Map<Address, String> entries = new HashMap<>();
        Map<Address, Moved> moved = new HashMap<>();
        Map<String, Network> networks = new HashMap<>();
        Map<String, Map<WorkspaceId, MediaFile>> media = new HashMap<>();
        Map<String, WorkspaceId> ownBrowsers = new HashMap<>();
        Map<WorkspaceId, Workspace> workspaces = new HashMap<>();
        Map<String, WorkspaceId> promotions = new HashMap<>();
        // First whose each host is: what stands on somebody else's is not there, whatever a workspace had before.
        for (Part part : parts) {
            WorkspaceId id = part.workspace.id();
            part.hosts.forEach(host -> fronts.put(
                    host.name().name(),
                    new Front(
                            Optional.of(host.name()),
                            Optional.of(id),
                            host.failingSince().isEmpty(),
                            host.root(),
                            host.missing())));
        }
        for (Part part : parts) {
            WorkspaceId id = part.workspace.id();
            Predicate<Address> standing = address -> serves(fronts, address.host, id) && !part.lost.contains(address);
            workspaces.put(id, part.workspace);
            part.promotions.forEach(slug -> promotions.put(slug, id));
            putWhere(standing, part.linksByAddress, links);
            part.links.forEach(link -> linksById.put(link.id(), link));
            part.pages.stream()
                    .filter(page -> standing.test(new Address(page.host(), promotionOf(page.path()))))
                    .forEach(page -> pages.put(new Address(page.host(), page.path()), page));
            part.pages.forEach(page -> pagesById.put(page.id(), page));
            pageRotations.putAll(part.pageRotations);
            putWhere(standing, part.entries, entries);
            putWhere(standing, part.moved, moved);
            part.networks.forEach(network -> networks.put(network.postbackKey(), network));
            part.media.forEach(file -> file.copies()
                    .forEach(copy -> media.computeIfAbsent(copy.name(), name -> new HashMap<>(1))
                            .put(id, copy)));
            part.ownBrowsers.forEach(mark -> ownBrowsers.put(mark, id));
        }
        return new SiteSnapshot(
                fronts,
                links,
                linksById,
                pages,
                pagesById,
                pageRotations,
                entries,
                moved,
                networks,
                media,
                ownBrowsers,
                workspaces,
                promotions);
    }

    /** Whether visitors of a host are shown a workspace's things: on the installation's own, and on its own ones that are at work. */
    private static boolean serves(Map<String, Front> fronts, Optional<OwnHost> host, WorkspaceId workspace) {
        return host.map(own -> Optional.ofNullable(fronts.get(own.name())))
                .orElse(Optional.of(Front.SHARED))
                .filter(front -> front.serves(workspace))
                .isPresent();
    }

    /** Where the promotion of a page's path stands. */
    private static String promotionOf(String path) {
        return path.substring(0, path.indexOf('/', 1));
    }

    private static <T> void putWhere(Predicate<Address> standing, Map<Address, T> some, Map<Address, T> all) {
        some.forEach((address, one) -> {
            if (standing.test(address)) {
                all.put(address, one);
            }
        });
    }

    /** A file that visitors of a host may fetch, of whichever of its workspaces. */
    public Optional<MediaFile> media(Front front, String name) {
        return media.getOrDefault(name, Map.of()).entrySet().stream()
                .filter(file -> front.serves(file.getKey()))
                .map(Map.Entry::getValue)
                .findFirst();
    }

    /** A file of a workspace's shelf. */
    public Optional<MediaFile> media(WorkspaceId workspace, String name) {
        return Optional.ofNullable(media.getOrDefault(name, Map.of()).get(workspace));
    }

    /** Where a link leads. */
    public sealed interface Target {
        /**
         * @param host the page stands on; empty for the installation's own
         * @param address path and tags, ready to be sent
         */
        record ToPage(Optional<OwnHost> host, String address) implements Target {}

        /** @param address of a page on a host of its own, tagged */
        record ToOutside(String address) implements Target {}

        /** @param other the offer, if it is not the promotion's own */
        record ToOffer(AffiliateLink link, Optional<OfferId> other) implements Target {}

        record ToElsewhere(ElsewhereId id, Elsewhere elsewhere) implements Target {}

        /** The page is not public, or the link has ended. */
        record Nowhere() implements Target {}
    }

    /**
     * @param path where it is followed
     * @param active whether it is followed
     * @param rotation what shares out its visitors; empty where they all go to one place
     * @param passed the parameters its source fills in, which are handed on
     * @param taken clicks it took; counted up by whoever serves it
     */
    public record LiveLink(
            String path,
            LinkId id,
            WorkspaceId workspace,
            PromotionId promotion,
            boolean active,
            Tags tags,
            Target target,
            Optional<Choosing<Target>> rotation,
            Set<String> passed,
            Optional<Ending> ending,
            TakenClicks.Taken taken) {

        public String code() {
            return path.substring(path.lastIndexOf('/') + 1);
        }
    }

    /**
     * When a link ends.
     *
     * @param most clicks it takes
     * @param then where it leads from then on
     */
    public record Ending(Optional<Instant> at, OptionalInt most, Target then) {

        /** @param taken clicks the link took before this one */
        public boolean ended(Instant now, long taken) {
            return at.isPresent() && !now.isBefore(at.get()) || most.isPresent() && taken >= most.getAsInt();
        }
    }

    /**
     * @param host where it stands; empty for the installation's own
     * @param seen what it was drawn of
     * @param served the page as it looks at any moment
     * @param redirect whether it sends the visitor on by itself
     * @param consent whether pixels wait for the visitor's word
     * @param pixels that fire on it, by id
     * @param out the promotion's affiliate link
     * @param otherOffers affiliate links of other offers it leads to, by offer
     * @param elsewhere stored addresses elsewhere it leads to
     * @param around what it was drawn with, to draw it anew for a form that was sent
     */
    public record LivePage(
            PageId id,
            WorkspaceId workspace,
            PromotionId promotion,
            Optional<OwnHost> host,
            String path,
            boolean redirect,
            boolean consent,
            Seen seen,
            ServedPage served,
            Map<PixelId, PagePixel> pixels,
            AffiliateLink out,
            Map<OfferId, AffiliateLink> otherOffers,
            Map<ElsewhereId, Elsewhere> elsewhere,
            String offerName,
            PageDocument document,
            PageHtml.Surroundings around) {

        /** The affiliate link of the promotion's offer, or of another one it leads to; empty if it leads to no such offer. */
        public Optional<AffiliateLink> out(Optional<OfferId> offer) {
            return offer.map(id -> Optional.ofNullable(otherOffers.get(id))).orElse(Optional.of(out));
        }

        public String slug() {
            return path.substring(path.lastIndexOf('/') + 1);
        }

        /** What it tells the next page of where visitors come from; only a redirect page says it. */
        public Optional<ReferrerRule> referrer() {
            return document instanceof PageDocument.RedirectPage redirecting
                    ? Optional.of(redirecting.referrer())
                    : Optional.empty();
        }

        /** Whether its pixels fire only the first time in a visit. */
        public boolean oncePerVisit() {
            return document instanceof PageDocument.RedirectPage redirecting && redirecting.oncePerVisit();
        }

        /** Whether browsers ask anything of an ad platform on it. */
        public boolean firesInBrowser() {
            return pixels.values().stream().anyMatch(PagePixel::byBrowser);
        }

        /** Whether something on it hands out the file of this name. */
        public boolean handsOut(String file) {
            return document instanceof PageDocument.ContentPage content
                    && content.blocks().ways().anyMatch(new NextStep.HandOut(file)::equals);
        }
    }

    /** The page at an address. */
    public Optional<LivePage> page(Front front, String path) {
        return Optional.ofNullable(pages.get(new Address(front.host, path)));
    }

    /** A page by its id, for visitors of a host. */
    public Optional<LivePage> page(Front front, PageId id) {
        return Optional.ofNullable(pagesById.get(id)).filter(page -> front.serves(page.workspace()));
    }

    /** The rotation behind a page's address or its way out. */
    public Optional<Choosing<Target>> rotation(Behind behind) {
        return Optional.ofNullable(pageRotations.get(behind));
    }

    /** The link at an address. */
    public Optional<LiveLink> link(Front front, String path) {
        return Optional.ofNullable(links.get(new Address(front.host, path)));
    }

    /** The path a promotion's bare slug leads to. */
    public Optional<String> entry(Front front, String path) {
        return Optional.ofNullable(entries.get(new Address(front.host, path)));
    }

    /** Where a promotion stands now that had a slug on a host before. */
    public Optional<Moved> moved(Front front, String slug) {
        return Optional.ofNullable(moved.get(new Address(front.host, "/" + slug)));
    }

    /**
     * Who answers for a part of the site.
     *
     * @param whose a promotion's slug or a workspace's short id; empty for the only workspace there is
     */
    public Optional<Workspace> answeringFor(Front front, String whose) {
        if (front.whose.isPresent()) {
            return Optional.ofNullable(workspaces.get(front.whose.get()));
        }
        if (whose.isEmpty()) {
            return workspaces.size() == 1 ? workspaces.values().stream().findFirst() : Optional.empty();
        }
        return Optional.ofNullable(promotions.get(whose))
                .or(() -> ShortId.parse(whose, WorkspaceId::new))
                .map(workspaces::get);
    }

    /** The hosts of a workspace's own whose names led here when they were last looked at, in the order of their names. */
    public List<OwnHost> reachable(WorkspaceId workspace) {
        return fronts.values().stream()
                .filter(front -> front.serves(workspace) && front.reachable)
                .flatMap(front -> front.host.stream())
                .sorted()
                .toList();
    }

    public boolean marksOwn(WorkspaceId workspace, String fingerprint) {
        return workspace.equals(ownBrowsers.get(fingerprint));
    }
}
