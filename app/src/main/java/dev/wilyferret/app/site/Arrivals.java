package dev.wilyferret.app.site;

import dev.wilyferret.app.intake.Frontage;
import dev.wilyferret.app.live.SiteSnapshot;
import dev.wilyferret.core.address.NetworkKey;
import dev.wilyferret.core.address.Tags;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.visit.Arrival;
import dev.wilyferret.core.visit.Headers;
import dev.wilyferret.core.visit.Parameters;
import jakarta.servlet.http.HttpServletRequest;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** Reads what is known of a request, once. */
@Component
class Arrivals {

    private final PlaceBook places;

    Arrivals(PlaceBook places) {
        this.places = places;
    }

    /** @param link it asked for; empty for a page */
    Arrival of(
            HttpServletRequest request,
            Visit visit,
            SiteSnapshot snapshot,
            WorkspaceId workspace,
            Optional<SiteSnapshot.LiveLink> link) {
        return of(
                request,
                visit,
                visit.own(snapshot, workspace),
                link,
                Optional.ofNullable(request.getQueryString()).orElse(""),
                header(request, "Referer"));
    }

    /** @param elsewhere what the script of a page elsewhere says of how visitors came to it */
    Arrival of(
            HttpServletRequest request,
            Visit visit,
            Optional<SiteSnapshot.LiveLink> link,
            OutsideRoutes.Said elsewhere) {
        return of(request, visit, false, link, elsewhere.query(), elsewhere.referrer());
    }

    /** Without a link, its tags are those in the address. */
    private Arrival of(
            HttpServletRequest request,
            Visit visit,
            boolean own,
            Optional<SiteSnapshot.LiveLink> link,
            String query,
            String referrer) {
        String address = request.getRemoteAddr();
        Parameters parameters = new Parameters(query);
        return Arrival.of(
                visit.visitor(),
                link.map(SiteSnapshot.LiveLink::id),
                link.map(SiteSnapshot.LiveLink::tags).or(() -> Tags.in(parameters.values())),
                parameters,
                own,
                new Arrival.Place(address, NetworkKey.prefix(address), places.countryCode(address)),
                headers(request, referrer));
    }

    private static Headers headers(HttpServletRequest request, String referrer) {
        return new Headers(
                header(request, "User-Agent"),
                referrer,
                header(request, "Accept-Language"),
                new Headers.Hints(
                        header(request, "Sec-CH-UA"),
                        header(request, "Sec-CH-UA-Mobile"),
                        header(request, "Sec-CH-UA-Platform")),
                new Headers.Fetch(
                        header(request, "Sec-Fetch-Site"),
                        header(request, "Sec-Fetch-Mode"),
                        header(request, "Sec-Fetch-Dest"),
                        header(request, "Sec-Fetch-User")),
                Frontage.httpVersion(request));
    }

    static String header(HttpServletRequest request, String name) {
        return Optional.ofNullable(request.getHeader(name)).orElse("");
    }
}
