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
        name = PlainText.line("name", name, 100);
        pixelId = PlainText.line("pixel id", pixelId, 100);
        viewEvent = PlainText.line("event name", viewEvent, 60);
        leadEvent = PlainText.line("event name", leadEvent, 60);
    }

    public String eventName(PixelEvent event) {
        return switch (event) {
            case PAGE_VIEW -> viewEvent;
            case LEAD -> leadEvent;
        };
    }
}
