package dev.wilyferret.app.site;

import dev.wilyferret.app.clicks.ClickLog;
import dev.wilyferret.app.intake.BodyRefused;
import dev.wilyferret.app.intake.ReadRequest;
import dev.wilyferret.app.workspace.Workspace;
import dev.wilyferret.core.id.ShortId;
import jakarta.servlet.http.HttpServlet;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Optional;
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

    private final transient VisitorRoutes visitors;
    private final transient PixelRoutes pixels;
    private final transient PostbackRoute postbacks;
    private final transient FormRoutes forms;
    private final transient MailRoutes mails;
    private final transient OwnRoutes own;
    private final transient MediaRoute media;
    private final transient SnapshotKeeper snapshots;
    private final transient Line line;
    private final transient Answers answers;

    SiteServlet(
            VisitorRoutes visitors,
            PixelRoutes pixels,
            PostbackRoute postbacks,
            FormRoutes forms,
            MailRoutes mails,
            OwnRoutes own,
            MediaRoute media,
            SnapshotKeeper snapshots,
            Line line,
            Answers answers) {
        this.visitors = visitors;
        this.pixels = pixels;
        this.postbacks = postbacks;
        this.forms = forms;
        this.mails = mails;
        this.own = own;
        this.media = media;
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
            route(request.getMethod().equals("POST") ? ReadRequest.of(request, MOST_BODY) : request, response);
        } catch (BodyRefused refused) {
            // What is left of it is not waited for.
            response.setHeader("Connection", "close");
            answers.refused(response, refused.status(), refused.getMessage());
        } catch (Line.Full full) {
            LOG.warn("A request to the public site was not served: {}", full.getMessage());
            answers.tryAgain(response);
        } catch (ClickLog.NotKept notKept) {
            LOG.error("A request was not answered, since it could not be kept", notKept);
            answers.tryAgain(response);
        } catch (RuntimeException failed) {
            LOG.error("A request to the public site failed", failed);
            answers.tryAgain(response);
        }
    }

    private void route(HttpServletRequest request, HttpServletResponse response) throws IOException {
        String path = request.getRequestURI();
        String[] parts = path.substring(1).split("/", -1);
        boolean reading =
                request.getMethod().equals("GET") || request.getMethod().equals("HEAD");
        boolean posting = request.getMethod().equals("POST");
        if (posting && path.equals("/px")) {
            pixels.report(request, response);
        } else if ((reading || posting) && parts.length == 2 && parts[0].equals("postback")) {
            inLine(() -> postbacks.receive(request, response, parts[1]));
        } else if (posting && parts.length == 3 && parts[0].equals("opt-in")) {
            forms.optIn(request, response, parts[1], parts[2]);
        } else if (posting && parts.length == 3 && parts[0].equals("quiz")) {
            forms.quiz(request, response, parts[1], parts[2]);
        } else if (posting && parts.length == 2 && parts[0].equals("leave")) {
            inLine(() -> mails.leave(response, parts[1]));
        } else if (posting && parts.length == 2 && parts[0].equals("confirm")) {
            inLine(() -> mails.confirm(response, parts[1]));
        } else if (posting && parts.length == 2 && parts[0].equals("gift")) {
            inLine(() -> mails.renew(request, response, parts[1]));
        } else if (reading) {
            read(request, response, path, parts);
        } else {
            answers.notFound(response);
        }
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

    private void read(HttpServletRequest request, HttpServletResponse response, String path, String[] parts)
            throws IOException {
        switch (parts[0] + "/" + parts.length) {
            case "go/2" -> visitors.link(request, response, parts[1]);
            case "out/2" -> visitors.out(request, response, parts[1], Optional.empty());
            case "out/3" -> visitors.out(request, response, parts[1], ShortId.parse(parts[2]));
            case "px/3" -> pixels.image(request, response, parts[1], parts[2]);
            case "media/2" -> media.serve(request, response, parts[1]);
            case "own/2" -> inLine(() -> own.mark(request, response, parts[1]));
            case "preview/2" -> inLine(() -> own.preview(request, response, parts[1]));
            case "design/2" -> own.design(response, parts[1]);
            case "type/2" -> media.type(response, parts[1]);
            case "confirm/2" -> inLine(() -> mails.askToConfirm(response, parts[1]));
            case "leave/2" -> inLine(() -> mails.askToLeave(response, parts[1]));
            case "m/4" -> inLine(() -> mails.follow(request, response, parts));
            case "gift/2" -> inLine(() -> mails.gift(request, response, parts[1]));
            case "mail-preview/2" -> inLine(() -> own.mail(response, parts[1]));
            case "calendar/3" -> forms.calendar(response, parts[1], parts[2]);
            case "privacy/1" -> privacy(response);
            case "robots.txt/1" ->
                answers.plain(
                        response,
                        HttpServletResponse.SC_OK,
                        "User-agent: *\nDisallow: /go/\nDisallow: /out/\nDisallow: /px/\nDisallow: /preview/\nDisallow: /design/\nDisallow: /confirm/\nDisallow: /leave/\nDisallow: /m/\nDisallow: /gift/\nDisallow: /mail-preview/");
            default -> page(request, response, path, parts);
        }
    }

    private void page(HttpServletRequest request, HttpServletResponse response, String path, String[] parts)
            throws IOException {
        Optional<String> entry = parts.length == 1
                ? Optional.ofNullable(snapshots.now().entries().get(parts[0]))
                : Optional.empty();
        if (entry.isPresent()) {
            String query = request.getQueryString();
            answers.sendTo(response, entry.get() + (query == null ? "" : "?" + query));
        } else {
            visitors.page(request, response, path);
        }
    }

    private void privacy(HttpServletResponse response) throws IOException {
        Optional<Workspace> workspace =
                snapshots.now().workspaces().values().stream().findFirst();
        if (workspace.isEmpty()) {
            answers.notFound(response);
            return;
        }
        Workspace.Legal legal = workspace.get().legal();
        List<String> text = legal.privacy().isEmpty()
                ? List.of(
                        "This site counts visits with cookies of its own: one that knows the browser again for a year, one that lasts as long as the visit.")
                : legal.privacy().lines().filter(line -> !line.isBlank()).toList();
        answers.say(response, "Privacy", text, legal);
    }
}
