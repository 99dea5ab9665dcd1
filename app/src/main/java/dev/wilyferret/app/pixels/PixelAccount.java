package dev.wilyferret.app.pixels;

import dev.wilyferret.core.address.WebAddress;
import dev.wilyferret.core.id.PixelId;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.pixel.PixelEvent;
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

    /** The origins pages must be allowed to ask; none where browsers ask nothing. */
    public Stream<String> origins() {
        return fireAddress(PixelEvent.PAGE_VIEW, "", "").stream()
                .map(address -> new WebAddress(address).origin())
                .flatMap(first -> Stream.concat(Stream.of(first), details.alsoAsked().stream()));
    }

    public boolean byBrowser() {
        return details.way().byBrowser();
    }

    public boolean byServer() {
        return details.way().byServer();
    }
}
