package dev.wilyferret.core.trail;

/**
 * What of a promotion stands.
 *
 * @param links tracking links in use
 * @param landing the page visitors land on
 * @param redirect the page that fires the lead pixel
 * @param buttonToRedirect whether the landing page's button leads through the redirect page
 * @param viewPixels pixels that fire on the published landing page
 * @param leadPixels pixels that fire on the published redirect page
 * @param pixelAccounts ad platform accounts of the workspace
 * @param leadPixelSeen whether a lead pixel of this promotion was ever answered
 * @param clickIdInLink whether the affiliate link carries the click id
 * @param legalComplete whether the legal footer has a name, an address and a contact
 * @param takesAddresses whether the landing page has an opt-in form, so that mail goes on from there
 */
public record Setup(
        int links,
        PageState landing,
        PageState redirect,
        boolean buttonToRedirect,
        int viewPixels,
        int leadPixels,
        int pixelAccounts,
        boolean leadPixelSeen,
        boolean clickIdInLink,
        boolean legalComplete,
        boolean takesAddresses) {

    /** Whether visitors need no redirect page: they leave an address instead of going on to the offer. */
    boolean withoutRedirect() {
        return takesAddresses && redirect == PageState.MISSING;
    }
}
