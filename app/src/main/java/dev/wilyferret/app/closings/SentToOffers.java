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
import java.time.ZoneId;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.atomic.AtomicLong;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.TransactionDefinition;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * What offers with a cap took today. Clicks are counted from the log, each time in a transaction of its own; counted on as they are kept;
 * and counted from the log again from time to time, since other processes may write into it too. Whoever a rotation sends is let in one by one, so that a cap is passed only by whoever
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
    private final TransactionTemplate ofItsOwn;
    private final Clock clock;
    private final Map<OfferId, Counted> counts = new ConcurrentHashMap<>();
    private final Map<PromotionId, OfferId> own = new ConcurrentHashMap<>();

    SentToOffers(
            ClickBook clicks,
            Sales sales,
            Promotions promotions,
            PlatformTransactionManager transactions,
            Clock clock) {
        this.clicks = clicks;
        this.sales = sales;
        this.promotions = promotions;
        this.ofItsOwn = new TransactionTemplate(transactions);
        ofItsOwn.setPropagationBehavior(TransactionDefinition.PROPAGATION_REQUIRES_NEW);
        ofItsOwn.setReadOnly(true);
        this.clock = clock;
    }

    /** @param again when the log is asked again, in milliseconds of the epoch */
    private record Counted(DayCount day, AtomicLong again) {}

    @Override
    public void kept(List<SiteEvent> events) {
        if (counts.isEmpty()) {
            return;
        }
        for (SiteEvent event : events) {
            if (event instanceof SiteEvent.WentOn out) {
                OfferId offer = out.offer().orElseGet(() -> own.get(out.promotion()));
                Counted count = offer == null ? null : counts.get(offer);
                if (count != null) {
                    count.day.sent(out.at(), clock.instant());
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
                            case CLICKS -> count(offer).taken(clock.instant());
                            case CONVERSIONS ->
                                sales.standing(offer.workspace(), offer.id(), offer.dayBegan(clock.instant()));
                        }))
                .orElse(OptionalLong.empty());
    }

    /** What stands before an offer: asked for each visitor that a rotation would send there, and answered without waiting. */
    public Choosing.Door door(Offer offer) {
        Optional<Cap> cap = offer.details().cap().filter(one -> one.counted() == Cap.Counted.CLICKS);
        if (cap.isEmpty()) {
            return Choosing.Door.OPEN;
        }
        int most = cap.get().most();
        DayCount day = count(offer);
        return new Choosing.Door() {
            @Override
            public boolean isOpen() {
                return day.isOpen(most, clock.instant());
            }

            @Override
            public boolean enter() {
                return day.enter(most, clock.instant());
            }
        };
    }

    /** From the log for the first time, and where others may have written into it. Events are counted from before it is asked. */
    private DayCount count(Offer offer) {
        ZoneId zone = offer.network().zone();
        Counted counted = counts.compute(
                offer.id(),
                (id, before) -> before != null && before.day.isOf(zone)
                        ? before
                        : new Counted(new DayCount(zone, clock.instant()), new AtomicLong()));
        if (clock.millis() >= counted.again.get()) {
            Set<PromotionId> its = leadingTo(offer);
            counted.day.ask(() -> inTheLog(offer, its, counted.again), clock.instant());
        }
        return counted.day;
    }

    private Set<PromotionId> leadingTo(Offer offer) {
        Set<PromotionId> its = promotions.of(offer.workspace()).stream()
                .filter(one -> one.offer().equals(offer.id()))
                .map(Promotion::id)
                .collect(Collectors.toSet());
        its.forEach(one -> own.put(one, offer.id()));
        return its;
    }

    private long inTheLog(Offer offer, Set<PromotionId> its, AtomicLong again) {
        long begun = clock.millis();
        long sent = Objects.requireNonNull(ofItsOwn.execute(status -> clicks.sentTo(
                offer.workspace(),
                promotions.of(offer.workspace()).stream().map(Promotion::id).toList(),
                offer.id(),
                its,
                offer.dayBegan(clock.instant()))));
        again.set(clock.millis() + Math.max(SHORTEST.toMillis(), PAUSES * (clock.millis() - begun)));
        return sent;
    }
}
