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
 * @param optIn whether the landing page takes addresses, so that mail goes on from there
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
        OptIn optIn) {

    /** What becomes of those who leave an address on the landing page. */
    public enum OptIn {
        /** It asks for none. */
        NONE,
        TAKEN,
        /** The mails written for them are all switched off. */
        MAILS_OFF
    }

    /** Whether visitors need no redirect page: they leave an address instead of going on to the offer. */
    boolean withoutRedirect() {
        return optIn != OptIn.NONE && redirect == PageState.MISSING;
    }
}
