package dev.wilyferret.app.pages;

/** What a page is for; the order is the one in which visitors pass them. */
public enum PageKind {
    /** Read by visitors. */
    CONTENT,
    /** Fires pixels and sends on. */
    REDIRECT
}
