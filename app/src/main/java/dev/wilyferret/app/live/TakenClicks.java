package dev.wilyferret.app.live;

import dev.wilyferret.app.clicks.ClickCounts;
import dev.wilyferret.app.links.Links;
import dev.wilyferret.app.links.TrackingLink;
import dev.wilyferret.core.id.LinkId;
import dev.wilyferret.core.id.PromotionId;
import dev.wilyferret.core.id.UuidV7;
import dev.wilyferret.core.id.WorkspaceId;
import java.time.Clock;
import java.util.HashMap;
import java.util.Map;
import java.util.OptionalLong;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.atomic.AtomicLong;
import org.springframework.stereotype.Component;

/**
 * How many clicks each link has taken that its seller bills for. Those since this program began are counted as they come, of every link,
 * so that one that is given an end later ends where it should; those before are counted in the log, once, for the links that have one.
 */
@Component
public class TakenClicks {

    private final ClickCounts clicks;
    private final Links links;
    /** Below every click of this program. */
    private final UUID begun;

    private final Map<LinkId, Taken> all = new ConcurrentHashMap<>();

    TakenClicks(ClickCounts clicks, Links links, Clock clock) {
        this.clicks = clicks;
        this.links = links;
        this.begun = UuidV7.first(clock.instant());
    }

    /** What one link has taken. */
    public static final class Taken {

        private final AtomicLong here = new AtomicLong();
        private volatile OptionalLong before = OptionalLong.empty();

        /** Takes one more, and says how many there were before it. */
        public long take() {
            return before.orElse(0) + here.getAndIncrement();
        }

        public long soFar() {
            return before.orElse(0) + here.get();
        }
    }

    private Taken of(LinkId link) {
        return all.computeIfAbsent(link, fresh -> new Taken());
    }

    /** Of one that was given its end only just now, what came before is counted here. */
    Taken of(TrackingLink link) {
        if (link.details().ending().filter(one -> one.clicks().isPresent()).isPresent()) {
            countBefore(link.workspace(), Map.of(link.id(), link.promotion()));
        }
        return of(link.id());
    }

    /** Counts what links with an end had taken before this program began, all of a workspace at once; each is counted once. */
    void countBefore(WorkspaceId workspace) {
        countBefore(workspace, links.endingByClicks(workspace));
    }

    private void countBefore(WorkspaceId workspace, Map<LinkId, PromotionId> ending) {
        Map<LinkId, PromotionId> unknown = new HashMap<>(ending);
        unknown.keySet().removeIf(link -> of(link).before.isPresent());
        if (!unknown.isEmpty()) {
            Map<LinkId, Long> counts = clicks.billed(workspace, unknown, begun);
            unknown.keySet().forEach(link -> of(link).before = OptionalLong.of(counts.getOrDefault(link, 0L)));
        }
    }
}
