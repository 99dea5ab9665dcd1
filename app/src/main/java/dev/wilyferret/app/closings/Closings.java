package dev.wilyferret.app.closings;

import dev.wilyferret.app.offers.Offer;
import dev.wilyferret.app.offers.Offers;
import dev.wilyferret.app.rotations.ShutOffers;
import dev.wilyferret.core.offer.Closing;
import java.time.Clock;
import java.time.LocalDate;
import java.util.Optional;
import java.util.OptionalLong;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Notes that offers are full or fail, and tells the rotations that lead to them; both or neither. */
@Service
class Closings {

    private final Offers offers;
    private final ShutOffers rotations;
    private final SentToOffers sent;
    private final Clock clock;

    Closings(Offers offers, ShutOffers rotations, SentToOffers sent, Clock clock) {
        this.offers = offers;
        this.rotations = rotations;
        this.sent = sent;
        this.clock = clock;
    }

    /** Compares what an offer took today with its cap. */
    @Transactional
    void count(Offer offer) {
        OptionalLong taken = sent.of(offer);
        Optional<LocalDate> full = offer.details()
                .cap()
                .filter(cap -> taken.orElse(0) >= cap.most())
                .map(cap -> offer.day(clock.instant()));
        if (!full.equals(offer.fullOn()) && offers.full(offer.workspace(), offer.id(), full)) {
            tell(offer);
        }
    }

    @Transactional
    void note(Offer offer, Optional<Closing.Failing> failing) {
        if (offers.failing(offer.workspace(), offer.id(), failing)) {
            tell(offer);
        }
    }

    /** While the offer's row is held, so that of what happens to it at once one thing comes after the other. */
    private void tell(Offer offer) {
        rotations.turned(offers.find(offer.workspace(), offer.id()).orElseThrow());
    }
}
