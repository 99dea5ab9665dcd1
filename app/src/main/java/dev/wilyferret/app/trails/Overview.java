package dev.wilyferret.app.trails;

import dev.wilyferret.app.offers.Offer;
import dev.wilyferret.app.promotions.Promotion;
import dev.wilyferret.core.figures.StepFigures;
import dev.wilyferret.core.money.Money;
import dev.wilyferret.core.trail.Advice;
import dev.wilyferret.core.trail.Place;
import dev.wilyferret.core.trail.Steps;
import java.util.List;

/**
 * A promotion with what stands, what it brought, and what to do next.
 *
 * @param advice what matters most now first
 * @param steps its figures in the steps that all promotions have
 */
record Overview(
        Promotion promotion, Offer offer, List<Advice> advice, Steps steps, StepFigures figures, Brought brought) {

    /**
     * What it brought besides what its steps say.
     *
     * @param people who were new and left an address
     * @param confirmed how many of them confirmed it
     * @param pending commission that is not sure yet
     */
    record Brought(long people, long confirmed, Money pending) {}

    public boolean needsLook() {
        return !advice.isEmpty();
    }

    /** What is undone at a place. */
    public List<Advice> about(Place place) {
        return advice.stream().filter(one -> one.about().equals(place)).toList();
    }
}
