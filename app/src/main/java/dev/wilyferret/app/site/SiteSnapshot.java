package dev.wilyferret.app.site;

import dev.wilyferret.app.media.MediaFile;
import dev.wilyferret.app.offers.Network;
import dev.wilyferret.app.pixels.PixelAccount;
import dev.wilyferret.app.workspace.Workspace;
import dev.wilyferret.core.address.Tags;
import dev.wilyferret.core.offer.AffiliateLink;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;

/**
 * Everything the public site answers from, as it stood at one moment.
 *
 * @param links by short code; paused ones left out
 * @param pages published ones, by path
 * @param entries where a promotion's bare slug leads, by slug
 * @param ownBrowsers workspaces by the fingerprint of the cookie's token
 */
record SiteSnapshot(
        Map<String, LiveLink> links,
        Map<UUID, LiveLink> linksById,
        Map<String, LivePage> pages,
        Map<UUID, LivePage> pagesById,
        Map<String, String> entries,
        Map<String, Network> networks,
        Map<String, MediaFile> media,
        Map<String, UUID> ownBrowsers,
        Map<UUID, Workspace> workspaces) {

    static final SiteSnapshot EMPTY =
            new SiteSnapshot(Map.of(), Map.of(), Map.of(), Map.of(), Map.of(), Map.of(), Map.of(), Map.of(), Map.of());

    /** Where a link leads. */
    sealed interface Target {
        /** @param address path and tags, ready to be sent */
        record ToPage(String address) implements Target {}

        record ToOffer(AffiliateLink link) implements Target {}

        /** The page is not public. */
        record Nowhere() implements Target {}
    }

    record LiveLink(UUID id, UUID workspace, UUID promotion, Tags tags, Target target) {}

    /**
     * @param withPixels what people get
     * @param withoutPixels the same page for declared crawlers
     * @param redirect whether it sends the visitor on by itself
     * @param pixels that fire on it, by id
     * @param out the promotion's affiliate link
     */
    record LivePage(
            UUID id,
            UUID workspace,
            UUID promotion,
            String path,
            boolean redirect,
            ServedHtml withPixels,
            ServedHtml withoutPixels,
            Map<UUID, PixelAccount> pixels,
            AffiliateLink out) {}

    Optional<LivePage> page(String path) {
        return Optional.ofNullable(pages.get(path));
    }

    boolean marksOwn(UUID workspace, String fingerprint) {
        return workspace.equals(ownBrowsers.get(fingerprint));
    }
}
