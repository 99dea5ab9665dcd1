package dev.wilyferret.app.closings;

import dev.wilyferret.app.offers.Offer;
import dev.wilyferret.app.offers.Offers;
import dev.wilyferret.app.outside.Outside;
import dev.wilyferret.app.storage.Lane;
import dev.wilyferret.core.id.OfferId;
import dev.wilyferret.core.offer.AffiliateLink;
import dev.wilyferret.core.offer.Closing;
import dev.wilyferret.core.text.Fault;
import java.io.IOException;
import java.net.URI;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.TimeUnit;
import java.util.function.Consumer;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;

/** Looks by itself whether offers are full, and whether the addresses answer that somebody wants looked at. */
@Component
class OfferWatch {

    private static final Logger LOG = LoggerFactory.getLogger(OfferWatch.class);
    private static final Duration BETWEEN = Duration.ofMinutes(10);
    /** One look may fail by chance, or on the way; so the second counts, and comes soon. */
    private static final Duration ONCE_MORE = Duration.ofMinutes(1);

    private static final AffiliateLink.Leaving NOBODY = new AffiliateLink.Leaving("", Optional.empty(), "", "");

    private final Offers offers;
    private final Closings closings;
    private final Outside outside;
    private final Clock clock;
    private final Map<OfferId, Look> looks = new ConcurrentHashMap<>();

    OfferWatch(Offers offers, Closings closings, Outside outside, Clock clock) {
        this.offers = offers;
        this.closings = closings;
        this.outside = outside;
        this.clock = clock;
    }

    /** @param bad since when it failed; empty if it did not */
    private record Look(Instant at, Optional<Instant> bad) {

        boolean due(Instant now) {
            return !now.isBefore(at.plus(bad.isPresent() ? ONCE_MORE : BETWEEN));
        }
    }

    @Scheduled(fixedDelay = 3, timeUnit = TimeUnit.SECONDS)
    void count() {
        each(offer -> {
            if (offer.details().cap().isPresent() || offer.fullOn().isPresent()) {
                closings.count(offer);
            }
        });
    }

    @Scheduled(initialDelay = 20, fixedDelay = 20, timeUnit = TimeUnit.SECONDS)
    void look() {
        each(offer -> {
            if (!offer.details().watched()) {
                looks.remove(offer.id());
                answers(offer);
            } else if (Optional.ofNullable(looks.get(offer.id()))
                    .map(look -> look.due(clock.instant()))
                    .orElse(true)) {
                look(offer);
            }
        });
    }

    private void look(Offer offer) {
        Instant now = clock.instant();
        Optional<String> wrong = wrong(offer);
        Optional<Instant> before = Optional.ofNullable(looks.get(offer.id())).flatMap(Look::bad);
        looks.put(offer.id(), new Look(now, wrong.map(why -> before.orElse(now))));
        if (wrong.isEmpty()) {
            answers(offer);
        } else if (before.isPresent()) {
            closings.note(offer, Optional.of(new Closing.Failing(before.get(), wrong.get())));
        }
    }

    private void answers(Offer offer) {
        if (offer.failing().isPresent()) {
            closings.note(offer, Optional.empty());
        }
    }

    /** What is wrong with where a visitor would end up; what a shop answers to a program alone does not count. */
    private Optional<String> wrong(Offer offer) {
        try {
            int status = outside.follow(URI.create(offer.details().link().expand(NOBODY)))
                    .status();
            return status == 404 || status == 410 || status >= 500
                    ? Optional.of("its address answers with %d".formatted(status))
                    : Optional.empty();
        } catch (IOException | IllegalArgumentException noAnswer) {
            return Optional.of("its address gives no answer (%s)".formatted(noAnswer.getMessage()));
        }
    }

    /** One that cannot be looked at keeps no other from it. */
    private void each(Consumer<Offer> work) {
        Lane.BACKGROUND.run(() -> {
            try {
                offers.minded().forEach(offer -> {
                    try {
                        work.accept(offer);
                    } catch (RuntimeException failed) {
                        LOG.warn("Offer {} is not looked at just now: {}", offer.id(), Fault.of(failed));
                    }
                });
            } catch (RuntimeException failed) {
                LOG.warn("Offers could not be looked at; it is tried again soon: {}", Fault.of(failed));
            }
        });
    }
}
