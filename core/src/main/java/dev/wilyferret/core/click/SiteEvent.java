package dev.wilyferret.core.click;

import dev.wilyferret.core.id.UuidV7;
import dev.wilyferret.core.pixel.PixelAnswer;
import dev.wilyferret.core.pixel.PixelEvent;
import java.time.Instant;
import java.util.Optional;
import java.util.UUID;

/** Something a visitor did on the public site. Events are only ever added; each carries an id of version 7. */
public sealed interface SiteEvent {

    UUID id();

    UUID workspace();

    UUID promotion();

    /** When it happened, to the millisecond: the time inside the id, so that the same event has the same moment. */
    default Instant at() {
        return UuidV7.momentOf(id());
    }

    /**
     * A request to a tracking link, or the first view of a page reached without one in a visit.
     *
     * @param link empty if the page was reached without a link
     * @param own whether the browser is one of the workspace's own
     * @param origin where it came from, as the request told
     */
    record Click(
            UUID id,
            UUID workspace,
            UUID promotion,
            UUID visitor,
            Optional<UUID> link,
            boolean own,
            Verdict verdict,
            Origin origin)
            implements SiteEvent {}

    /**
     * What a request says of its sender; every text cut to a bounded length.
     *
     * @param query the query string as it arrived
     */
    record Origin(String address, String userAgent, String referrer, String language, String query) {

        private static final int MOST = 500;

        public Origin {
            address = cut(address);
            userAgent = cut(userAgent);
            referrer = cut(Kept.address(referrer));
            language = cut(language);
            query = cut(Kept.query(query));
        }

        /** Without NUL, which no database text holds, and cut between code points. */
        private static String cut(String text) {
            String clean = text.replace("\0", "");
            int end = Math.min(clean.length(), MOST);
            boolean splitsPair = end > 0 && end < clean.length() && Character.isHighSurrogate(clean.charAt(end - 1));
            return clean.substring(0, splitsPair ? end - 1 : end);
        }
    }

    /** Something that follows a click in its visit. */
    sealed interface Followed extends SiteEvent {
        UUID click();

        UUID visitor();

        /** The page on which it happened. */
        UUID page();
    }

    /** A page was shown. */
    record PageView(UUID id, UUID workspace, UUID promotion, UUID click, UUID visitor, UUID page) implements Followed {}

    /**
     * The visitor was sent on to an offer.
     *
     * @param offer another one than the promotion's own, if it was
     */
    record WentOn(UUID id, UUID workspace, UUID promotion, UUID click, UUID visitor, UUID page, Optional<UUID> offer)
            implements Followed {

        public WentOn(UUID id, UUID workspace, UUID promotion, UUID click, UUID visitor, UUID page) {
            this(id, workspace, promotion, click, visitor, page, Optional.empty());
        }
    }

    /**
     * A pixel was fired.
     *
     * @param pixel the ad platform account
     * @param tookMillis from the page's opening to the answer, or to the moment the page went on
     */
    record PixelFired(
            UUID id,
            UUID workspace,
            UUID promotion,
            UUID click,
            UUID visitor,
            UUID page,
            UUID pixel,
            PixelEvent event,
            PixelAnswer answer,
            int tookMillis)
            implements Followed {

        /** One fire a view, pixel and event, however often the browser reports it. */
        public static UUID idFor(UUID view, UUID pixel, PixelEvent event) {
            return UuidV7.derived(
                    view, new UUID(pixel.getMostSignificantBits() ^ event.ordinal(), pixel.getLeastSignificantBits()));
        }
    }
}
