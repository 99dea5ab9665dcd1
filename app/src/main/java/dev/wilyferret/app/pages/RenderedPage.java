package dev.wilyferret.app.pages;

/**
 * A page as HTML, with {@link #FIRE_ID} wherever the id of the single view belongs.
 *
 * @param policy the Content-Security-Policy it needs
 */
public record RenderedPage(String html, String policy) {

    /** Stands in for the id of a view until the page is served. Letters only, so that no encoding changes it. */
    public static final String FIRE_ID = "zzFIREIDzz";
}
