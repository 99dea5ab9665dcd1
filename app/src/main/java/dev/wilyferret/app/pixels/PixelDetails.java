package dev.wilyferret.app.pixels;

import dev.wilyferret.core.pixel.FireAddress;
import dev.wilyferret.core.pixel.PixelEvent;
import dev.wilyferret.core.text.PlainText;

/**
 * What one notes about an ad platform account, once.
 *
 * @param name the platform's or the account's name
 * @param pixelId the platform's id of the pixel
 * @param viewEvent what the platform calls a page view
 * @param leadEvent what the platform calls a lead
 */
public record PixelDetails(String name, String pixelId, FireAddress address, String viewEvent, String leadEvent) {

    public PixelDetails {
        name = name(name);
        pixelId = pixelId(pixelId);
        viewEvent = event(viewEvent);
        leadEvent = event(leadEvent);
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

    public String eventName(PixelEvent event) {
        return switch (event) {
            case PAGE_VIEW -> viewEvent;
            case LEAD -> leadEvent;
        };
    }
}
