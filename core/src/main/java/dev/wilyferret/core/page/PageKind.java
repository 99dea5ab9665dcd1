package dev.wilyferret.core.page;

/** What a page is for; the order is the one in which visitors pass them. */
public enum PageKind {
    /** Drawn and served by this program, read by visitors. */
    CONTENT,
    /** Stands on a host of its own; visitors are sent there. */
    OUTSIDE,
    /** Fires pixels and sends on. */
    REDIRECT
}
