package dev.wilyferret.app.trails;

import dev.wilyferret.app.offers.Offer;
import dev.wilyferret.app.promotions.Promotion;
import dev.wilyferret.core.figures.StepFigures;
import dev.wilyferret.core.id.ListId;
import dev.wilyferret.core.money.Money;
import dev.wilyferret.core.trail.Next;
import dev.wilyferret.core.trail.Setup;
import dev.wilyferret.core.trail.Trail;
import java.util.Optional;

/**
 * A promotion with what stands, what it brought, and what to do next.
 *
 * @param list the list its landing page puts people on
 */
record Overview(
        Promotion promotion, Offer offer, Optional<ListId> list, Setup setup, StepFigures figures, Brought brought) {

    /**
     * What it brought besides what its steps say.
     *
     * @param people who were new and left an address
     * @param confirmed how many of them confirmed it
     * @param pending commission that is not sure yet
     */
    record Brought(long people, long confirmed, Money pending) {}

    public Trail trail() {
        return Trail.of(setup, figures);
    }

    public Next next() {
        return Next.of(setup, figures);
    }

    public boolean needsLook() {
        return next() != Next.NOTHING;
    }

    /** Where the next thing is done. */
    public String nextAddress() {
        String own = "/promotions/" + promotion.id();
        return switch (next()) {
            case PUT_CLICK_ID_IN_LINK, WAIT_FOR_SALES -> "/offers/" + offer.id();
            case MAKE_LANDING_PAGE, PUBLISH_LANDING_PAGE, LEAD_THROUGH_REDIRECT, FIRE_VIEW_PIXEL, PUBLISH_CHANGES ->
                own + "/pages/landing";
            case MAKE_REDIRECT_PAGE, PUBLISH_REDIRECT_PAGE, FIRE_LEAD_PIXEL -> own + "/redirect";
            case SWITCH_ON_MAILS ->
                list.map(id -> "/people/lists/" + id + "/sequence").orElse("/people");
            case FILL_LEGAL -> "/settings";
            case ADD_PIXEL -> "/pixels/new";
            case MAKE_LINK, WALK_THROUGH -> own + "/links";
            case NOTHING -> own;
        };
    }
}
