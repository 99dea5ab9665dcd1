package dev.wilyferret.app.pages;

/** What a page is for. */
public enum PageKind {
    /** Warms a visitor up and leads them on by one button. */
    BRIDGE,
    /** Fires pixels and sends a visitor on to the offer. */
    REDIRECT
}
