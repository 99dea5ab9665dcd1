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
import dev.wilyferret.core.offer.AffiliateLink;
import dev.wilyferret.core.page.PageDocument;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * Everything the public site answers from, as it stood at one moment.
 *
 * @param links by short code; paused ones left out
 * @param pages published ones, by path
 * @param entries where a promotion's bare slug leads, by slug
 * @param ownBrowsers workspaces by the fingerprint of the cookie's token
 * @param promotions workspaces by their promotions' slugs
 */
public record SiteSnapshot(
        Map<String, LiveLink> links,
        Map<LinkId, LiveLink> linksById,
        Map<String, LivePage> pages,
        Map<PageId, LivePage> pagesById,
        Map<String, String> entries,
        Map<String, Network> networks,
        Map<String, MediaFile> media,
        Map<String, WorkspaceId> ownBrowsers,
        Map<WorkspaceId, Workspace> workspaces,
        Map<String, WorkspaceId> promotions) {

    static final SiteSnapshot EMPTY = new SiteSnapshot(
            Map.of(), Map.of(), Map.of(), Map.of(), Map.of(), Map.of(), Map.of(), Map.of(), Map.of(), Map.of());

    /**
     * What one workspace contributes.
     *
     * @param links by short code
     */
    record Part(
            Workspace workspace,
            Map<String, LiveLink> links,
            List<LivePage> pages,
            Map<String, String> entries,
            List<Network> networks,
            List<MediaFile> media,
            Set<String> ownBrowsers,
            Set<String> promotions) {}

    static SiteSnapshot of(Collection<Part> parts) {
        Map<String, LiveLink> links = new HashMap<>();
        Map<LinkId, LiveLink> linksById = new HashMap<>();
        Map<String, LivePage> pages = new HashMap<>();
        Map<PageId, LivePage> pagesById = new HashMap<>();
        Map<String, String> entries = new HashMap<>();
        Map<String, Network> networks = new HashMap<>();
        Map<String, MediaFile> media = new HashMap<>();
        Map<String, WorkspaceId> ownBrowsers = new HashMap<>();
        Map<WorkspaceId, Workspace> workspaces = new HashMap<>();
        Map<String, WorkspaceId> promotions = new HashMap<>();
        for (Part part : parts) {
            workspaces.put(part.workspace.id(), part.workspace);
            part.promotions.forEach(slug -> promotions.put(slug, part.workspace.id()));
            links.putAll(part.links);
            part.links.values().forEach(link -> linksById.put(link.id(), link));
            part.pages.forEach(page -> pages.put(page.path(), page));
            part.pages.forEach(page -> pagesById.put(page.id(), page));
            entries.putAll(part.entries);
            part.networks.forEach(network -> networks.put(network.postbackKey(), network));
            part.media.forEach(file -> file.copies().forEach(copy -> media.put(copy.name(), copy)));
            part.ownBrowsers.forEach(mark -> ownBrowsers.put(mark, part.workspace.id()));
        }
        return new SiteSnapshot(
                links, linksById, pages, pagesById, entries, networks, media, ownBrowsers, workspaces, promotions);
    }

    /** Where a link leads. */
    public sealed interface Target {
        /** @param address path and tags, ready to be sent */
        record ToPage(String address) implements Target {}

        record ToOffer(AffiliateLink link) implements Target {}

        /** The page is not public. */
        record Nowhere() implements Target {}
    }

    public record LiveLink(LinkId id, WorkspaceId workspace, PromotionId promotion, Tags tags, Target target) {}

    /**
     * @param seen what it was drawn of
     * @param drawings the page as it looks at any moment
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
            Drawings drawings,
            Map<PixelId, PixelAccount> pixels,
            AffiliateLink out,
            Map<OfferId, AffiliateLink> otherOffers,
            String offerName,
            PageDocument document,
            PageHtml.Surroundings around) {}

    public Optional<LivePage> page(String path) {
        return Optional.ofNullable(pages.get(path));
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
                .or(() -> ShortId.parse(whose).map(WorkspaceId::new))
                .map(workspaces::get);
    }

    public boolean marksOwn(WorkspaceId workspace, String fingerprint) {
        return workspace.equals(ownBrowsers.get(fingerprint));
    }
}
