package dev.wilyferret.app.pixels;

import dev.wilyferret.core.address.WebAddress;
import dev.wilyferret.core.pixel.PixelEvent;
import java.util.UUID;

/** An ad platform account whose pixel can fire on pages. */
public record PixelAccount(UUID id, UUID workspace, PixelDetails details) {

    /** The address a browser is to ask. */
    public String fireAddress(PixelEvent event, String fireId, String page) {
        return details.address().expand(details.pixelId(), details.eventName(event), fireId, page);
    }

    /** The origin pages must be allowed to ask. */
    public String origin() {
        return new WebAddress(fireAddress(PixelEvent.PAGE_VIEW, "", "")).origin();
    }
}
