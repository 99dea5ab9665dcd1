package dev.wilyferret.app.site;

import dev.wilyferret.app.clicks.ClickLog;
import dev.wilyferret.app.live.SiteSnapshot.LiveLink;
import dev.wilyferret.app.live.SiteSnapshot.LivePage;
import dev.wilyferret.app.live.SiteSnapshot.Target;
import dev.wilyferret.app.live.SnapshotKeeper;
import dev.wilyferret.core.id.ClickId;
import dev.wilyferret.core.id.UuidV7;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.rotation.Choosing;
import dev.wilyferret.core.visit.Draw;
import dev.wilyferret.core.visit.Parameters;
import dev.wilyferret.core.visit.SiteEvent;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** Visitors of a page on their way: the visit they are on, and where a rotation leads them. */
@Component
class Onward {

    private final SnapshotKeeper snapshots;
    private final ClickLog log;
    private final UuidV7 ids;
    private final VisitCookies cookies;
    private final Arrivals arrivals;
    private final Carried carried;
    private final OpenVisits visits;
    private final Leading leading;
    private final Sharing sharing;

    Onward(
            SnapshotKeeper snapshots,
            ClickLog log,
            UuidV7 ids,
            VisitCookies cookies,
            Arrivals arrivals,
            Carried carried,
            OpenVisits visits,
            Leading leading,
            Sharing sharing) {
        this.snapshots = snapshots;
        this.log = log;
        this.ids = ids;
        this.cookies = cookies;
        this.arrivals = arrivals;
        this.carried = carried;
        this.visits = visits;
        this.leading = leading;
        this.sharing = sharing;
    }

    Visit visit(HttpServletRequest request, WorkspaceId workspace) {
        return carried.onto(cookies.of(request), request, workspace);
    }

    /** A visit that begins on a page: without a link, or with that of the visit it goes on with. */
    private Visit.Current begin(
            HttpServletRequest request,
            LivePage page,
            Visit visit,
            Optional<Sharing.Given> given,
            List<SiteEvent> events) {
        Optional<Visit.Current> ended = visits.ended(visit, page.promotion());
        Optional<LiveLink> link = ended.flatMap(Visit.Current::link)
                .map(snapshots.now().linksById()::get)
                .filter(one -> one.promotion().equals(page.promotion()));
        Came came = given.filter(one -> link.isEmpty())
                .map(Sharing.Given::came)
                .orElseGet(() -> came(request, visit, page.workspace(), link));
        Optional<Draw> draw = given.map(Sharing.Given::draw)
                .or(() -> link.flatMap(one -> sharing.behind(one, request, visit, came, false))
                        .map(Choosing.Chosen::draw)
                        .filter(same -> ended.flatMap(Visit.Current::variant).equals(Optional.of(same.variant()))));
        SiteEvent.Click click = came.click(new ClickId(ids.next()), page.workspace(), page.promotion(), draw);
        events.add(ended.isPresent() ? click.goingOn() : click);
        return Visit.Current.of(click);
    }

    Came came(HttpServletRequest request, Visit visit, WorkspaceId workspace, Optional<LiveLink> link) {
        return Came.of(arrivals.of(request, visit, snapshots.now(), workspace, link));
    }

    /** The click a view belongs to; with what was given for it, or in the middle of its visit. */
    Visit.Current current(
            HttpServletRequest request,
            LivePage page,
            Visit visit,
            Optional<Sharing.Given> given,
            List<SiteEvent> events) {
        Optional<Visit.Current> on = visits.on(visit, page.promotion());
        on.ifPresent(current ->
                given.ifPresent(one -> events.add(sharing.drawn(page, current.click(), visit.visitor(), one.draw()))));
        return on.orElseGet(() -> begin(request, page, visit, given, events));
    }

    /**
     * A visitor of a page who goes on to the variant they were given.
     *
     * @param left whether the page is left; its address was asked for otherwise
     */
    record Led(LivePage page, boolean left, Visit visit, Visit.Current current, Sharing.Given given) {}

    void leadAway(HttpServletRequest request, HttpServletResponse response, Led led, List<SiteEvent> events)
            throws IOException {
        if (Came.recorded(request)) {
            straightOn(led).ifPresent(events::add);
            log.append(events);
            cookies.remember(request, response, led.visit.visitor(), led.current);
            GivenVariants.remember(request, response, List.of(led.given.draw()));
        }
        lead(request, response, led);
    }

    Optional<SiteEvent> straightOn(Led led) {
        return sharing.straightOn(
                led.page.workspace(),
                led.page.promotion(),
                led.current.click(),
                led.visit.visitor(),
                led.left ? Optional.of(led.page.id()) : Optional.empty(),
                led.given.target());
    }

    /** Answers with the way to the variant; what is to be kept of it is kept before. */
    void lead(HttpServletRequest request, HttpServletResponse response, Led led) throws IOException {
        if (led.left) {
            sayReferrer(response, led.page);
        }
        leading.to(
                led.given.target(),
                new Leading.Going(
                        request,
                        response,
                        led.page.workspace(),
                        led.visit.visitor(),
                        led.current,
                        led.current.link().map(snapshots.now().linksById()::get),
                        passed(request, led.given.target()),
                        led.left ? led.page.slug() : "",
                        "",
                        Came.recorded(request)));
    }

    /** What stands in the address goes along to pages of the promotion alone. */
    private static Map<String, String> passed(HttpServletRequest request, Target target) {
        return switch (target) {
            case Target.ToPage _, Target.ToOutside _ ->
                new Parameters(Optional.ofNullable(request.getQueryString()).orElse("")).values();
            case Target.ToOffer _, Target.ToElsewhere _, Target.Nowhere _ -> Map.of();
        };
    }

    static void sayReferrer(HttpServletResponse response, LivePage page) {
        page.referrer().ifPresent(rule -> response.setHeader(Answers.REFERRER, rule.header()));
    }
}
