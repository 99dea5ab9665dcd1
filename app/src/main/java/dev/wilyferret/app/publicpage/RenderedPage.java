package dev.wilyferret.app.publicpage;

/**
 * A page as HTML, with {@link Marks} where something of the single view belongs.
 *
 * @param policy the Content-Security-Policy it needs
 */
public record RenderedPage(String html, String policy) {}
