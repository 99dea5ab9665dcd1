package dev.wilyferret.app.site;

import dev.wilyferret.app.clicks.EventCounts;
import dev.wilyferret.core.id.ClickId;
import dev.wilyferret.core.id.PromotionId;
import dev.wilyferret.core.visit.VisitLife;
import java.time.Clock;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** Whether a visit goes on. A cookie says which click it hangs on, and is believed within the life of a visit alone. */
@Component
class OpenVisits {

    private final EventCounts counts;
    private final Clock clock;

    OpenVisits(EventCounts counts, Clock clock) {
        this.counts = counts;
        this.clock = clock;
    }

    /** The click that what somebody does on a promotion belongs to; empty where a new one begins. */
    Optional<Visit.Current> on(Visit visit, PromotionId promotion) {
        return visit.currentOn(promotion).filter(current -> takes(current.click()));
    }

    /** The click of a visit on a promotion that has taken all it takes; a new one goes on with its link. */
    Optional<Visit.Current> ended(Visit visit, PromotionId promotion) {
        return visit.currentOn(promotion).filter(current -> !takes(current.click()));
    }

    boolean takes(ClickId click) {
        return VisitLife.takes(click, counts.of(click), clock.instant());
    }
}
