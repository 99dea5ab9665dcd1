package dev.wilyferret.app.pixels;

import dev.wilyferret.core.id.PixelId;
import dev.wilyferret.core.pixel.PixelEvent;
import java.util.Optional;

/** An ad platform account's pixel on a page, with what it tells. */
public record PagePixel(PixelAccount account, PixelEvent event) {

    public PixelId id() {
        return account.id();
    }

    /** The address a browser is to ask; empty where browsers ask nothing. */
    public Optional<String> fireAddress(String fireId, String page) {
        return account.fireAddress(event, fireId, page);
    }

    public boolean byBrowser() {
        return account.byBrowser();
    }

    public boolean byServer() {
        return account.byServer();
    }
}
