package dev.wilyferret.app.site;

import dev.wilyferret.app.live.SiteSnapshot;
import dev.wilyferret.app.live.SiteSnapshot.LiveLink;
import dev.wilyferret.app.live.SiteSnapshot.LivePage;
import dev.wilyferret.app.live.SiteSnapshot.Target;
import dev.wilyferret.app.live.SnapshotKeeper;
import dev.wilyferret.app.workspace.Workspace;
import dev.wilyferret.core.id.ClickId;
import dev.wilyferret.core.id.EventId;
import dev.wilyferret.core.id.PageId;
import dev.wilyferret.core.id.PromotionId;
import dev.wilyferret.core.id.UuidV7;
import dev.wilyferret.core.id.VisitorId;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.rotation.Behind;
import dev.wilyferret.core.rotation.Choosing;
import dev.wilyferret.core.rotation.Circumstance;
import dev.wilyferret.core.visit.Arrival;
import dev.wilyferret.core.visit.Draw;
import dev.wilyferret.core.visit.Languages;
import dev.wilyferret.core.visit.SiteEvent;
import jakarta.servlet.http.HttpServletRequest;
import java.time.Clock;
import java.time.ZoneOffset;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** Gives visitors their variants, and says what is kept of that. */
@Component
class Sharing {

    private final SnapshotKeeper snapshots;
    private final Arrivals arrivals;
    private final Repeats repeats;
    private final UuidV7 ids;
    private final Clock clock;

    Sharing(SnapshotKeeper snapshots, Arrivals arrivals, Repeats repeats, UuidV7 ids, Clock clock) {
        this.snapshots = snapshots;
        this.arrivals = arrivals;
        this.repeats = repeats;
        this.ids = ids;
        this.clock = clock;
    }

    /** What a visitor was given, and how they came, which was looked at for that. */
    record Given(Choosing.Chosen<Target> chosen, Came came) {

        Target target() {
            return chosen.target();
        }

        /** Whether they stay on the page whose address they asked for. */
        boolean stays(LivePage page) {
            return target() instanceof Target.ToPage(var host, String address)
                    && host.equals(page.host())
                    && address.equals(page.path());
        }

        Draw draw() {
            return chosen.draw();
        }
    }

    /** What somebody gets at a page's address, or on its way out; empty where that is not shared out. */
    Optional<Given> at(Behind behind, HttpServletRequest request, LivePage page, Visit visit) {
        return snapshots.now().rotation(behind).flatMap(rotation -> {
            Came came = Came.of(arrivals.of(request, visit, snapshots.now(), page.workspace(), Optional.empty()));
            return choose(rotation, request, page.workspace(), visit, came, Came.recorded(request) && came.billed())
                    .map(chosen -> new Given(chosen, came));
        });
    }

    /** What somebody gets who follows a link. */
    Optional<Choosing.Chosen<Target>> behind(
            LiveLink link, HttpServletRequest request, Visit visit, Came came, boolean takes) {
        return link.rotation().flatMap(rotation -> choose(rotation, request, link.workspace(), visit, came, takes));
    }

    private Optional<Choosing.Chosen<Target>> choose(
            Choosing<Target> rotation,
            HttpServletRequest request,
            WorkspaceId workspace,
            Visit visit,
            Came came,
            boolean takes) {
        return repeats.choose(rotation, request, came.arrival(), () -> facts(workspace, visit, came.arrival()), takes);
    }

    private Circumstance.Facts facts(WorkspaceId workspace, Visit visit, Arrival arrival) {
        SiteSnapshot snapshot = snapshots.now();
        return new Circumstance.Facts(
                arrival.place().country(),
                arrival.device(),
                Languages.first(arrival.headers().language()),
                arrival.link()
                        .or(() -> visit.current().flatMap(Visit.Current::link))
                        .map(snapshot.linksById()::get)
                        .map(LiveLink::tags),
                clock.instant()
                        .atZone(Optional.ofNullable(snapshot.workspaces().get(workspace))
                                .map(Workspace::zone)
                                .orElse(ZoneOffset.UTC)),
                visit.known());
    }

    /** That it was drawn in the middle of a visit. */
    SiteEvent.Drawn drawn(LivePage page, ClickId click, VisitorId visitor, Draw draw) {
        return new SiteEvent.Drawn(new EventId(ids.next()), page.workspace(), page.promotion(), click, visitor, draw);
    }

    /**
     * The step that a request itself is, where it leads past every page.
     *
     * @param from the page that is left; empty for none
     */
    Optional<SiteEvent> straightOn(
            WorkspaceId workspace,
            PromotionId promotion,
            ClickId click,
            VisitorId visitor,
            Optional<PageId> from,
            Target target) {
        return switch (target) {
            case Target.ToOffer(var out, var other) ->
                Optional.of(new SiteEvent.WentOn(
                        new EventId(ids.next()), workspace, promotion, click, visitor, from, other));
            case Target.ToElsewhere(var id, var elsewhere) ->
                Optional.of(new SiteEvent.SentElsewhere(
                        new EventId(ids.next()), workspace, promotion, click, visitor, from, id));
            case Target.ToPage _, Target.ToOutside _, Target.Nowhere _ -> Optional.empty();
        };
    }
}
