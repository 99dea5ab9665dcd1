package dev.wilyferret.core.page;

import dev.wilyferret.core.id.PixelId;
import dev.wilyferret.core.pixel.PixelEvent;
import java.util.List;
import java.util.stream.Stream;

/** An ad platform account's pixel on a page, with what it tells. */
public record Firing(PixelId pixel, PixelEvent event) {

    public static List<Firing> views(PixelId... pixels) {
        return all(PixelEvent.PAGE_VIEW, pixels);
    }

    public static List<Firing> leads(PixelId... pixels) {
        return all(PixelEvent.LEAD, pixels);
    }

    private static List<Firing> all(PixelEvent event, PixelId... pixels) {
        return Stream.of(pixels).map(pixel -> new Firing(pixel, event)).toList();
    }
}
