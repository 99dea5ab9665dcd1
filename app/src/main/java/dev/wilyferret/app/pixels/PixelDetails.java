package dev.wilyferret.app.pixels;

import dev.wilyferret.core.address.WebAddress;
import dev.wilyferret.core.pixel.FireAddress;
import dev.wilyferret.core.pixel.PixelEvent;
import dev.wilyferret.core.pixel.PixelSnippet;
import dev.wilyferret.core.pixel.PixelWay;
import dev.wilyferret.core.pixel.ServerCall;
import dev.wilyferret.core.text.PlainText;
import dev.wilyferret.core.text.Refusal;
import java.util.List;
import java.util.Optional;

/**
 * What one notes about an ad platform account, once.
 *
 * @param name the platform's or the account's name
 * @param pixelId the platform's id of the pixel
 * @param address the image that browsers ask; empty where none does
 * @param snippet the platform's own code that browsers run instead; empty where there is none
 * @param alsoAsked origins that the image leads browsers over by redirects
 * @param server how the program tells the platform itself; empty where it does not
 * @param token the platform's access token for that; empty for none, or while the key file is missing
 * @param viewEvent what the platform calls a page view
 * @param leadEvent what the platform calls a lead
 * @param checkoutEvent what the platform calls a checkout
 * @param saleEvent what the platform calls a sale; empty if it is not told of any
 */
public record PixelDetails(
        String name,
        String pixelId,
        PixelWay way,
        Optional<FireAddress> address,
        Optional<PixelSnippet> snippet,
        List<String> alsoAsked,
        Optional<ServerCall> server,
        String token,
        String viewEvent,
        String leadEvent,
        String checkoutEvent,
        String saleEvent) {

    static final String NOTHING_TO_ASK =
            "The image address is empty, and so is the platform's own code. Browsers need one of them.";

    private static final int MOST_ORIGINS = 10;

    /** @throws Refusal if it has no address for one of its ways, or is to tell of sales and cannot */
    public PixelDetails {
        name = name(name);
        alsoAsked = List.copyOf(alsoAsked);
        pixelId = pixelId(pixelId);
        viewEvent = event(viewEvent);
        leadEvent = event(leadEvent);
        checkoutEvent = event(checkoutEvent);
        saleEvent = saleEvent(saleEvent);
        if (way.byBrowser() && address.isEmpty() && snippet.isEmpty()) {
            throw new Refusal(NOTHING_TO_ASK);
        }
        if (snippet.isPresent()) {
            PixelSnippet.refuseWhatEndsWords("pixel id", pixelId);
            for (String event : List.of(viewEvent, leadEvent, checkoutEvent)) {
                PixelSnippet.refuseWhatEndsWords("event name", event);
            }
        }
        if (server.isEmpty() && (way.byServer() || !saleEvent.isEmpty())) {
            throw new Refusal(
                    saleEvent.isEmpty()
                            ? "The server's address is empty. This program tells it what happens."
                            : "The server's address is empty. Sales are told to it, since no browser is there then.");
        }
    }

    /** One that browsers alone ask. */
    public PixelDetails(String name, String pixelId, FireAddress address, String viewEvent, String leadEvent) {
        this(
                name,
                pixelId,
                PixelWay.BROWSER,
                Optional.of(address),
                Optional.empty(),
                List.of(),
                Optional.empty(),
                "",
                viewEvent,
                leadEvent,
                "Checkout",
                "");
    }

    static String name(String typed) {
        return PlainText.line("name", typed, 100);
    }

    static String pixelId(String typed) {
        return PlainText.line("pixel id", typed, 100);
    }

    static String event(String typed) {
        return PlainText.line("event name", typed, 60);
    }

    /** @throws Refusal if one of them is no host */
    static List<String> origins(String typed) {
        List<String> origins = typed.lines()
                .map(String::strip)
                .filter(line -> !line.isEmpty())
                .map(line -> new WebAddress(line.contains("://") ? line : "https://" + line).origin())
                .distinct()
                .toList();
        if (origins.size() > MOST_ORIGINS) {
            throw new Refusal(
                    "More than %d hosts. Name those that the image really leads over.".formatted(MOST_ORIGINS));
        }
        return origins;
    }

    static String saleEvent(String typed) {
        return PlainText.optionalLine("event name", typed, 60);
    }

    static String token(String typed) {
        return PlainText.optionalLine("access token", typed, 1000);
    }

    public String eventName(PixelEvent event) {
        return switch (event.kind()) {
            case PAGE_VIEW -> viewEvent;
            case LEAD -> leadEvent;
            case CHECKOUT -> checkoutEvent;
            case SALE -> saleEvent;
            case OWN -> event.own();
        };
    }
}
