package dev.wilyferret.app.clicks;

import dev.wilyferret.core.id.ClickId;
import dev.wilyferret.core.id.LinkId;
import dev.wilyferret.core.id.PromotionId;
import dev.wilyferret.core.id.VisitorId;
import dev.wilyferret.core.visit.Standing;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/**
 * A click as lists show it.
 *
 * @param link null if the visitor came without one
 * @param sign the word that declared a program, or the empty string
 */
public record ListedClick(
        ClickId id,
        Instant at,
        PromotionId promotion,
        VisitorId visitor,
        @Nullable LinkId link,
        Standing standing,
        String sign,
        String address,
        String browser,
        String userAgent,
        String referrer) {}
