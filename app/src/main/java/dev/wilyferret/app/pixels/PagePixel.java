package dev.wilyferret.app.pixels;

import dev.wilyferret.core.id.PixelId;
import dev.wilyferret.core.money.Money;
import dev.wilyferret.core.pixel.PixelEvent;
import java.util.Map;
import java.util.Optional;

/**
 * An ad platform account's pixel on a page, with what it tells.
 *
 * @param worth what a lead of the page's offer is paid; nothing where it is not paid for leads
 */
public record PagePixel(PixelAccount account, PixelEvent event, Money worth) {

    public PixelId id() {
        return account.id();
    }

    /** The address a browser is to ask; empty where browsers ask nothing. */
    public Optional<String> fireAddress(String fireId, String page) {
        return account.fireAddress(event, fireId, page);
    }

    /** The platform's own code that a browser is to run; empty where there is none. */
    public Optional<String> snippet(String fireId, String page) {
        boolean lead = event.kind() == PixelEvent.Kind.LEAD;
        return account.snippet()
                .map(code -> code.filled(Map.of(
                        "id",
                        account.details().pixelId(),
                        "event",
                        account.details().eventName(event),
                        "eid",
                        fireId,
                        "page",
                        page,
                        "value",
                        lead ? worth.major().toPlainString() : "0",
                        "currency",
                        worth.currency().getCurrencyCode())));
    }

    public boolean byBrowser() {
        return account.byBrowser();
    }

    public boolean byServer() {
        return account.byServer();
    }
}
