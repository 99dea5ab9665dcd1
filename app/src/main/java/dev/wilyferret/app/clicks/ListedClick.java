package dev.wilyferret.app.clicks;

import dev.wilyferret.core.visit.Standing;
import java.time.Instant;
import java.util.UUID;
import org.jspecify.annotations.Nullable;

/**
 * A click as lists show it.
 *
 * @param link null if the visitor came without one
 * @param sign the word that declared a program, or the empty string
 */
public record ListedClick(
        UUID id,
        Instant at,
        UUID promotion,
        UUID visitor,
        @Nullable UUID link,
        Standing standing,
        String sign,
        String address,
        String browser,
        String userAgent,
        String referrer) {}
