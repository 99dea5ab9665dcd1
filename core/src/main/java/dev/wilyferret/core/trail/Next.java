package dev.wilyferret.core.trail;

import dev.wilyferret.core.figures.StepFigures;

/** The single most useful undone thing on a promotion, in the order people work. */
public enum Next {
    PUT_CLICK_ID_IN_LINK(
            "Put the click id into the affiliate link, or no sale can be led back to its click.", "Open the offer"),
    MAKE_LANDING_PAGE("Make the page visitors land on.", "Make the landing page"),
    MAKE_REDIRECT_PAGE(
            "Make a redirect page, so that the ad platform learns who goes on to the offer.", "Make the redirect page"),
    FILL_LEGAL(
            "Say who you are: the legal footer still lacks a name, a postal address or a contact.",
            "Fill in the footer"),
    PUBLISH_REDIRECT_PAGE("The redirect page is still a draft. Publish it.", "Open the redirect page"),
    PUBLISH_LANDING_PAGE("Write your own words on the landing page, then publish it.", "Open the landing page"),
    SWITCH_ON_MAILS("The mails that answer an opt-in are written, and still switched off.", "Open the sequence"),
    LEAD_THROUGH_REDIRECT("The button skips your redirect page. Lead it through there.", "Open the landing page"),
    ADD_PIXEL("Enter your ad platform's pixel id once; it fires from then on.", "Add a pixel"),
    FIRE_VIEW_PIXEL("No pixel fires on the landing page. Tick one and publish.", "Open the landing page"),
    FIRE_LEAD_PIXEL("No pixel fires on the redirect page. Tick one and publish.", "Open the redirect page"),
    MAKE_LINK("Make a tracking link for the place you send visitors from.", "Make a link"),
    WALK_THROUGH(
            "Open your link in another browser and walk through to the offer: the lead pixel was not seen yet.",
            "Open the links"),
    PUBLISH_CHANGES("The landing page's draft differs from what visitors see.", "See the changes"),
    WAIT_FOR_SALES(
            "Visitors reach the offer and no sale was reported yet. Check the postback address at the network.",
            "Open the offer"),
    NOTHING("Everything here is at work.", "");

    private final String sentence;
    private final String button;

    Next(String sentence, String button) {
        this.sentence = sentence;
        this.button = button;
    }

    /** Visitors who reached the offer before silence from the network deserves a look. */
    private static final int QUIET_AFTER = 50;

    public static Next of(Setup setup, StepFigures figures) {
        if (!setup.clickIdInLink()) {
            return PUT_CLICK_ID_IN_LINK;
        }
        if (setup.landing() == PageState.MISSING) {
            return MAKE_LANDING_PAGE;
        }
        if (setup.redirect() == PageState.MISSING && !setup.withoutRedirect()) {
            return MAKE_REDIRECT_PAGE;
        }
        if (setup.redirect() == PageState.DRAFT) {
            return PUBLISH_REDIRECT_PAGE;
        }
        if (!setup.legalComplete()) {
            return FILL_LEGAL;
        }
        if (setup.landing() == PageState.DRAFT) {
            return PUBLISH_LANDING_PAGE;
        }
        return afterPages(setup, figures);
    }

    private static Next afterPages(Setup setup, StepFigures figures) {
        if (setup.optIn() == Setup.OptIn.MAILS_OFF) {
            return SWITCH_ON_MAILS;
        }
        boolean redirects = !setup.withoutRedirect();
        if (redirects && !setup.buttonToRedirect()) {
            return LEAD_THROUGH_REDIRECT;
        }
        if (setup.pixelAccounts() == 0) {
            return ADD_PIXEL;
        }
        if (redirects && setup.leadPixels() == 0) {
            return FIRE_LEAD_PIXEL;
        }
        if (setup.viewPixels() == 0) {
            return FIRE_VIEW_PIXEL;
        }
        if (setup.links() == 0) {
            return MAKE_LINK;
        }
        if (redirects && !setup.leadPixelSeen()) {
            return WALK_THROUGH;
        }
        if (setup.landing() == PageState.CHANGED) {
            return PUBLISH_CHANGES;
        }
        return figures.sales() == 0 && figures.wentOn() >= QUIET_AFTER ? WAIT_FOR_SALES : NOTHING;
    }

    /** What is undone, as a sentence. */
    public String sentence() {
        return sentence;
    }

    /** What the button that does it says; empty if there is nothing to do. */
    public String button() {
        return button;
    }
}
