package dev.wilyferret.app.site;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import dev.wilyferret.app.live.SiteSnapshot.Target;
import dev.wilyferret.core.id.RotationId;
import dev.wilyferret.core.id.VariantId;
import dev.wilyferret.core.rotation.Choosing;
import dev.wilyferret.core.rotation.Circumstance;
import dev.wilyferret.core.visit.Arrival;
import dev.wilyferret.core.visit.Draw;
import jakarta.servlet.http.HttpServletRequest;
import java.time.Duration;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Supplier;
import org.springframework.stereotype.Component;

/**
 * What visitors were given whose browser keeps no cookie, or has not got it yet: the same address, browser and language within half an hour
 * gets the same variant, and takes nobody's turn. Whoever shares all of that with others, as behind one address of a large network, is
 * taken for them that long; so it is no longer. Held in memory alone, as hashes.
 */
@Component
class Repeats {

    private static final Duration WITHIN = Duration.ofMinutes(30);
    private static final int MOST = 200_000;

    private record Asked(RotationId rotation, int address, int browser) {}

    private final Cache<Asked, VariantId> given =
            Caffeine.newBuilder().expireAfterWrite(WITHIN).maximumSize(MOST).build();

    /** The variant somebody gets: what their cookie says, else what they were given not long ago, else what is drawn. */
    Optional<Choosing.Chosen<Target>> choose(
            Choosing<Target> rotation,
            HttpServletRequest request,
            Arrival arrival,
            Supplier<Circumstance.Facts> facts,
            boolean takes) {
        Asked asked = new Asked(
                rotation.id(),
                arrival.place().address().hashCode(),
                Objects.hash(arrival.headers().userAgent(), arrival.headers().language()));
        Optional<VariantId> before = GivenVariants.of(request, rotation.id())
                .or(() -> takes ? Optional.ofNullable(given.getIfPresent(asked)) : Optional.empty());
        Optional<Choosing.Chosen<Target>> chosen = rotation.choose(before, facts, takes);
        chosen.map(Choosing.Chosen::draw).filter(Draw::first).ifPresent(draw -> given.put(asked, draw.variant()));
        return chosen;
    }
}
