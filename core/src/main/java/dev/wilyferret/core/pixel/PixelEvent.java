package dev.wilyferret.core.pixel;

/** What a pixel tells the ad platform. */
public enum PixelEvent {
    /** Somebody landed. */
    PAGE_VIEW,
    /** Somebody went on towards the offer. */
    LEAD,
    /** A network reported that somebody bought; told by the program alone, since no browser is there to ask. */
    SALE
}
