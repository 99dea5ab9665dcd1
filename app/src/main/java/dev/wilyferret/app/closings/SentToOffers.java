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
import dev.wilyferret.core.rotation.Choosing;
import dev.wilyferret.core.visit.SiteEvent;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.OptionalLong;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.atomic.AtomicLong;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/**
 * What offers with a cap took today. Clicks are counted from the log, counted on as they are kept, and counted from the log again from
 * time to time, since other processes may write into it too. Whoever a rotation sends is let in one by one, so that a cap is passed only by whoever
 * goes there from a page without a rotation, and by what other processes sent since it was last counted.
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
     * @param promised let in, and not in the log yet; forgotten when it is counted again, so that who never got there keeps no place
     * @param again when it is counted again, in milliseconds of the epoch
     */
    private record Count(LocalDate day, Instant ends, AtomicLong taken, AtomicLong promised, AtomicLong again) {

        void sent() {
            taken.incrementAndGet();
            promised.updateAndGet(some -> Math.max(0, some - 1));
        }

        boolean isOpen(int most, Instant now) {
            return taken.get() + promised.get() < most || !now.isBefore(ends);
        }

        boolean enter(int most, Instant now) {
            if (!now.isBefore(ends)) {
                return true;
            }
            while (true) {
                long some = promised.get();
                if (taken.get() + some >= most) {
                    return false;
                }
                if (promised.compareAndSet(some, some + 1)) {
                    return true;
                }
            }
        }
    }

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
                    count.sent();
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

    /** What stands before an offer: asked for each visitor that a rotation would send there, and answered without waiting. */
    public Choosing.Door door(Offer offer) {
        if (offer.details()
                .cap()
                .map(Cap::counted)
                .filter(Cap.Counted.CLICKS::equals)
                .isEmpty()) {
            return Choosing.Door.OPEN;
        }
        int most = offer.details().cap().orElseThrow().most();
        count(offer);
        return new Choosing.Door() {
            @Override
            public boolean isOpen() {
                return known().isOpen(most, clock.instant());
            }

            @Override
            public boolean enter() {
                return known().enter(most, clock.instant());
            }

            private Count known() {
                return Objects.requireNonNull(counts.get(offer.id()));
            }
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
                before.promised.set(0);
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
                new AtomicLong(),
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
