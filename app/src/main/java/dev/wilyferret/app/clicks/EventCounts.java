package dev.wilyferret.app.clicks;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import dev.wilyferret.core.id.ClickId;
import dev.wilyferret.core.visit.SiteEvent;
import dev.wilyferret.core.visit.VisitLife;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicInteger;
import org.springframework.stereotype.Component;

/**
 * How many events followed each click of late, as far as this process kept them: in memory alone, for the clicks that events came to
 * most. A click that is forgotten is counted anew, and those who read its events stop at their number.
 */
@Component
public class EventCounts implements KeptEvents {

    private static final int MOST_CLICKS = 200_000;

    private final Cache<ClickId, AtomicInteger> counts = Caffeine.newBuilder()
            .maximumSize(MOST_CLICKS)
            .expireAfterAccess(VisitLife.LASTS)
            .build();

    @Override
    public void kept(List<SiteEvent> events) {
        for (SiteEvent event : events) {
            if (event instanceof SiteEvent.Followed followed) {
                counts.get(followed.click(), click -> new AtomicInteger()).incrementAndGet();
            }
        }
    }

    public int of(ClickId click) {
        return Optional.ofNullable(counts.getIfPresent(click))
                .map(AtomicInteger::get)
                .orElse(0);
    }
}
