package dev.wilyferret.core.visit;

import dev.wilyferret.core.id.ClickId;
import dev.wilyferret.core.id.ElsewhereId;
import dev.wilyferret.core.id.EventId;
import dev.wilyferret.core.id.Id;
import dev.wilyferret.core.id.LinkId;
import dev.wilyferret.core.id.OfferId;
import dev.wilyferret.core.id.PageId;
import dev.wilyferret.core.id.PixelId;
import dev.wilyferret.core.id.PromotionId;
import dev.wilyferret.core.id.UuidV7;
import dev.wilyferret.core.id.VariantId;
import dev.wilyferret.core.id.VisitorId;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.pixel.PixelAnswer;
import dev.wilyferret.core.pixel.PixelEvent;
import java.time.Instant;
import java.util.Optional;
import java.util.UUID;

/** Something a visitor did on the public site. Events are only ever added; each carries an id of version 7. */
public sealed interface SiteEvent {

    Id id();

    WorkspaceId workspace();

    PromotionId promotion();

    /** When it happened, to the millisecond: the time inside the id, so that the same event has the same moment. */
    default Instant at() {
        return UuidV7.momentOf(id().value());
    }

    /**
     * A request to a tracking link, or the first view of a page reached without one in a visit.
     *
     * @param draw the variant of a rotation it was given; empty where none was drawn
     * @param continued whether it goes on with a visit that had taken all it takes ({@link VisitLife}), without its link being followed
     *     once more
     */
    record Click(
            ClickId id,
            WorkspaceId workspace,
            PromotionId promotion,
            Optional<Draw> draw,
            Arrival arrival,
            Verdict verdict,
            boolean continued)
            implements SiteEvent {

        public Click(
                ClickId id,
                WorkspaceId workspace,
                PromotionId promotion,
                Optional<Draw> draw,
                Arrival arrival,
                Verdict verdict) {
            this(id, workspace, promotion, draw, arrival, verdict, false);
        }

        /** The same, as one that goes on with a visit. */
        public Click goingOn() {
            return new Click(id, workspace, promotion, draw, arrival, verdict, true);
        }

        public Optional<VariantId> variant() {
            return draw.map(Draw::variant);
        }

        public VisitorId visitor() {
            return arrival.visitor();
        }

        public Optional<LinkId> link() {
            return arrival.link();
        }

        public boolean own() {
            return arrival.own();
        }
    }

    /** Something that follows a click in its visit. */
    sealed interface Followed extends SiteEvent {
        ClickId click();

        VisitorId visitor();
    }

    /** Something that happened on a page. */
    sealed interface OnPage extends Followed {
        PageId page();
    }

    /** A page was shown. */
    record PageView(
            EventId id, WorkspaceId workspace, PromotionId promotion, ClickId click, VisitorId visitor, PageId page)
            implements OnPage {}

    /** A variant of a rotation in the middle of a visit was given: behind a page's address, or a next step. */
    record Drawn(EventId id, WorkspaceId workspace, PromotionId promotion, ClickId click, VisitorId visitor, Draw draw)
            implements Followed {}

    /**
     * The visitor was sent on to an offer.
     *
     * @param page they left; empty if a link led them straight there
     * @param offer another one than the promotion's own, if it was
     */
    record WentOn(
            EventId id,
            WorkspaceId workspace,
            PromotionId promotion,
            ClickId click,
            VisitorId visitor,
            Optional<PageId> page,
            Optional<OfferId> offer)
            implements Followed {

        /** From a page that sends on by itself. */
        public static WentOn after(EventId id, PageView view) {
            return new WentOn(id, view.workspace, view.promotion, view.click, view.visitor, view.page);
        }

        public WentOn(
                EventId id,
                WorkspaceId workspace,
                PromotionId promotion,
                ClickId click,
                VisitorId visitor,
                PageId page) {
            this(id, workspace, promotion, click, visitor, page, Optional.empty());
        }

        public WentOn(
                EventId id,
                WorkspaceId workspace,
                PromotionId promotion,
                ClickId click,
                VisitorId visitor,
                PageId page,
                Optional<OfferId> offer) {
            this(id, workspace, promotion, click, visitor, Optional.of(page), offer);
        }
    }

    /**
     * The visitor was sent on to a stored address elsewhere.
     *
     * @param page they left; empty if a link led them straight there
     */
    record SentElsewhere(
            EventId id,
            WorkspaceId workspace,
            PromotionId promotion,
            ClickId click,
            VisitorId visitor,
            Optional<PageId> page,
            ElsewhereId elsewhere)
            implements Followed {}

    /**
     * A page handed out a file.
     *
     * @param file its name on the shelf
     */
    record HandedOut(
            EventId id,
            WorkspaceId workspace,
            PromotionId promotion,
            ClickId click,
            VisitorId visitor,
            PageId page,
            String file)
            implements OnPage {}

    /** A step of the owner's own was taken on a page, as its script told. */
    record StepTaken(
            EventId id,
            WorkspaceId workspace,
            PromotionId promotion,
            ClickId click,
            VisitorId visitor,
            PageId page,
            TakenStep step)
            implements OnPage {}

    /** A page elsewhere was shown by a browser without script: its image was asked for. Nothing is known of who saw it. */
    record SeenByImage(EventId id, WorkspaceId workspace, PromotionId promotion, PageId page) implements SiteEvent {}

    /**
     * A pixel was fired.
     *
     * @param pixel the ad platform account
     * @param tookMillis from the page's opening to the answer, or to the moment the page went on
     */
    record PixelFired(
            EventId id,
            WorkspaceId workspace,
            PromotionId promotion,
            ClickId click,
            VisitorId visitor,
            PageId page,
            PixelId pixel,
            PixelEvent event,
            PixelAnswer answer,
            int tookMillis)
            implements OnPage {

        private static final long SERVER = 1 << 16;

        /** One fire a view, pixel and event, however often the browser reports it. */
        public static EventId idFor(EventId view, PixelId pixel, PixelEvent event) {
            return new EventId(derived(view.value(), pixel, number(event)));
        }

        /** The same for what the program tells itself, beside what the browser may have told. */
        public static EventId idForServer(EventId view, PixelId pixel, PixelEvent event) {
            return new EventId(derived(view.value(), pixel, SERVER + number(event)));
        }

        /** Own words by their hash, beyond what tells browser and server apart. */
        private static long number(PixelEvent event) {
            return event.kind().ordinal() + ((long) event.own().hashCode() << 20);
        }

        private static UUID derived(UUID view, PixelId pixel, long which) {
            UUID salt = pixel.value();
            return UuidV7.derived(
                    view, new UUID(salt.getMostSignificantBits() ^ which, salt.getLeastSignificantBits()));
        }
    }
}
