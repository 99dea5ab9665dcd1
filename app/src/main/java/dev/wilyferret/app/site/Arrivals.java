package dev.wilyferret.app.site;

import dev.wilyferret.app.intake.Frontage;
import dev.wilyferret.app.live.SiteSnapshot;
import dev.wilyferret.core.address.NetworkKey;
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
        String address = request.getRemoteAddr();
        return Arrival.of(
                visit.visitor(),
                link.map(SiteSnapshot.LiveLink::id),
                link.map(SiteSnapshot.LiveLink::tags),
                new Parameters(Optional.ofNullable(request.getQueryString()).orElse("")),
                visit.own(snapshot, workspace),
                new Arrival.Place(address, NetworkKey.prefix(address), places.countryCode(address)),
                headers(request));
    }

    private static Headers headers(HttpServletRequest request) {
        return new Headers(
                header(request, "User-Agent"),
                header(request, "Referer"),
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
