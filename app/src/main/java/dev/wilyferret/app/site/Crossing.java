package dev.wilyferret.app.site;

import dev.wilyferret.app.installation.SiteAddress;
import dev.wilyferret.app.live.SiteSnapshot.Front;
import dev.wilyferret.app.secrets.Seals;
import dev.wilyferret.app.secrets.Signing;
import dev.wilyferret.app.workspace.Workspaces;
import dev.wilyferret.core.address.OwnHost;
import dev.wilyferret.core.id.ShortId;
import dev.wilyferret.core.id.VisitorId;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.link.SiteParameter;
import jakarta.servlet.http.HttpServletRequest;
import java.time.Clock;
import java.time.Duration;
import java.util.Arrays;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/**
 * A visit on its way from one host of a workspace to another, whose cookies are not the same: a parameter says who comes with
 * which click. It is signed for the host it leads to, good for one minute, and taken out of the address on arrival.
 */
@Component
class Crossing {

    static final String PARAMETER = "wf_over";

    /** How long one may be on the way. */
    private static final Duration GOOD_FOR = Duration.ofMinutes(1);

    private static final int SIGNED = 40;
    private static final int PARTS = 4;

    private final Workspaces workspaces;
    private final SiteAddress site;
    private final Clock clock;

    Crossing(Workspaces workspaces, SiteAddress site, Clock clock) {
        this.workspaces = workspaces;
        this.site = site;
        this.clock = clock;
    }

    /** Who came over, with the click of their visit. */
    record Over(VisitorId visitor, Optional<Visit.Current> current) {}

    /**
     * An address on a host of a workspace, as visitors of another host are sent to it; on the same host it is the path alone.
     *
     * @param path from the slash on, with parameters and a part of the page if there are any
     * @param over who is handed over; empty where nobody is to be
     */
    String address(Front from, WorkspaceId workspace, Optional<OwnHost> host, String path, Optional<Over> over) {
        if (from.host().equals(host)) {
            return path;
        }
        return site.of(
                host,
                over.flatMap(who -> signed(workspace, host, who))
                        .map(value -> with(path, value))
                        .orElse(path));
    }

    private static String with(String path, String value) {
        int part = path.indexOf('#');
        String before = part < 0 ? path : path.substring(0, part);
        return before + (before.contains("?") ? "&" : "?") + PARAMETER + "=" + value
                + (part < 0 ? "" : path.substring(part));
    }

    /** Without the key that it would be signed with, a visit begins anew on the other host. */
    private Optional<String> signed(WorkspaceId workspace, Optional<OwnHost> host, Over over) {
        String claim = ShortId.of(over.visitor) + "~"
                + over.current.map(Visit.Current::text).orElse("") + "~"
                + Long.toString(clock.instant().plus(GOOD_FOR).getEpochSecond(), 36);
        try {
            return Optional.of(claim + "~" + signature(workspace, host, claim));
        } catch (Seals.Unreadable noKey) {
            return Optional.empty();
        }
    }

    private String signature(WorkspaceId workspace, Optional<OwnHost> host, String claim) {
        return workspaces
                .sign(workspace, "over to " + host.map(OwnHost::name).orElse("") + " " + claim)
                .substring(0, SIGNED);
    }

    /** Whether a request comes from another host. */
    static boolean comes(HttpServletRequest request) {
        return carries(request, PARAMETER);
    }

    /** Whether a parameter stands in the address of a request, so that {@link #without} takes it out. */
    static boolean carries(HttpServletRequest request, String parameter) {
        return Optional.ofNullable(request.getQueryString())
                .filter(query -> Arrays.stream(query.split("&")).anyMatch(pair -> pair.startsWith(parameter + "=")))
                .isPresent();
    }

    /** The address of such a request without what was handed over. */
    static String without(HttpServletRequest request) {
        String rest = Arrays.stream(request.getQueryString().split("&"))
                .filter(pair -> !pair.startsWith(PARAMETER + "=") && !pair.startsWith(SiteParameter.VISIT + "="))
                .collect(Collectors.joining("&"));
        return request.getRequestURI() + (rest.isEmpty() ? "" : "?" + rest);
    }

    /** Who comes over to a page of a workspace; empty if nobody was handed over to this host within the last minute. */
    Optional<Over> read(HttpServletRequest request, WorkspaceId workspace) {
        String[] parts =
                Optional.ofNullable(request.getParameter(PARAMETER)).orElse("").split("~", -1);
        if (parts.length != PARTS
                || !parts[2].matches("[0-9a-z]{1,11}")
                || !parts[3].matches("[0-9a-f]{" + SIGNED + "}")) {
            return Optional.empty();
        }
        String claim = parts[0] + "~" + parts[1] + "~" + parts[2];
        long until = Long.parseLong(parts[2], 36);
        long now = clock.instant().getEpochSecond();
        if (now > until || until - now > GOOD_FOR.toSeconds() || !signedHere(request, workspace, claim, parts[3])) {
            return Optional.empty();
        }
        return ShortId.parse(parts[0], VisitorId::new).map(visitor -> new Over(visitor, Visit.Current.parse(parts[1])));
    }

    private boolean signedHere(HttpServletRequest request, WorkspaceId workspace, String claim, String signature) {
        try {
            return Signing.same(signature(workspace, Fronts.of(request).host(), claim), signature);
        } catch (Seals.Unreadable noKey) {
            return false;
        }
    }
}
