package dev.wilyferret.app.site;

import dev.wilyferret.app.clicks.ClickLog;
import dev.wilyferret.app.live.SiteSnapshot;
import dev.wilyferret.app.live.SiteSnapshot.LiveLink;
import dev.wilyferret.app.live.SiteSnapshot.LivePage;
import dev.wilyferret.app.live.SnapshotKeeper;
import dev.wilyferret.core.id.ClickId;
import dev.wilyferret.core.id.ElsewhereId;
import dev.wilyferret.core.id.EventId;
import dev.wilyferret.core.id.OfferId;
import dev.wilyferret.core.id.PageId;
import dev.wilyferret.core.id.ShortId;
import dev.wilyferret.core.id.UuidV7;
import dev.wilyferret.core.id.VisitorId;
import dev.wilyferret.core.link.Destination;
import dev.wilyferret.core.link.Elsewhere;
import dev.wilyferret.core.offer.AffiliateLink;
import dev.wilyferret.core.rotation.Behind;
import dev.wilyferret.core.visit.SiteEvent;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** The ways out of a page: to an offer, to an address elsewhere, to a file. Each step is in the click log before it is answered. */
@Component
class StepRoutes {

    private final SnapshotKeeper snapshots;
    private final ClickLog log;
    private final UuidV7 ids;
    private final VisitCookies cookies;
    private final Answers answers;
    private final Onward onward;
    private final Sharing sharing;
    private final MediaRoute media;

    StepRoutes(
            SnapshotKeeper snapshots,
            ClickLog log,
            UuidV7 ids,
            VisitCookies cookies,
            Answers answers,
            Onward onward,
            Sharing sharing,
            MediaRoute media) {
        this.snapshots = snapshots;
        this.log = log;
        this.ids = ids;
        this.cookies = cookies;
        this.answers = answers;
        this.onward = onward;
        this.sharing = sharing;
        this.media = media;
    }

    /**
     * {@code /out/{page}} and {@code /out/{page}/{offer}}: counts the step, then sends the visitor to the offer with the
     * click id.
     */
    void out(HttpServletRequest request, HttpServletResponse response, String pageId, Optional<OfferId> offer)
            throws IOException {
        SiteSnapshot snapshot = snapshots.now();
        Optional<LivePage> from =
                ShortId.parse(pageId, PageId::new).flatMap(id -> snapshot.page(Fronts.of(request), id));
        Optional<AffiliateLink> way = from.flatMap(one -> one.out(offer));
        if (way.isEmpty()) {
            answers.notFound(response);
            return;
        }
        LivePage page = from.get();
        if (sharedOut(request, response, page, new Destination.ToOffer(offer))) {
            return;
        }
        Visit.Current current = step(
                request,
                response,
                page,
                (id, click, visitor) ->
                        new SiteEvent.WentOn(id, page.workspace(), page.promotion(), click, visitor, page.id(), offer));
        Onward.sayReferrer(response, page);
        Optional<LiveLink> link = current.link().map(snapshot.linksById()::get);
        answers.sendTo(response, way.get().expand(Leading.leaving(current.click(), link, page.slug())));
    }

    /** Sends whoever leaves a page on to the variant they are given; false where that way is not shared out. */
    private boolean sharedOut(HttpServletRequest request, HttpServletResponse response, LivePage page, Destination to)
            throws IOException {
        Behind behind = new Behind.OfOut(page.id(), to);
        if (snapshots.now().rotation(behind).isEmpty()) {
            return false;
        }
        Visit visit = onward.visit(request, page.workspace());
        Optional<Sharing.Given> given = sharing.at(behind, request, page, visit);
        if (given.isEmpty()) {
            return false;
        }
        List<SiteEvent> events = new ArrayList<>(3);
        Visit.Current current = onward.current(request, page, visit, given, events);
        onward.leadAway(request, response, new Onward.Led(page, true, visit, current, given.get()), events);
        return true;
    }

    /** {@code /away/{page}/{elsewhere}}: counts the step, then sends the visitor to a stored address with the click id. */
    void away(HttpServletRequest request, HttpServletResponse response, String pageId, String elsewhereId)
            throws IOException {
        SiteSnapshot snapshot = snapshots.now();
        Optional<LivePage> from =
                ShortId.parse(pageId, PageId::new).flatMap(id -> snapshot.page(Fronts.of(request), id));
        Optional<ElsewhereId> id = ShortId.parse(elsewhereId, ElsewhereId::new);
        Optional<Elsewhere> elsewhere = from.flatMap(
                page -> id.flatMap(known -> Optional.ofNullable(page.elsewhere().get(known))));
        if (elsewhere.isEmpty()) {
            answers.notFound(response);
            return;
        }
        LivePage page = from.get();
        if (sharedOut(request, response, page, new Destination.ToElsewhere(id.get()))) {
            return;
        }
        Visit.Current current = step(
                request,
                response,
                page,
                (event, click, visitor) -> new SiteEvent.SentElsewhere(
                        event, page.workspace(), page.promotion(), click, visitor, Optional.of(page.id()), id.get()));
        answers.sendTo(
                response,
                elsewhere
                        .get()
                        .sent(
                                ShortId.of(current.click()),
                                current.link().map(snapshot.linksById()::get).map(LiveLink::tags)));
    }

    /** {@code /file/{page}/{name}}: hands out a file, and counts that where it is one of the page's. */
    void file(HttpServletRequest request, HttpServletResponse response, String pageId, String name) throws IOException {
        SiteSnapshot snapshot = snapshots.now();
        Optional<LivePage> from = ShortId.parse(pageId, PageId::new)
                .flatMap(id -> snapshot.page(Fronts.of(request), id))
                .filter(page -> page.handsOut(name)
                        && snapshot.media(page.workspace(), name).isPresent());
        // Who asks for a part has begun before.
        if (from.isPresent() && request.getHeader("Range") == null) {
            LivePage page = from.get();
            step(
                    request,
                    response,
                    page,
                    (id, click, visitor) -> new SiteEvent.HandedOut(
                            id, page.workspace(), page.promotion(), click, visitor, page.id(), name));
        }
        media.handOut(request, response, snapshot.media(Fronts.of(request), name));
    }

    /** A step away from a page. */
    private interface Step {
        SiteEvent.Followed of(EventId id, ClickId click, VisitorId visitor);
    }

    /** Keeps a step, and the click where the visit begins with it. */
    private Visit.Current step(HttpServletRequest request, HttpServletResponse response, LivePage page, Step step) {
        Visit visit = onward.visit(request, page.workspace());
        List<SiteEvent> events = new ArrayList<>(2);
        Visit.Current current = onward.current(request, page, visit, Optional.empty(), events);
        events.add(step.of(new EventId(ids.next()), current.click(), visit.visitor()));
        if (Came.recorded(request)) {
            log.append(events);
            cookies.remember(request, response, visit.visitor(), current);
        }
        return current;
    }
}
