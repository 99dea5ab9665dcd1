package dev.wilyferret.app.site;

import dev.wilyferret.app.live.SiteSnapshot.Target;
import dev.wilyferret.core.id.RotationId;
import dev.wilyferret.core.id.VariantId;
import dev.wilyferret.core.rotation.Choosing;
import dev.wilyferret.core.rotation.Circumstance;
import dev.wilyferret.core.visit.Arrival;
import dev.wilyferret.core.visit.Draw;
import jakarta.servlet.http.HttpServletRequest;
import java.time.Clock;
import java.time.Duration;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Supplier;
import org.springframework.stereotype.Component;

/**
 * What visitors were given whose browser keeps no cookie, or has not got it yet: the same address, browser and language within half an hour
 * gets the same variant, and takes nobody's turn. Whoever shares all of that with others, as behind one address of a large network, is
 * taken for them that long; so it is no longer. Held in memory alone, as hashes: the latest in one book, those before them in another, of
 * which the older is thrown away as a whole. A cache that weighs every entry would cost each new visitor more than all else about a draw.
 */
@Component
class Repeats {

    private static final Duration WITHIN = Duration.ofMinutes(30);
    private static final int MOST_A_BOOK = 100_000;

    private record Asked(RotationId rotation, int address, int browser) {}

    /** @param at in milliseconds since 1970 */
    private record Given(VariantId variant, long at) {

        boolean isOver(long now) {
            return now - at >= WITHIN.toMillis();
        }
    }

    /** @param begun in milliseconds since 1970 */
    private record Books(Map<Asked, Given> latest, Map<Asked, Given> before, long begun) {

        Optional<VariantId> variant(Asked asked, long now) {
            Given given = latest.get(asked);
            return Optional.ofNullable(given == null ? before.get(asked) : given)
                    .filter(one -> !one.isOver(now))
                    .map(Given::variant);
        }

        boolean isFull(long now) {
            return latest.size() >= MOST_A_BOOK || now - begun >= WITHIN.toMillis();
        }
    }

    private final Clock clock;
    private volatile Books books;

    Repeats(Clock clock) {
        this.clock = clock;
        this.books = new Books(new ConcurrentHashMap<>(), Map.of(), clock.millis());
    }

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
        long now = clock.millis();
        Optional<VariantId> before =
                GivenVariants.of(request, rotation.id()).or(() -> takes ? books.variant(asked, now) : Optional.empty());
        Optional<Choosing.Chosen<Target>> chosen = rotation.choose(before, facts, takes);
        chosen.map(Choosing.Chosen::draw).filter(Draw::first).ifPresent(draw -> put(asked, draw.variant(), now));
        return chosen;
    }

    private void put(Asked asked, VariantId variant, long now) {
        if (books.isFull(now)) {
            begin(now);
        }
        books.latest.put(asked, new Given(variant, now));
    }

    private synchronized void begin(long now) {
        if (books.isFull(now)) {
            books = new Books(new ConcurrentHashMap<>(), books.latest, now);
        }
    }
}
