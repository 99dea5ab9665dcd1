package dev.wilyferret.core.pixel;

/** What a pixel tells the ad platform. */
public enum PixelEvent {
    /** Somebody landed. */
    PAGE_VIEW,
    /** Somebody went on towards the offer. */
    LEAD
}
