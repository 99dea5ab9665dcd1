package dev.wilyferret.app.site;

import dev.wilyferret.app.clicks.ClickBook;
import dev.wilyferret.app.clicks.ClickLog;
import dev.wilyferret.app.installation.SiteAddress;
import dev.wilyferret.app.live.SiteSnapshot.LivePage;
import dev.wilyferret.app.live.SnapshotKeeper;
import dev.wilyferret.app.pixels.PagePixel;
import dev.wilyferret.core.id.ClickId;
import dev.wilyferret.core.id.EventId;
import dev.wilyferret.core.id.PageId;
import dev.wilyferret.core.id.PixelId;
import dev.wilyferret.core.id.ShortId;
import dev.wilyferret.core.id.UuidV7;
import dev.wilyferret.core.pixel.PixelAnswer;
import dev.wilyferret.core.pixel.PixelEvent;
import dev.wilyferret.core.visit.SiteEvent;
import dev.wilyferret.core.visit.SiteEvent.PixelFired;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.time.Clock;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** What browsers tell of the pixels they fired. */
@Component
class PixelRoutes {

    private static final int MOST_MILLIS = 600_000;
    private static final Duration VIEW_LASTS = Duration.ofHours(1);
    private static final Duration CLOCK_SLACK = Duration.ofMinutes(1);

    private final SnapshotKeeper snapshots;
    private final ClickLog log;
    private final ClickBook clicks;
    private final OpenVisits visits;
    private final Line line;
    private final VisitCookies cookies;
    private final UuidV7 ids;
    private final Answers answers;
    private final Clock clock;
    private final SiteAddress site;

    PixelRoutes(
            SnapshotKeeper snapshots,
            ClickLog log,
            ClickBook clicks,
            OpenVisits visits,
            Line line,
            VisitCookies cookies,
            UuidV7 ids,
            Answers answers,
            Clock clock,
            SiteAddress site) {
        this.snapshots = snapshots;
        this.log = log;
        this.clicks = clicks;
        this.line = line;
        this.visits = visits;
        this.cookies = cookies;
        this.ids = ids;
        this.answers = answers;
        this.clock = clock;
        this.site = site;
    }

    /** {@code POST /px}: a page's script says what came of a fire. */
    void report(HttpServletRequest request, HttpServletResponse response) throws IOException {
        Optional<LivePage> page = UuidV7.parse(parameter(request, "page"))
                .map(PageId::new)
                .flatMap(id -> snapshots.now().page(Fronts.of(request), id));
        Optional<PagePixel> pixel = page.flatMap(live ->
                UuidV7.parse(parameter(request, "pixel")).map(PixelId::new).map(live.pixels()::get));
        Optional<PixelAnswer> answer = switch (parameter(request, "answer")) {
            case "ANSWERED" -> Optional.of(PixelAnswer.ANSWERED);
            case "RAN" -> Optional.of(PixelAnswer.RAN);
            case "BLOCKED" -> Optional.of(PixelAnswer.BLOCKED);
            case "FAILED" -> Optional.of(PixelAnswer.FAILED);
            case "NO_ANSWER_IN_TIME" -> Optional.of(PixelAnswer.NO_ANSWER_IN_TIME);
            case "AGREED" -> Optional.of(PixelAnswer.LEFT_TO_SERVER);
            default -> Optional.empty();
        };
        String millis = parameter(request, "millis");
        Optional<EventId> view = view(parameter(request, "view"));
        boolean server = answer.equals(Optional.of(PixelAnswer.LEFT_TO_SERVER));
        if (pixel.filter(one -> server ? one.byServer() : one.byBrowser()).isEmpty()
                || answer.isEmpty()
                || view.isEmpty()
                || !millis.matches("\\d{1,7}")) {
            answers.plain(response, HttpServletResponse.SC_BAD_REQUEST, "Not a report of a fired pixel.");
            return;
        }
        keep(
                request,
                page.orElseThrow(),
                pixel.get(),
                view.get(),
                answer.get(),
                Math.min(MOST_MILLIS, Integer.parseInt(millis)));
        response.setStatus(HttpServletResponse.SC_NO_CONTENT);
    }

    /** {@code /px/{page}/{pixel}?v={view}}: a browser without script is handed on to the platform's image. */
    void image(HttpServletRequest request, HttpServletResponse response, String pageId, String pixelId)
            throws IOException {
        Optional<LivePage> page =
                ShortId.parse(pageId, PageId::new).flatMap(id -> snapshots.now().page(Fronts.of(request), id));
        Optional<PagePixel> pixel =
                page.flatMap(live -> ShortId.parse(pixelId, PixelId::new).map(live.pixels()::get));
        Optional<EventId> view = view(parameter(request, "v"));
        Optional<String> asked = pixel.flatMap(one -> view.flatMap(id -> {
            LivePage shown = page.orElseThrow();
            return one.fireAddress(id.toString(), site.of(shown.host(), shown.path()));
        }));
        if (asked.isEmpty()) {
            answers.notFound(response);
            return;
        }
        if (Came.recorded(request)) {
            keep(
                    request,
                    page.orElseThrow(),
                    pixel.orElseThrow(),
                    view.orElseThrow(),
                    PixelAnswer.ASKED_WITHOUT_SCRIPT,
                    0);
        }
        answers.sendTo(response, asked.get());
    }

    /** Kept only with the visit it belongs to; without its cookies there is nothing to hang it on. */
    private void keep(
            HttpServletRequest request, LivePage page, PagePixel pixel, EventId view, PixelAnswer answer, int millis)
            throws IOException {
        Visit visit = cookies.of(request);
        PixelEvent event = pixel.event();
        Optional<Visit.Current> current = visits.on(visit, page.promotion());
        if (current.isEmpty()) {
            return;
        }
        clickOf(view, page, current.get().click(), answer)
                .ifPresent(click -> log.append(List.of(new PixelFired(
                        answer == PixelAnswer.LEFT_TO_SERVER
                                ? PixelFired.idForServer(view, pixel.id(), event)
                                : PixelFired.idFor(view, pixel.id(), event),
                        page.workspace(),
                        page.promotion(),
                        click,
                        visit.visitor(),
                        page.id(),
                        pixel.id(),
                        event,
                        answer,
                        millis))));
    }

    /**
     * The click that a view belongs to: where a newer click came after it, as by an ad opened beside the page, the one before. What the
     * server is to tell an ad platform is told of views that there were.
     */
    private Optional<ClickId> clickOf(EventId view, LivePage page, ClickId current, PixelAnswer answer)
            throws IOException {
        if (answer != PixelAnswer.LEFT_TO_SERVER && view.value().compareTo(current.value()) > 0) {
            return Optional.of(current);
        }
        return line.in(() -> clicks.viewed(page.workspace(), page.id(), view))
                .map(SiteEvent.Click::id)
                .filter(visits::takes);
    }

    /** The id of a view of the last hour; an older or future one is made up. */
    private Optional<EventId> view(String text) {
        return UuidV7.parse(text)
                .filter(id -> {
                    Duration age = Duration.between(UuidV7.momentOf(id), clock.instant());
                    return age.compareTo(VIEW_LASTS) < 0 && age.compareTo(CLOCK_SLACK.negated()) > 0;
                })
                .map(EventId::new);
    }

    private static String parameter(HttpServletRequest request, String name) {
        return Optional.ofNullable(request.getParameter(name)).orElse("");
    }
}
