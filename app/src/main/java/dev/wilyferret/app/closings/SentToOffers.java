package dev.wilyferret.app.closings;

import dev.wilyferret.app.clicks.ClickBook;
import dev.wilyferret.app.clicks.KeptEvents;
import dev.wilyferret.app.offers.Offer;
import dev.wilyferret.app.offers.TakenToday;
import dev.wilyferret.app.promotions.Promotion;
import dev.wilyferret.app.promotions.Promotions;
import dev.wilyferret.app.sales.Sales;
import dev.wilyferret.core.id.OfferId;
import dev.wilyferret.core.id.PromotionId;
import dev.wilyferret.core.offer.Cap;
import dev.wilyferret.core.visit.SiteEvent;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.OptionalLong;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.atomic.AtomicLong;
import java.util.function.BooleanSupplier;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/**
 * What offers with a cap took today. Clicks are counted from the log, counted on as they are kept, and counted from the log again from
 * time to time, since other processes may write into it too. So a cap of clicks is passed by no more than are under way at the moment
 * it is reached, and by what other processes sent since it was last counted.
 */
@Component
public class SentToOffers implements KeptEvents, TakenToday {

    /** Counting from the log may take a twentieth of the time. */
    private static final int PAUSES = 20;

    private static final Duration SHORTEST = Duration.ofSeconds(10);

    private final ClickBook clicks;
    private final Sales sales;
    private final Promotions promotions;
    private final Clock clock;
    private final Map<OfferId, Count> counts = new ConcurrentHashMap<>();
    private final Map<PromotionId, OfferId> own = new ConcurrentHashMap<>();

    SentToOffers(ClickBook clicks, Sales sales, Promotions promotions, Clock clock) {
        this.clicks = clicks;
        this.sales = sales;
        this.promotions = promotions;
        this.clock = clock;
    }

    /**
     * Clicks of a day.
     *
     * @param ends when the next day begins
     */
    private record Count(LocalDate day, Instant ends, AtomicLong taken, AtomicLong again) {}

    @Override
    public void kept(List<SiteEvent> events) {
        if (counts.isEmpty()) {
            return;
        }
        for (SiteEvent event : events) {
            if (event instanceof SiteEvent.WentOn out) {
                OfferId offer = out.offer().orElseGet(() -> own.get(out.promotion()));
                Count count = offer == null ? null : counts.get(offer);
                if (count != null) {
                    count.taken.incrementAndGet();
                }
            }
        }
    }

    @Override
    public OptionalLong of(Offer offer) {
        return offer.details()
                .cap()
                .map(cap -> OptionalLong.of(
                        switch (cap.counted()) {
                            case CLICKS -> count(offer).taken.get();
                            case CONVERSIONS ->
                                sales.standing(offer.workspace(), offer.id(), offer.dayBegan(clock.instant()));
                        }))
                .orElse(OptionalLong.empty());
    }

    /** Whether an offer takes one more visitor: asked for each of them, and answered without waiting. */
    public BooleanSupplier takes(Offer offer) {
        if (offer.details()
                .cap()
                .map(Cap::counted)
                .filter(Cap.Counted.CLICKS::equals)
                .isEmpty()) {
            return () -> true;
        }
        int most = offer.details().cap().orElseThrow().most();
        count(offer);
        return () -> {
            Count count = counts.get(offer.id());
            return count == null || count.taken.get() < most || !clock.instant().isBefore(count.ends);
        };
    }

    /** From the log where a day begins, or others may have written into it. */
    private Count count(Offer offer) {
        return counts.compute(offer.id(), (id, before) -> {
            Instant now = clock.instant();
            if (before == null || !before.day.equals(offer.day(now))) {
                // Whoever is kept from here on is counted at once; whoever was before is found in the log.
                return fresh(offer, now);
            }
            if (now.toEpochMilli() >= before.again.get()) {
                long known = before.taken.get();
                before.taken.addAndGet(inTheLog(offer, before.again) - known);
            }
            return before;
        });
    }

    private Count fresh(Offer offer, Instant now) {
        AtomicLong again = new AtomicLong();
        return new Count(
                offer.day(now),
                offer.day(now).plusDays(1).atStartOfDay(offer.network().zone()).toInstant(),
                new AtomicLong(inTheLog(offer, again)),
                again);
    }

    private long inTheLog(Offer offer, AtomicLong again) {
        List<Promotion> all = promotions.of(offer.workspace());
        Set<PromotionId> its = all.stream()
                .filter(one -> one.offer().equals(offer.id()))
                .map(Promotion::id)
                .collect(Collectors.toSet());
        own.values().removeIf(offer.id()::equals);
        its.forEach(one -> own.put(one, offer.id()));
        long begun = clock.millis();
        long sent = clicks.sentTo(
                offer.workspace(),
                all.stream().map(Promotion::id).toList(),
                offer.id(),
                its,
                offer.dayBegan(clock.instant()));
        again.set(clock.millis() + Math.max(SHORTEST.toMillis(), PAUSES * (clock.millis() - begun)));
        return sent;
    }
}
