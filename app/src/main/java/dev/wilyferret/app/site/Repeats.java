package dev.wilyferret.app.site;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import dev.wilyferret.app.live.LiveRotation;
import dev.wilyferret.core.id.RotationId;
import dev.wilyferret.core.id.VariantId;
import dev.wilyferret.core.rotation.Circumstance;
import dev.wilyferret.core.visit.Arrival;
import dev.wilyferret.core.visit.Draw;
import jakarta.servlet.http.HttpServletRequest;
import java.time.Duration;
import java.util.Optional;
import java.util.function.Supplier;
import org.springframework.stereotype.Component;

/**
 * Who asks again before the answer's cookie is there, as a second press or a browser that looks ahead does: the same address and browser
 * within three seconds gets the same variant, and takes nobody's turn.
 */
@Component
class Repeats {

    private static final Duration WITHIN = Duration.ofSeconds(3);
    private static final int MOST = 100_000;

    private record Asked(RotationId rotation, String address, String userAgent) {}

    private final Cache<Asked, VariantId> given =
            Caffeine.newBuilder().expireAfterWrite(WITHIN).maximumSize(MOST).build();

    /** The variant somebody gets: what their cookie says, else what they were given just now, else what is drawn. */
    Optional<LiveRotation.Chosen> choose(
            LiveRotation rotation,
            HttpServletRequest request,
            Arrival arrival,
            Supplier<Circumstance.Facts> facts,
            boolean takes) {
        Asked asked = new Asked(
                rotation.id(), arrival.place().address(), arrival.headers().userAgent());
        Optional<VariantId> before = GivenVariants.of(request, rotation.id())
                .or(() -> takes ? Optional.ofNullable(given.getIfPresent(asked)) : Optional.empty());
        Optional<LiveRotation.Chosen> chosen = rotation.choose(before, facts, takes);
        chosen.map(LiveRotation.Chosen::draw).filter(Draw::first).ifPresent(draw -> given.put(asked, draw.variant()));
        return chosen;
    }
}
