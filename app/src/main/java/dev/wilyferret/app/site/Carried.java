package dev.wilyferret.app.site;

import dev.wilyferret.app.secrets.Seals;
import dev.wilyferret.app.secrets.Signing;
import dev.wilyferret.app.workspace.Workspaces;
import dev.wilyferret.core.id.ShortId;
import dev.wilyferret.core.id.VisitorId;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.link.SiteParameter;
import dev.wilyferret.core.visit.VisitLife;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.time.Clock;
import java.time.Duration;
import java.util.Optional;
import org.springframework.stereotype.Component;

/**
 * A visit as it goes along in addresses, to pages on hosts of their own and back from there, where no cookie of this site reaches.
 * Signed, so that only visits that there were can be named; good for as long as a visit lives. It never takes the place of a later
 * visit on the same promotion.
 */
@Component
class Carried {

    private static final Duration CLOCK_SLACK = Duration.ofMinutes(1);
    private static final int SIGNED = 16;

    private final Workspaces workspaces;
    private final VisitCookies cookies;
    private final Clock clock;

    Carried(Workspaces workspaces, VisitCookies cookies, Clock clock) {
        this.workspaces = workspaces;
        this.cookies = cookies;
        this.clock = clock;
    }

    /** Who is carried along, with the click of their visit. */
    record Along(VisitorId visitor, Visit.Current click) {

        private String claim() {
            return ShortId.of(visitor) + "-" + click.text();
        }
    }

    /** As an address has it; empty while the key that it would be signed with cannot be read. */
    Optional<String> text(WorkspaceId workspace, Along along) {
        try {
            return Optional.of(along.claim() + "-" + signature(workspace, along.claim()));
        } catch (Seals.Unreadable noKey) {
            return Optional.empty();
        }
    }

    /** Who a text names; empty if this site did not write it, or too long ago. */
    Optional<Along> read(WorkspaceId workspace, String text) {
        String[] parts = text.split("-", -1);
        if (parts.length != 3 || !signed(workspace, parts[0] + "-" + parts[1], parts[2])) {
            return Optional.empty();
        }
        return ShortId.parse(parts[0], VisitorId::new)
                .flatMap(visitor -> Visit.Current.parse(parts[1]).map(click -> new Along(visitor, click)))
                .filter(along ->
                        age(along).compareTo(VisitLife.LASTS) < 0 && age(along).compareTo(CLOCK_SLACK.negated()) > 0);
    }

    /** How long ago its click was. */
    Duration age(Along along) {
        return Duration.between(along.click.clicked(), clock.instant());
    }

    /** The visit of a request that carries one along, in its address or its form; otherwise what its cookies say. */
    Visit onto(Visit visit, HttpServletRequest request, WorkspaceId workspace) {
        return read(request, workspace)
                .map(along -> visit.carrying(along.visitor, along.click))
                .orElse(visit);
    }

    /** Lets the browser go on with the visit that a request carries along, by cookies of this host. */
    void settle(HttpServletRequest request, HttpServletResponse response, WorkspaceId workspace) {
        read(request, workspace)
                .map(along -> cookies.of(request).carrying(along.visitor, along.click))
                .ifPresent(visit -> cookies.remember(
                        request, response, visit.visitor(), visit.current().orElseThrow()));
    }

    /** Whom a request carries along. */
    Optional<Along> read(HttpServletRequest request, WorkspaceId workspace) {
        return request.getMethod().equals("POST") || comes(request)
                ? Optional.ofNullable(request.getParameter(SiteParameter.VISIT)).flatMap(text -> read(workspace, text))
                : Optional.empty();
    }

    /** Whether the address of a request carries a visit along. */
    static boolean comes(HttpServletRequest request) {
        return Crossing.carries(request, SiteParameter.VISIT);
    }

    private boolean signed(WorkspaceId workspace, String claim, String signature) {
        try {
            return Signing.same(signature(workspace, claim), signature);
        } catch (Seals.Unreadable noKey) {
            return false;
        }
    }

    private String signature(WorkspaceId workspace, String claim) {
        return workspaces.sign(workspace, "carried " + claim).substring(0, SIGNED);
    }
}
