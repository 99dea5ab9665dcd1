package dev.wilyferret.app.pixels;

import dev.wilyferret.core.address.WebAddress;
import dev.wilyferret.core.id.PixelId;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.pixel.PixelEvent;

/** An ad platform account whose pixel can fire on pages. */
public record PixelAccount(PixelId id, WorkspaceId workspace, PixelDetails details) {

    /** The address a browser is to ask. */
    public String fireAddress(PixelEvent event, String fireId, String page) {
        return details.address().expand(details.pixelId(), details.eventName(event), fireId, page);
    }

    /** The origin pages must be allowed to ask. */
    public String origin() {
        return new WebAddress(fireAddress(PixelEvent.PAGE_VIEW, "", "")).origin();
    }
}
