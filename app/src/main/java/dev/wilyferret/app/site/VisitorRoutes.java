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
import dev.wilyferret.core.id.EventId;
import dev.wilyferret.core.id.UuidV7;
import dev.wilyferret.core.id.WorkspaceId;
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
 * The visitor's way: link and page. Each step is in the click log before it is answered; nothing else
 * here waits for anything.
 */
@Component
class VisitorRoutes {

    private final SnapshotKeeper snapshots;
    private final ClickLog log;
    private final UuidV7 ids;
    private final VisitCookies cookies;
    private final Answers answers;
    private final Crossing crossing;
    private final Onward onward;
    private final Carried carried;
    private final Leading leading;
    private final Sharing sharing;
    private final TokenValues tokens;
    private final Clock clock;

    VisitorRoutes(
            SnapshotKeeper snapshots,
            ClickLog log,
            UuidV7 ids,
            VisitCookies cookies,
            Answers answers,
            Crossing crossing,
            Onward onward,
            Carried carried,
            Leading leading,
            Sharing sharing,
            TokenValues tokens,
            Clock clock) {
        this.snapshots = snapshots;
        this.log = log;
        this.ids = ids;
        this.cookies = cookies;
        this.answers = answers;
        this.crossing = crossing;
        this.onward = onward;
        this.carried = carried;
        this.leading = leading;
        this.sharing = sharing;
        this.tokens = tokens;
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
        Visit visit = onward.visit(request, link.workspace());
        Came came = onward.came(request, visit, link.workspace(), Optional.of(link));
        boolean recorded = Came.recorded(request);
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
            cookies.remember(request, response, visit.visitor(), Visit.Current.of(click));
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

    /** Where a link leads somebody, and what was drawn for them. */
    private record Way(Target target, Optional<Draw> draw) {}

    private Way way(HttpServletRequest request, LiveLink link, Visit visit, Came came, boolean takes) {
        long taken = takes ? link.taken().take() : link.taken().soFar();
        Optional<Target> ended = link.ending()
                .filter(ending -> ending.ended(clock.instant(), taken))
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
        Visit visit = cookies.of(request);
        answers.sendTo(
                response,
                crossing.address(
                        Fronts.of(request),
                        workspace,
                        host,
                        path,
                        Came.recorded(request) && visit.known()
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
        Visit visit = cookies.of(request);
        Optional<Sharing.Given> given = sharing.at(new Behind.OfPage(page.id()), request, page, visit);
        List<SiteEvent> events = new ArrayList<>(3);
        Visit.Current current = onward.current(request, page, visit, given, events);
        if (given.filter(one -> !one.stays(page)).isPresent()) {
            onward.leadAway(request, response, new Onward.Led(page, false, visit, current, given.get()), events);
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
        Optional<Sharing.Given> further =
                passing ? sharing.at(new Behind.OfOut(page.id()), request, page, visit) : Optional.empty();
        further.ifPresent(one -> events.add(sharing.drawn(page, current.click(), visit.visitor(), one.draw())));
        if (passing && further.isEmpty()) {
            events.add(SiteEvent.WentOn.after(new EventId(ids.next()), view));
        }
        if (page.redirect()) {
            response.setHeader("X-Robots-Tag", "noindex, nofollow");
            Onward.sayReferrer(response, page);
        }
        Optional<Onward.Led> led = further.map(one -> new Onward.Led(page, true, visit, current, one));
        led.flatMap(onward::straightOn).ifPresent(events::add);
        if (Came.recorded(request)) {
            log.append(events);
            cookies.remember(request, response, visit.visitor(), current);
            GivenVariants.remember(
                    request,
                    response,
                    Stream.concat(given.stream(), further.stream())
                            .map(Sharing.Given::draw)
                            .toList());
            if (page.oncePerVisit() && (fires.now() || fires.before())) {
                FiredOnce.remember(request, response, current.click(), page.id());
            }
        }
        if (led.isPresent()) {
            onward.lead(request, response, led.get());
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
        Visit visit = onward.visit(request, page.workspace());
        List<SiteEvent> events = new ArrayList<>(1);
        Visit.Current current = onward.current(request, page, visit, Optional.empty(), events);
        Optional<String> along = Optional.empty();
        if (Came.recorded(request)) {
            if (!events.isEmpty()) {
                log.append(events);
            }
            cookies.remember(request, response, visit.visitor(), current);
            along = carried.text(page.workspace(), new Carried.Along(visit.visitor(), current));
        }
        Map<String, String> passed =
                new Parameters(Optional.ofNullable(request.getQueryString()).orElse("")).values();
        answers.sendTo(response, Leading.outside(outside.address().text(), passed, along));
    }

    /** Takes a visit over from another host, then asks for the page again without what said so. */
    private void arrive(HttpServletRequest request, HttpServletResponse response, LivePage page) {
        if (Came.recorded(request)) {
            crossing.read(request, page.workspace()).ifPresent(over -> cookies.takeOver(request, response, over));
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
}
