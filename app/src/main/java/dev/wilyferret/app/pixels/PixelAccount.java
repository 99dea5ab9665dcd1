package dev.wilyferret.app.pixels;

import dev.wilyferret.core.address.WebAddress;
import dev.wilyferret.core.id.PixelId;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.pixel.PixelEvent;
import dev.wilyferret.core.pixel.PixelSnippet;
import java.util.Optional;
import java.util.stream.Stream;

/** An ad platform account whose pixel can fire on pages. */
public record PixelAccount(PixelId id, WorkspaceId workspace, PixelDetails details) {

    /** The address a browser is to ask; empty where browsers ask nothing. */
    public Optional<String> fireAddress(PixelEvent event, String fireId, String page) {
        return details.address()
                .filter(address -> byBrowser())
                .map(address -> address.expand(details.pixelId(), details.eventName(event), fireId, page));
    }

    /** The platform's own code that browsers run; empty where there is none, or browsers ask nothing. */
    public Optional<PixelSnippet> snippet() {
        return details.snippet().filter(code -> byBrowser());
    }

    /** The origins pages must be allowed to ask; none where browsers ask nothing. */
    public Stream<String> origins() {
        return byBrowser()
                ? Stream.concat(
                        fireAddress(PixelEvent.PAGE_VIEW, "", "").stream()
                                .map(address -> new WebAddress(address).origin()),
                        details.alsoAsked().stream())
                : Stream.empty();
    }

    public boolean byBrowser() {
        return details.way().byBrowser();
    }

    public boolean byServer() {
        return details.way().byServer();
    }
}
