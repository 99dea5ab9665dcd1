package dev.wilyferret.app.live;

import dev.wilyferret.app.offers.Network;
import dev.wilyferret.app.pixels.PixelAccount;
import dev.wilyferret.app.publicpage.PageHtml;
import dev.wilyferret.app.shelf.MediaFile;
import dev.wilyferret.app.workspace.Workspace;
import dev.wilyferret.core.address.Tags;
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
import java.time.Instant;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.concurrent.atomic.AtomicLong;

/**
 * Everything the public site answers from, as it stood at one moment.
 *
 * @param mainHost answers for every host that has no addresses of its own
 * @param hosts that have addresses of their own
 * @param links by the address they are followed at; paused ones left out
 * @param pages published ones, by the address they are read at
 * @param entries the paths a promotion's bare slug leads to, by the address of that slug
 * @param ownBrowsers workspaces by the fingerprint of the cookie's token
 * @param promotions workspaces by their promotions' slugs
 */
public record SiteSnapshot(
        String mainHost,
        Set<String> hosts,
        Map<Address, LiveLink> links,
        Map<LinkId, LiveLink> linksById,
        Map<Address, LivePage> pages,
        Map<PageId, LivePage> pagesById,
        Map<Address, String> entries,
        Map<String, Network> networks,
        Map<String, MediaFile> media,
        Map<String, WorkspaceId> ownBrowsers,
        Map<WorkspaceId, Workspace> workspaces,
        Map<String, WorkspaceId> promotions) {

    static final SiteSnapshot EMPTY = new SiteSnapshot(
            "", Set.of(), Map.of(), Map.of(), Map.of(), Map.of(), Map.of(), Map.of(), Map.of(), Map.of(), Map.of(),
            Map.of());

    /**
     * Where something public stands.
     *
     * @param path from the slash on
     */
    public record Address(String host, String path) {}

    /**
     * What one workspace contributes.
     *
     * @param host where its addresses are
     */
    record Part(
            Workspace workspace,
            String host,
            List<LiveLink> links,
            List<LivePage> pages,
            Map<String, String> entries,
            List<Network> networks,
            List<MediaFile> media,
            Set<String> ownBrowsers,
            Set<String> promotions) {}

    static SiteSnapshot of(String mainHost, Collection<Part> parts) {
        Set<String> hosts = new HashSet<>();
        Map<Address, LiveLink> links = new HashMap<>();
        Map<LinkId, LiveLink> linksById = new HashMap<>();
        Map<Address, LivePage> pages = new HashMap<>();
        Map<PageId, LivePage> pagesById = new HashMap<>();
        Map<Address, String> entries = new HashMap<>();
        Map<String, Network> networks = new HashMap<>();
        Map<String, MediaFile> media = new HashMap<>();
        Map<String, WorkspaceId> ownBrowsers = new HashMap<>();
        Map<WorkspaceId, Workspace> workspaces = new HashMap<>();
        Map<String, WorkspaceId> promotions = new HashMap<>();
        for (Part part : parts) {
            workspaces.put(part.workspace.id(), part.workspace);
            part.promotions.forEach(slug -> promotions.put(slug, part.workspace.id()));
            hosts.add(part.host);
            part.links.forEach(link -> links.put(new Address(part.host, link.path()), link));
            part.links.forEach(link -> linksById.put(link.id(), link));
            part.pages.forEach(page -> pages.put(new Address(part.host, page.path()), page));
            part.pages.forEach(page -> pagesById.put(page.id(), page));
            part.entries.forEach((slug, path) -> entries.put(new Address(part.host, "/" + slug), path));
            part.networks.forEach(network -> networks.put(network.postbackKey(), network));
            part.media.forEach(file -> file.copies().forEach(copy -> media.put(copy.name(), copy)));
            part.ownBrowsers.forEach(mark -> ownBrowsers.put(mark, part.workspace.id()));
        }
        return new SiteSnapshot(
                mainHost,
                hosts,
                links,
                linksById,
                pages,
                pagesById,
                entries,
                networks,
                media,
                ownBrowsers,
                workspaces,
                promotions);
    }

    /** Where a link leads. */
    public sealed interface Target {
        /** @param address path and tags, ready to be sent */
        record ToPage(String address) implements Target {}

        record ToOffer(AffiliateLink link) implements Target {}

        record ToElsewhere(Elsewhere elsewhere) implements Target {}

        /** The page is not public, or the link has ended. */
        record Nowhere() implements Target {}
    }

    /**
     * @param path where it is followed
     * @param passed the parameters its source fills in, which are handed on
     */
    public record LiveLink(
            String path,
            LinkId id,
            WorkspaceId workspace,
            PromotionId promotion,
            Tags tags,
            Target target,
            Set<String> passed,
            Optional<Ending> ending) {

        public String code() {
            return path.substring(path.lastIndexOf('/') + 1);
        }
    }

    /**
     * When a link ends.
     *
     * @param most clicks it takes
     * @param then where it leads from then on
     * @param taken clicks it took so far; counted up by whoever serves it
     */
    public record Ending(Optional<Instant> at, OptionalInt most, Target then, AtomicLong taken) {

        /**
         * Whether the link has ended for this request.
         *
         * @param takes whether the request takes one of its clicks
         */
        public boolean ended(Instant now, boolean takes) {
            if (at.isPresent() && !now.isBefore(at.get())) {
                return true;
            }
            return most.isPresent() && (takes ? taken.getAndIncrement() : taken.get()) >= most.getAsInt();
        }
    }

    /**
     * @param seen what it was drawn of
     * @param served the page as it looks at any moment
     * @param redirect whether it sends the visitor on by itself
     * @param consent whether pixels wait for the visitor's word
     * @param pixels that fire on it, by id
     * @param out the promotion's affiliate link
     * @param otherOffers affiliate links of other offers it leads to, by offer
     * @param around what it was drawn with, to draw it anew for a form that was sent
     */
    public record LivePage(
            PageId id,
            WorkspaceId workspace,
            PromotionId promotion,
            String path,
            boolean redirect,
            boolean consent,
            Seen seen,
            ServedPage served,
            Map<PixelId, PixelAccount> pixels,
            AffiliateLink out,
            Map<OfferId, AffiliateLink> otherOffers,
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

        /** Whether something on it hands out the file of this name. */
        public boolean handsOut(String file) {
            return document instanceof PageDocument.ContentPage content
                    && content.blocks().ways().anyMatch(new NextStep.HandOut(file)::equals);
        }
    }

    /** The page at an address. */
    public Optional<LivePage> page(String host, String path) {
        return Optional.ofNullable(pages.get(at(host, path)));
    }

    /** The link at an address. */
    public Optional<LiveLink> link(String host, String path) {
        return Optional.ofNullable(links.get(at(host, path)));
    }

    /** The path a promotion's bare slug leads to. */
    public Optional<String> entry(String host, String path) {
        return Optional.ofNullable(entries.get(at(host, path)));
    }

    private Address at(String host, String path) {
        return new Address(hosts.contains(host) ? host : mainHost, path);
    }

    /**
     * Who answers for a part of the site.
     *
     * @param whose a promotion's slug or a workspace's short id; empty for the only workspace there is
     */
    public Optional<Workspace> answeringFor(String whose) {
        if (whose.isEmpty()) {
            return workspaces.size() == 1 ? workspaces.values().stream().findFirst() : Optional.empty();
        }
        return Optional.ofNullable(promotions.get(whose))
                .or(() -> ShortId.parse(whose, WorkspaceId::new))
                .map(workspaces::get);
    }

    public boolean marksOwn(WorkspaceId workspace, String fingerprint) {
        return workspace.equals(ownBrowsers.get(fingerprint));
    }
}
