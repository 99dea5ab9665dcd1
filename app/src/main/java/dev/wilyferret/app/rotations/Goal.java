package dev.wilyferret.app.rotations;

import dev.wilyferret.core.figures.Leg;
import dev.wilyferret.core.figures.Station;
import java.util.Arrays;
import java.util.Optional;
import java.util.function.Predicate;

/** What a visitor of a variant is to do. */
public enum Goal {
    OFFER("went on to an offer", leg -> leg.to() instanceof Station.Offer),
    OPT_IN("left an address", leg -> leg.to() instanceof Station.OptIn),
    CONFIRMED("confirmed it", leg -> leg.to() instanceof Station.Confirmed),
    SALE("bought", leg -> leg.to() instanceof Station.Sale),
    /** Of those who bought, what they brought. */
    REVENUE("revenue per visitor", leg -> leg.to() instanceof Station.Sale);

    private final String words;
    private final Predicate<Leg> reached;

    Goal(String words, Predicate<Leg> reached) {
        this.words = words;
        this.reached = reached;
    }

    static Optional<Goal> named(String name) {
        return Arrays.stream(values()).filter(goal -> goal.name().equals(name)).findFirst();
    }

    public String words() {
        return words;
    }

    Predicate<Leg> reached() {
        return reached;
    }
}
