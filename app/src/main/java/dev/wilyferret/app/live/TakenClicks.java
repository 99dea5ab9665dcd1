package dev.wilyferret.app.live;

import dev.wilyferret.app.clicks.ClickBook;
import dev.wilyferret.app.links.TrackingLink;
import dev.wilyferret.core.id.LinkId;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.atomic.AtomicLong;
import org.springframework.stereotype.Component;

/** How many of its clicks each link that ends after a number of them has taken: from the log once, counted up from then on. */
@Component
class TakenClicks {

    private final ClickBook clicks;
    private final Map<LinkId, AtomicLong> taken = new ConcurrentHashMap<>();

    TakenClicks(ClickBook clicks) {
        this.clicks = clicks;
    }

    AtomicLong of(TrackingLink link) {
        return taken.computeIfAbsent(
                link.id(), id -> new AtomicLong(clicks.billed(link.workspace(), link.promotion(), id)));
    }
}
