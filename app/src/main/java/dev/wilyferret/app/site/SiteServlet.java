package dev.wilyferret.app.site;

import dev.wilyferret.app.clicks.ClickLog;
import dev.wilyferret.app.intake.BodyRefused;
import dev.wilyferret.app.intake.ReadRequest;
import dev.wilyferret.app.live.SiteSnapshot;
import dev.wilyferret.app.live.SiteSnapshot.Front;
import dev.wilyferret.app.live.SiteSnapshot.Moved;
import dev.wilyferret.app.live.SnapshotKeeper;
import dev.wilyferret.app.workspace.Workspace;
import dev.wilyferret.core.id.OfferId;
import dev.wilyferret.core.id.ShortId;
import dev.wilyferret.core.link.SiteRoute;
import dev.wilyferret.core.text.Fault;
import jakarta.servlet.http.HttpServlet;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;

/** Every address of the public site; what is not named here does not exist. */
@Component
class SiteServlet extends HttpServlet {

    private static final long serialVersionUID = 1L;
    /** Of everybody alike; a page of a form is far smaller. */
    private static final int MOST_BODY = 64 << 10;

    private static final Logger LOG = LoggerFactory.getLogger(SiteServlet.class);

    private static final String ROBOTS = Stream.of(
                    SiteRoute.GO,
                    SiteRoute.OUT,
                    SiteRoute.AWAY,
                    SiteRoute.PIXEL,
                    SiteRoute.SEEN,
                    SiteRoute.PREVIEW,
                    SiteRoute.DESIGN,
                    SiteRoute.CONFIRM,
                    SiteRoute.LEAVE,
                    SiteRoute.MAIL,
                    SiteRoute.GIFT,
                    SiteRoute.FILE,
                    SiteRoute.MAIL_PREVIEW)
            .map(route -> "Disallow: /" + route.first() + "/")
            .collect(Collectors.joining("\n", "User-agent: *\n", ""));

    /** What is looked at from the console, over the installation's own host alone. */
    private static final Set<SiteRoute> OF_THE_INSTALLATION =
            EnumSet.of(SiteRoute.PREVIEW, SiteRoute.DESIGN, SiteRoute.MAIL_PREVIEW);

    private final transient VisitorRoutes visitors;
    private final transient StepRoutes steps;
    private final transient PixelRoutes pixels;
    private final transient OutsideRoutes outside;
    private final transient PostbackRoute postbacks;
    private final transient FormRoutes forms;
    private final transient MailRoutes mails;
    private final transient OwnRoutes own;
    private final transient MediaRoute media;
    private final transient HostRoutes hosts;
    private final transient Fronts fronts;
    private final transient SnapshotKeeper snapshots;
    private final transient Line line;
    private final transient Answers answers;

    SiteServlet(
            VisitorRoutes visitors,
            StepRoutes steps,
            PixelRoutes pixels,
            OutsideRoutes outside,
            PostbackRoute postbacks,
            FormRoutes forms,
            MailRoutes mails,
            OwnRoutes own,
            MediaRoute media,
            HostRoutes hosts,
            Fronts fronts,
            SnapshotKeeper snapshots,
            Line line,
            Answers answers) {
        this.visitors = visitors;
        this.steps = steps;
        this.pixels = pixels;
        this.outside = outside;
        this.postbacks = postbacks;
        this.forms = forms;
        this.mails = mails;
        this.own = own;
        this.media = media;
        this.hosts = hosts;
        this.fronts = fronts;
        this.snapshots = snapshots;
        this.line = line;
        this.answers = answers;
    }

    @Override
    protected void service(HttpServletRequest request, HttpServletResponse response) throws IOException {
        response.setHeader("X-Content-Type-Options", "nosniff");
        // Browsers send forms in the page's encoding, and do not say so.
        request.setCharacterEncoding(StandardCharsets.UTF_8);
        try {
            route(
                    request.getMethod().equals("POST")
                            ? ReadRequest.of(request, MOST_BODY)
                            : ReadRequest.ofQuery(request),
                    response);
        } catch (BodyRefused refused) {
            // What is left of it is not waited for.
            response.setHeader("Connection", "close");
            answers.refused(response, refused.status(), refused.getMessage());
        } catch (Line.Full full) {
            LOG.warn("A request for {} was not served: {}", kind(request), full.getMessage());
            answers.tryAgain(response);
        } catch (ClickLog.NotKept notKept) {
            LOG.error(
                    "A request for {} was not answered, since it could not be kept: {}",
                    kind(request),
                    Fault.of(notKept));
            answers.tryAgain(response);
        } catch (RuntimeException failed) {
            LOG.error("A request for {} failed: {}", kind(request), Fault.of(failed));
            answers.tryAgain(response);
        }
    }

    /** What kind of thing was asked for; the rest of the address is a stranger's words. */
    private static String kind(HttpServletRequest request) {
        return SiteRoute.of(request.getRequestURI().substring(1).split("/", -1)[0])
                .map(SiteRoute::name)
                .orElse("a page");
    }

    private void route(HttpServletRequest request, HttpServletResponse response) throws IOException {
        String path = request.getRequestURI();
        String[] parts = path.substring(1).split("/", -1);
        Optional<SiteRoute> route = SiteRoute.of(parts[0]);
        Optional<Front> front = fronts.find(request);
        if (front.isEmpty() && !ofHosts(route)
                || front.flatMap(Front::host).isPresent()
                        && route.filter(OF_THE_INSTALLATION::contains).isPresent()) {
            answers.notFound(response);
            return;
        }
        switch (request.getMethod()) {
            case "POST" -> {
                if (route.isEmpty() || !post(route.get(), request, response, parts)) {
                    answers.notFound(response);
                }
            }
            case "GET", "HEAD" -> {
                if (route.isEmpty() || !read(route.get(), request, response, parts)) {
                    page(request, response, path, parts);
                }
            }
            default -> answers.notFound(response);
        }
    }

    /** Whether it is answered on hosts that nobody is answered on otherwise. */
    private static boolean ofHosts(Optional<SiteRoute> route) {
        return route.equals(Optional.of(SiteRoute.LEADS_HERE)) || route.equals(Optional.of(SiteRoute.CERTIFICATE));
    }

    /** Whether there is such an address to send something to. */
    private boolean post(SiteRoute route, HttpServletRequest request, HttpServletResponse response, String[] parts)
            throws IOException {
        switch (route + "/" + parts.length) {
            case "PIXEL/1" -> pixels.report(request, response);
            case "SEEN/2" -> outside.seen(request, response, parts[1]);
            case "SEEN/3" -> outside.told(request, response, parts[1], parts[2]);
            case "POSTBACK/2" -> inLine(() -> postbacks.receive(request, response, parts[1]));
            case "OPT_IN/3" -> forms.optIn(request, response, parts[1], parts[2]);
            case "QUIZ/3" -> forms.quiz(request, response, parts[1], parts[2]);
            case "LEAVE/2" -> inLine(() -> mails.leave(request, response, parts[1]));
            case "CONFIRM/2" -> inLine(() -> mails.confirm(request, response, parts[1]));
            case "GIFT/2" -> inLine(() -> mails.renew(request, response, parts[1]));
            default -> {
                return false;
            }
        }
        return true;
    }

    /** What needs the database. */
    private interface Served {
        void serve() throws IOException;
    }

    private void inLine(Served work) throws IOException {
        line.in(() -> {
            work.serve();
            return true;
        });
    }

    /** Whether there is such an address to read. */
    private boolean read(SiteRoute route, HttpServletRequest request, HttpServletResponse response, String[] parts)
            throws IOException {
        switch (route + "/" + parts.length) {
            case "GO/2" -> visitors.link(request, response);
            case "OUT/2" -> steps.out(request, response, parts[1], Optional.empty());
            case "OUT/3" -> steps.out(request, response, parts[1], ShortId.parse(parts[2], OfferId::new));
            case "AWAY/3" -> steps.away(request, response, parts[1], parts[2]);
            case "PIXEL/3" -> pixels.image(request, response, parts[1], parts[2]);
            case "ASSETS/2" -> outside.script(response, parts[1]);
            case "SEEN/2" -> {
                return outside.image(request, response, parts[1]);
            }
            case "MEDIA/2" -> media.serve(request, response, parts[1]);
            case "FILE/3" -> steps.file(request, response, parts[1], parts[2]);
            case "POSTBACK/2" -> inLine(() -> postbacks.receive(request, response, parts[1]));
            case "OWN/2" -> inLine(() -> own.mark(request, response, parts[1]));
            case "PREVIEW/2" -> inLine(() -> own.preview(request, response, parts[1]));
            case "DESIGN/2" -> own.design(response, parts[1]);
            case "TYPE/2" -> media.type(response, parts[1]);
            case "CONFIRM/2" -> inLine(() -> mails.askToConfirm(request, response, parts[1]));
            case "LEAVE/2" -> inLine(() -> mails.askToLeave(request, response, parts[1]));
            case "MAIL/4" -> inLine(() -> mails.follow(request, response, parts));
            case "GIFT/2" -> inLine(() -> mails.gift(request, response, parts[1]));
            case "MAIL_PREVIEW/2" -> inLine(() -> own.mail(response, parts[1]));
            case "CALENDAR/3" -> forms.calendar(request, response, parts[1], parts[2]);
            case "PRIVACY/1" -> privacy(request, response, "");
            case "PRIVACY/2" -> privacy(request, response, parts[1]);
            case "LEADS_HERE/3" -> inLine(() -> hosts.leadsHere(request, response, parts[1], parts[2]));
            case "CERTIFICATE/1" -> hosts.certificate(request, response);
            case "ROBOTS/1" -> answers.plain(response, HttpServletResponse.SC_OK, ROBOTS);
            default -> {
                return false;
            }
        }
        return true;
    }

    private void page(HttpServletRequest request, HttpServletResponse response, String path, String[] parts)
            throws IOException {
        SiteSnapshot snapshot = snapshots.now();
        Front front = Fronts.of(request);
        Optional<String> entry = parts.length == 1 ? snapshot.entry(front, path) : Optional.empty();
        Optional<Moved> moved = snapshot.moved(front, parts[0]);
        if (entry.isPresent()) {
            answers.sendTo(response, entry.get() + query(request));
        } else if (moved.isPresent() && snapshot.page(front, path).isEmpty()) {
            visitors.moved(request, response, moved.get(), path.substring(1 + parts[0].length()) + query(request));
        } else if (path.equals("/")) {
            visitors.root(request, response);
        } else {
            visitors.page(request, response, path);
        }
    }

    private static String query(HttpServletRequest request) {
        return request.getQueryString() == null ? "" : "?" + request.getQueryString();
    }

    /** The privacy page of a promotion or a workspace; without saying whose, only where one workspace has the host to itself. */
    private void privacy(HttpServletRequest request, HttpServletResponse response, String whose) throws IOException {
        Optional<Workspace> workspace = snapshots.now().answeringFor(Fronts.of(request), whose);
        if (workspace.isEmpty()) {
            answers.notFound(response);
            return;
        }
        Workspace.Legal legal = workspace.get().legal();
        List<String> text = legal.privacy().isEmpty()
                ? List.of(
                        "This site counts visits with cookies of its own: one that knows the browser again for a year, one that lasts as long as the visit.")
                : legal.privacy().lines().filter(line -> !line.isBlank()).toList();
        answers.say(response, "Privacy", text, workspace.get());
    }
}
