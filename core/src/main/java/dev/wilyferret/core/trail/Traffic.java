package dev.wilyferret.core.trail;

import dev.wilyferret.core.figures.ClickCounts;
import dev.wilyferret.core.figures.Tally;
import dev.wilyferret.core.id.LinkId;
import java.util.HashMap;
import java.util.Map;

/**
 * What went along a promotion's trail in a period.
 *
 * @param sources raw clicks by source; an empty name for none
 */
public record Traffic(Map<String, Long> sources, Tally tally) {

    public static final Traffic NONE = new Traffic(Map.of(), Tally.NONE);

    /** @param sourceOf each tracking link's source */
    public static Traffic of(Tally tally, Map<LinkId, String> sourceOf) {
        Map<String, Long> sources = new HashMap<>();
        tally.byLink().forEach((link, clicks) -> {
            if (clicks.raw() > 0) {
                sources.merge(link.map(id -> sourceOf.getOrDefault(id, "")).orElse(""), clicks.raw(), Long::sum);
            }
        });
        return new Traffic(sources, tally);
    }

    ClickCounts clicks() {
        return tally.clicks();
    }
}
