package dev.wilyferret.app.site;

import dev.wilyferret.app.clicks.BrowserNames;
import dev.wilyferret.app.installation.Installation;
import dev.wilyferret.app.installation.SiteAddress;
import dev.wilyferret.app.intake.Cookies;
import dev.wilyferret.app.live.SnapshotKeeper;
import dev.wilyferret.app.postman.MailPreviews;
import dev.wilyferret.app.publicpage.Previews;
import dev.wilyferret.app.publicpage.RenderedPage;
import dev.wilyferret.app.workspace.OwnBrowsers;
import dev.wilyferret.core.address.OwnHost;
import dev.wilyferret.core.link.SiteRoute;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.time.Duration;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** What the workspace's own people do on the public origin: mark their browser, look at drafts. */
@Component
class OwnRoutes {

    private static final Duration MARK_KEPT = Duration.ofDays(365);

    private final OwnBrowsers browsers;
    private final BrowserNames names;
    private final Previews previews;
    private final MailPreviews mails;
    private final SnapshotKeeper snapshots;
    private final SiteAddress site;
    private final Answers answers;
    private final TokenValues tokens;
    private final String consoleAddress;

    OwnRoutes(
            OwnBrowsers browsers,
            BrowserNames names,
            Previews previews,
            MailPreviews mails,
            SnapshotKeeper snapshots,
            SiteAddress site,
            Answers answers,
            TokenValues tokens,
            Installation installation) {
        this.browsers = browsers;
        this.names = names;
        this.previews = previews;
        this.mails = mails;
        this.snapshots = snapshots;
        this.site = site;
        this.answers = answers;
        this.tokens = tokens;
        this.consoleAddress = installation.consoleAddress().toString();
    }

    /**
     * {@code /own/{pass}}: turns the console's pass into this browser's mark, then goes on to the workspace's next host for the
     * same, and from the last one back to the console.
     */
    void mark(HttpServletRequest request, HttpServletResponse response, String pass) throws IOException {
        Optional<OwnBrowsers.Marked> marked =
                browsers.redeem(pass, () -> names.of(Arrivals.header(request, "User-Agent")));
        if (marked.isEmpty()) {
            answers.notFound(response);
            return;
        }
        Cookies.set(request, response, VisitCookies.OWN, marked.get().token(), MARK_KEPT);
        Optional<OwnHost> here = Fronts.of(request).host();
        Optional<String> next = snapshots.now().reachable(marked.get().workspace()).stream()
                .filter(host -> here.isEmpty() || host.compareTo(here.get()) > 0)
                .findFirst()
                .map(host -> site.of(Optional.of(host), SiteRoute.OWN.path(browsers.pass(marked.get()))));
        if (here.isEmpty() && next.isPresent()) {
            answers.goOn(response, next.get());
        } else {
            answers.sendTo(response, next.orElse(consoleAddress + "/settings#own-browsers"));
        }
    }

    /** {@code /preview/{signed}}: a draft as visitors would see it; counts nothing, fires nothing. */
    void preview(HttpServletRequest request, HttpServletResponse response, String signed) throws IOException {
        Optional<Previews.Opened> page = previews.open(signed);
        if (page.isEmpty()) {
            answers.notFound(response);
            return;
        }
        response.setHeader("X-Robots-Tag", "noindex, nofollow");
        answers.preview(
                response,
                page.get().page(),
                tokens.of(request, Optional.empty(), page.get().offer()),
                consoleAddress);
    }

    /** {@code /mail-preview/{signed}}: a mail as a subscriber would see it; may be framed by the console. */
    void mail(HttpServletResponse response, String signed) throws IOException {
        Optional<String> mail = mails.open(signed);
        if (mail.isEmpty()) {
            answers.notFound(response);
            return;
        }
        response.setHeader("X-Robots-Tag", "noindex, nofollow");
        answers.preview(
                response,
                new RenderedPage(mail.get(), "default-src 'none'; style-src 'unsafe-inline'; img-src 'self'"),
                Map.of(),
                consoleAddress);
    }

    /** {@code /design/{key}}: a starting design as it would look; may be framed by the console. */
    void design(HttpServletResponse response, String key) throws IOException {
        Optional<RenderedPage> page = previews.design(key);
        if (page.isEmpty()) {
            answers.notFound(response);
            return;
        }
        response.setHeader("X-Robots-Tag", "noindex, nofollow");
        answers.preview(response, page.get(), Map.of(), consoleAddress);
    }
}
