package dev.wilyferret.core.visit;

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
     * @param variant the variant of a rotation it was given; empty where none was drawn
     */
    record Click(UUID id, UUID workspace, UUID promotion, Optional<UUID> variant, Arrival arrival, Verdict verdict)
            implements SiteEvent {

        public UUID visitor() {
            return arrival.visitor();
        }

        public Optional<UUID> link() {
            return arrival.link();
        }

        public boolean own() {
            return arrival.own();
        }
    }

    /** Something that follows a click in its visit. */
    sealed interface Followed extends SiteEvent {
        UUID click();

        UUID visitor();

        /** The page on which it happened. */
        UUID page();
    }

    /**
     * A page was shown.
     *
     * @param variant of a rotation behind its address, if one was drawn
     */
    record PageView(
            UUID id, UUID workspace, UUID promotion, UUID click, UUID visitor, UUID page, Optional<UUID> variant)
            implements Followed {

        public PageView(UUID id, UUID workspace, UUID promotion, UUID click, UUID visitor, UUID page) {
            this(id, workspace, promotion, click, visitor, page, Optional.empty());
        }
    }

    /**
     * The visitor was sent on to an offer.
     *
     * @param offer another one than the promotion's own, if it was
     * @param variant of a rotation behind the way out, if one was drawn
     */
    record WentOn(
            UUID id,
            UUID workspace,
            UUID promotion,
            UUID click,
            UUID visitor,
            UUID page,
            Optional<UUID> offer,
            Optional<UUID> variant)
            implements Followed {

        public WentOn(UUID id, UUID workspace, UUID promotion, UUID click, UUID visitor, UUID page) {
            this(id, workspace, promotion, click, visitor, page, Optional.empty());
        }

        public WentOn(
                UUID id, UUID workspace, UUID promotion, UUID click, UUID visitor, UUID page, Optional<UUID> offer) {
            this(id, workspace, promotion, click, visitor, page, offer, Optional.empty());
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
