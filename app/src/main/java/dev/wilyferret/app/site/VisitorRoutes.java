package dev.wilyferret.app.site;

import dev.wilyferret.app.clicks.ClickLog;
import dev.wilyferret.app.live.ServedHtml;
import dev.wilyferret.app.live.ServedPage;
import dev.wilyferret.app.live.SiteSnapshot;
import dev.wilyferret.app.live.SiteSnapshot.Front;
import dev.wilyferret.app.live.SiteSnapshot.LiveLink;
import dev.wilyferret.app.live.SiteSnapshot.LivePage;
import dev.wilyferret.app.live.SiteSnapshot.Target;
import dev.wilyferret.app.live.SnapshotKeeper;
import dev.wilyferret.app.pixels.PagePixel;
import dev.wilyferret.core.address.OwnHost;
import dev.wilyferret.core.id.ClickId;
import dev.wilyferret.core.id.ElsewhereId;
import dev.wilyferret.core.id.EventId;
import dev.wilyferret.core.id.OfferId;
import dev.wilyferret.core.id.PageId;
import dev.wilyferret.core.id.ShortId;
import dev.wilyferret.core.id.UuidV7;
import dev.wilyferret.core.id.VisitorId;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.link.Destination;
import dev.wilyferret.core.link.Elsewhere;
import dev.wilyferret.core.offer.AffiliateLink;
import dev.wilyferret.core.page.PageDocument.OutsidePage;
import dev.wilyferret.core.pixel.PixelAnswer;
import dev.wilyferret.core.rotation.Behind;
import dev.wilyferret.core.visit.Arrival;
import dev.wilyferret.core.visit.Draw;
import dev.wilyferret.core.visit.Parameters;
import dev.wilyferret.core.visit.SiteEvent;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.time.Clock;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;

/**
 * The visitor's way: link, page, file handed out, out to the offer. Each step is in the click log before it is answered; nothing else
 * here waits for anything.
 */
@Component
class VisitorRoutes {

    private final SnapshotKeeper snapshots;
    private final ClickLog log;
    private final UuidV7 ids;
    private final Arrivals arrivals;
    private final Answers answers;
    private final Crossing crossing;
    private final Carried carried;
    private final Leading leading;
    private final Sharing sharing;
    private final TokenValues tokens;
    private final MediaRoute media;
    private final Clock clock;

    VisitorRoutes(
            SnapshotKeeper snapshots,
            ClickLog log,
            UuidV7 ids,
            Arrivals arrivals,
            Answers answers,
            Crossing crossing,
            Carried carried,
            Leading leading,
            Sharing sharing,
            TokenValues tokens,
            MediaRoute media,
            Clock clock) {
        this.snapshots = snapshots;
        this.log = log;
        this.ids = ids;
        this.arrivals = arrivals;
        this.answers = answers;
        this.crossing = crossing;
        this.carried = carried;
        this.leading = leading;
        this.sharing = sharing;
        this.tokens = tokens;
        this.media = media;
        this.clock = clock;
    }

    /** {@code /go/{code}}: counts the click, then sends the visitor where the link leads. */
    void link(HttpServletRequest request, HttpServletResponse response) throws IOException {
        SiteSnapshot snapshot = snapshots.now();
        Optional<LiveLink> link = snapshot.link(Fronts.of(request), request.getRequestURI());
        if (link.isEmpty()) {
            nothing(request, response);
            return;
        }
        follow(request, response, link.get(), "");
    }

    /**
     * Counts the click on a link, then sends the visitor where it leads.
     *
     * @param more parameters to put behind the address of a page; empty for none
     */
    void follow(HttpServletRequest request, HttpServletResponse response, LiveLink link, String more)
            throws IOException {
        Visit visit = visit(request, link.workspace());
        Came came = came(request, visit, link.workspace(), Optional.of(link));
        boolean recorded = recorded(request);
        Way way = way(request, link, visit, came, recorded && came.billed());
        Target target = way.target;
        SiteEvent.Click click = came.click(new ClickId(ids.next()), link.workspace(), link.promotion(), way.draw);
        if (recorded) {
            way.draw.ifPresent(draw -> GivenVariants.remember(request, response, List.of(draw)));
            List<SiteEvent> events = new ArrayList<>(2);
            events.add(click);
            sharing.straightOn(
                            click.workspace(), click.promotion(), click.id(), click.visitor(), Optional.empty(), target)
                    .ifPresent(events::add);
            log.append(events);
            visit.remember(request, response, Visit.Current.of(click));
        }
        if (target instanceof Target.Nowhere) {
            nothing(request, response);
            return;
        }
        leading.to(
                target,
                new Leading.Going(
                        request,
                        response,
                        link.workspace(),
                        visit.visitor(),
                        Visit.Current.of(click),
                        Optional.of(link),
                        passed(link, came.arrival()),
                        "",
                        more,
                        recorded));
    }

    private Visit visit(HttpServletRequest request, WorkspaceId workspace) {
        return carried.onto(Visit.of(request, ids), request, workspace);
    }

    /** Where a link leads somebody, and what was drawn for them. */
    private record Way(Target target, Optional<Draw> draw) {}

    private Way way(HttpServletRequest request, LiveLink link, Visit visit, Came came, boolean takes) {
        Optional<Target> ended = link.ending()
                .filter(ending -> ending.ended(clock.instant(), takes))
                .map(SiteSnapshot.Ending::then);
        if (ended.isPresent()) {
            return new Way(ended.get(), Optional.empty());
        }
        return sharing.behind(link, request, visit, came, takes)
                .map(chosen -> new Way(chosen.target(), Optional.of(chosen.draw())))
                .orElseGet(() -> new Way(link.target(), Optional.empty()));
    }

    /** What the link's source filled in; whatever else came along is not handed on. */
    private static Map<String, String> passed(LiveLink link, Arrival arrival) {
        if (link.passed().isEmpty()) {
            return Map.of();
        }
        Map<String, String> passed = new LinkedHashMap<>(arrival.parameters().values());
        passed.keySet().retainAll(link.passed());
        return passed;
    }

    /** {@code /{promotion}/{page}}: counts the view, and the click if the visit begins here. */
    void page(HttpServletRequest request, HttpServletResponse response, String path) throws IOException {
        page(request, response, snapshots.now().page(Fronts.of(request), path));
    }

    /** {@code /}: the page that a host of somebody's own shows there. */
    void root(HttpServletRequest request, HttpServletResponse response) throws IOException {
        Front front = Fronts.of(request);
        page(request, response, front.root().flatMap(id -> snapshots.now().page(front, id)));
    }

    /** Where there is nothing: the page that the host shows then, of which nothing is counted. */
    private void nothing(HttpServletRequest request, HttpServletResponse response) throws IOException {
        Front front = Fronts.of(request);
        Optional<LivePage> missing =
                front.missing().flatMap(id -> snapshots.now().page(front, id));
        if (missing.isEmpty()) {
            answers.notFound(response);
            return;
        }
        ServedHtml served =
                missing.get().served().at(clock.instant(), "").withoutPixels().get();
        answers.html(
                response,
                HttpServletResponse.SC_NOT_FOUND,
                served,
                Optional.of(new EventId(ids.next())),
                served.hasTokens()
                        ? tokens.of(request, Optional.empty(), missing.get().offerName())
                        : Map.of());
    }

    /** An address that a promotion had before: on to where it stands now, with the visit if that is another host. */
    void moved(HttpServletRequest request, HttpServletResponse response, SiteSnapshot.Moved now, String rest) {
        handOver(request, response, now.workspace(), now.host(), "/" + now.slug() + rest);
    }

    private void handOver(
            HttpServletRequest request,
            HttpServletResponse response,
            WorkspaceId workspace,
            Optional<OwnHost> host,
            String path) {
        Visit visit = Visit.of(request, ids);
        answers.sendTo(
                response,
                crossing.address(
                        Fronts.of(request),
                        workspace,
                        host,
                        path,
                        recorded(request) && visit.known()
                                ? Optional.of(new Crossing.Over(visit.visitor(), visit.current()))
                                : Optional.empty()));
    }

    private void page(HttpServletRequest request, HttpServletResponse response, Optional<LivePage> found)
            throws IOException {
        if (found.isEmpty()) {
            nothing(request, response);
            return;
        }
        LivePage page = found.get();
        if (Crossing.comes(request)) {
            arrive(request, response, page);
            return;
        }
        if (page.document() instanceof OutsidePage outside) {
            sendOutside(request, response, page, outside);
            return;
        }
        if (Carried.comes(request)) {
            arrive(request, response, page);
            return;
        }
        SiteSnapshot snapshot = snapshots.now();
        Visit visit = Visit.of(request, ids);
        Optional<Sharing.Given> given = sharing.at(new Behind.OfPage(page.id()), request, page, visit);
        List<SiteEvent> events = new ArrayList<>(3);
        Visit.Current current = current(request, page, visit, given, events);
        if (given.filter(one -> !one.stays(page)).isPresent()) {
            leadAway(request, response, page, Optional.empty(), visit, current, given.get(), events);
            return;
        }
        SiteEvent.PageView view = new SiteEvent.PageView(
                new EventId(ids.next()),
                page.workspace(),
                page.promotion(),
                current.click(),
                visit.visitor(),
                page.id());
        events.add(view);
        Fires fires = new Fires(
                Came.crawler(request),
                !page.consent() || visit.agreed(),
                page.oncePerVisit() && FiredOnce.on(request, current.click(), page.id()));
        if (fires.now()) {
            events.addAll(leftToServer(view, page));
        }
        boolean passing = page.redirect() && !fires.hold(page);
        Optional<Sharing.Given> onward =
                passing ? sharing.at(new Behind.OfOut(page.id()), request, page, visit) : Optional.empty();
        onward.ifPresent(one -> events.add(sharing.drawn(page, current.click(), visit.visitor(), one.draw())));
        if (passing && onward.isEmpty()) {
            events.add(SiteEvent.WentOn.after(new EventId(ids.next()), view));
        }
        if (page.redirect()) {
            response.setHeader("X-Robots-Tag", "noindex, nofollow");
            sayReferrer(response, page);
        }
        onward.flatMap(one -> straightOn(page, Optional.of(page.id()), visit, current, one))
                .ifPresent(events::add);
        if (recorded(request)) {
            log.append(events);
            visit.remember(request, response, current);
            GivenVariants.remember(
                    request,
                    response,
                    Stream.concat(given.stream(), onward.stream())
                            .map(Sharing.Given::draw)
                            .toList());
            if (page.oncePerVisit() && (fires.now() || fires.before())) {
                FiredOnce.remember(request, response, current.click(), page.id());
            }
        }
        if (onward.isPresent()) {
            leading.to(
                    onward.get().target(),
                    going(request, response, page, Optional.of(page), visit, current, onward.get()));
            return;
        }
        Optional<LiveLink> link = current.link().map(snapshot.linksById()::get);
        if (passing) {
            answers.sendTo(
                    response,
                    page.out(Optional.empty())
                            .orElseThrow()
                            .expand(Leading.leaving(current.click(), link, page.slug())));
            return;
        }
        ServedHtml served = html(request, page, fires.program);
        Map<String, String> values =
                served.hasTokens() ? tokens.of(request, link.map(LiveLink::tags), page.offerName()) : Map.of();
        answers.html(response, HttpServletResponse.SC_OK, served, Optional.of(view.id()), values);
    }

    /** The click a view belongs to; with what was given for it, or in the middle of its visit. */
    private Visit.Current current(
            HttpServletRequest request,
            LivePage page,
            Visit visit,
            Optional<Sharing.Given> given,
            List<SiteEvent> events) {
        Optional<Visit.Current> on = visit.currentOn(page.promotion());
        on.ifPresent(current ->
                given.ifPresent(one -> events.add(sharing.drawn(page, current.click(), visit.visitor(), one.draw()))));
        return on.orElseGet(() -> begin(
                given.map(Sharing.Given::came)
                        .orElseGet(() -> came(request, visit, page.workspace(), Optional.empty())),
                page,
                given.map(Sharing.Given::draw),
                events));
    }

    /** @param from the page that is left; empty where its address was asked for */
    private void leadAway(
            HttpServletRequest request,
            HttpServletResponse response,
            LivePage page,
            Optional<LivePage> from,
            Visit visit,
            Visit.Current current,
            Sharing.Given given,
            List<SiteEvent> events)
            throws IOException {
        if (recorded(request)) {
            straightOn(page, from.map(LivePage::id), visit, current, given).ifPresent(events::add);
            log.append(events);
            visit.remember(request, response, current);
            GivenVariants.remember(request, response, List.of(given.draw()));
        }
        leading.to(given.target(), going(request, response, page, from, visit, current, given));
    }

    private Optional<SiteEvent> straightOn(
            LivePage page, Optional<PageId> from, Visit visit, Visit.Current current, Sharing.Given given) {
        return sharing.straightOn(
                page.workspace(), page.promotion(), current.click(), visit.visitor(), from, given.target());
    }

    private Leading.Going going(
            HttpServletRequest request,
            HttpServletResponse response,
            LivePage page,
            Optional<LivePage> from,
            Visit visit,
            Visit.Current current,
            Sharing.Given given) {
        from.ifPresent(left -> sayReferrer(response, left));
        return new Leading.Going(
                request,
                response,
                page.workspace(),
                visit.visitor(),
                current,
                current.link().map(snapshots.now().linksById()::get),
                passed(request, given.target()),
                from.map(LivePage::slug).orElse(""),
                "",
                recorded(request));
    }

    /** What stands in the address goes along to pages of the promotion alone. */
    private static Map<String, String> passed(HttpServletRequest request, Target target) {
        return switch (target) {
            case Target.ToPage _, Target.ToOutside _ ->
                new Parameters(Optional.ofNullable(request.getQueryString()).orElse("")).values();
            case Target.ToOffer _, Target.ToElsewhere _, Target.Nowhere _ -> Map.of();
        };
    }

    /**
     * Whether a page's pixels fire for a view.
     *
     * @param program a declared crawler, which gets the same page and fires nothing
     * @param agreed whether the visitor agreed, or nobody asks
     * @param before whether they fired in this visit, and are to fire only once
     */
    private record Fires(boolean program, boolean agreed, boolean before) {

        boolean now() {
            return agreed && !program && !before;
        }

        /** Whether a redirect page is shown, since a browser has something to ask; a crawler sees what people see. */
        boolean hold(LivePage page) {
            return agreed && !before && page.firesInBrowser();
        }
    }

    /** A page that stands elsewhere: there its own script counts the view. The visit that leads there is kept here, and goes along. */
    private void sendOutside(
            HttpServletRequest request, HttpServletResponse response, LivePage page, OutsidePage outside) {
        Visit visit = visit(request, page.workspace());
        List<SiteEvent> events = new ArrayList<>(1);
        Visit.Current current = visit.currentOn(page.promotion())
                .orElseGet(() -> begin(
                        came(request, visit, page.workspace(), Optional.empty()), page, Optional.empty(), events));
        Optional<String> along = Optional.empty();
        if (recorded(request)) {
            if (!events.isEmpty()) {
                log.append(events);
            }
            visit.remember(request, response, current);
            along = carried.text(page.workspace(), new Carried.Along(visit.visitor(), current));
        }
        Map<String, String> passed =
                new Parameters(Optional.ofNullable(request.getQueryString()).orElse("")).values();
        answers.sendTo(response, Leading.outside(outside.address().text(), passed, along));
    }

    /** Takes a visit over from another host, then asks for the page again without what said so. */
    private void arrive(HttpServletRequest request, HttpServletResponse response, LivePage page) {
        if (recorded(request)) {
            crossing.read(request, page.workspace()).ifPresent(over -> Visit.takeOver(request, response, over));
            carried.settle(request, response, page.workspace());
        }
        answers.sendTo(response, Crossing.without(request));
    }

    /** The page as it is now; with the thanks of a form on it, if the request comes from there. */
    private ServedHtml html(HttpServletRequest request, LivePage page, boolean plain) {
        String thanked = Optional.ofNullable(request.getParameter("thanks")).orElse("");
        ServedPage.Version drawn = page.served().at(clock.instant(), thanked);
        return plain ? drawn.withoutPixels().get() : drawn.withPixels();
    }

    /** What the program is to tell ad platforms of a view. */
    private static List<SiteEvent.PixelFired> leftToServer(SiteEvent.PageView view, LivePage page) {
        return page.pixels().values().stream()
                .filter(PagePixel::byServer)
                .map(pixel -> new SiteEvent.PixelFired(
                        SiteEvent.PixelFired.idForServer(view.id(), pixel.id(), pixel.event()),
                        view.workspace(),
                        view.promotion(),
                        view.click(),
                        view.visitor(),
                        view.page(),
                        pixel.id(),
                        pixel.event(),
                        PixelAnswer.LEFT_TO_SERVER,
                        0))
                .toList();
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
        sayReferrer(response, page);
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
        Visit visit = visit(request, page.workspace());
        Optional<Sharing.Given> given = sharing.at(behind, request, page, visit);
        if (given.isEmpty()) {
            return false;
        }
        List<SiteEvent> events = new ArrayList<>(3);
        Visit.Current current = current(request, page, visit, given, events);
        leadAway(request, response, page, Optional.of(page), visit, current, given.get(), events);
        return true;
    }

    private static void sayReferrer(HttpServletResponse response, LivePage page) {
        page.referrer().ifPresent(rule -> response.setHeader(Answers.REFERRER, rule.header()));
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
                .filter(page -> page.handsOut(name) && snapshot.media().containsKey(name));
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
        media.handOut(request, response, name);
    }

    /** A step away from a page. */
    private interface Step {
        SiteEvent.Followed of(EventId id, ClickId click, VisitorId visitor);
    }

    /** Keeps a step, and the click where the visit begins with it. */
    private Visit.Current step(HttpServletRequest request, HttpServletResponse response, LivePage page, Step step) {
        Visit visit = visit(request, page.workspace());
        List<SiteEvent> events = new ArrayList<>(2);
        Visit.Current current = visit.currentOn(page.promotion())
                .orElseGet(() -> begin(
                        came(request, visit, page.workspace(), Optional.empty()), page, Optional.empty(), events));
        events.add(step.of(new EventId(ids.next()), current.click(), visit.visitor()));
        if (recorded(request)) {
            log.append(events);
            visit.remember(request, response, current);
        }
        return current;
    }

    /** A visit that begins on a page, without a link. */
    private Visit.Current begin(Came came, LivePage page, Optional<Draw> draw, List<SiteEvent> events) {
        SiteEvent.Click click = came.click(new ClickId(ids.next()), page.workspace(), page.promotion(), draw);
        events.add(click);
        return Visit.Current.of(click);
    }

    private Came came(HttpServletRequest request, Visit visit, WorkspaceId workspace, Optional<LiveLink> link) {
        return Came.of(arrivals.of(request, visit, snapshots.now(), workspace, link));
    }

    /** A HEAD asks what is there, and a prefetch what may be wanted: neither is a visitor. */
    static boolean recorded(HttpServletRequest request) {
        return !request.getMethod().equals("HEAD")
                && !Arrivals.header(request, "Sec-Purpose").startsWith("prefetch");
    }
}
