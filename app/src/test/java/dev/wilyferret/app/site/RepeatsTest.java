package dev.wilyferret.app.site;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wilyferret.app.live.SiteSnapshot.Target;
import dev.wilyferret.core.id.RotationId;
import dev.wilyferret.core.id.VariantId;
import dev.wilyferret.core.id.VisitorId;
import dev.wilyferret.core.rotation.Choosing;
import dev.wilyferret.core.rotation.Turns;
import dev.wilyferret.core.rotation.Weights;
import dev.wilyferret.core.visit.Arrival;
import dev.wilyferret.core.visit.Draw;
import dev.wilyferret.core.visit.Headers;
import dev.wilyferret.core.visit.Parameters;
import jakarta.servlet.http.HttpServletRequest;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.springframework.mock.web.MockHttpServletRequest;

/** Who comes again without a cookie. */
class RepeatsTest {

    private static final Instant START = Instant.parse("2026-11-27T11:00:00Z");
    private static final String FIREFOX = "Mozilla/5.0 (X11; Linux x86_64; rv:151.0) Gecko/20100101 Firefox/151.0";
    private static final String ADDRESS = "198.51.100.7";

    /** Stands where it is put. */
    private static final class TurnedClock extends Clock {

        private Instant now = START;

        @Override
        public Instant instant() {
            return now;
        }

        @Override
        public ZoneId getZone() {
            return ZoneOffset.UTC;
        }

        @Override
        public Clock withZone(ZoneId zone) {
            return this;
        }
    }

    private final TurnedClock clock = new TurnedClock();
    private final HttpServletRequest request = new MockHttpServletRequest();
    private final Repeats repeats;
    private final Turns turns;
    private final Choosing<Target> rotation;
    private final Choosing<Target> other;

    RepeatsTest() {
        at(Duration.ZERO);
        repeats = new Repeats(clock);
        Weights weights = new Weights(List.of(1, 1));
        turns = new Turns(weights, 1, true, 0);
        rotation = rotation(1, weights, turns);
        other = rotation(2, weights, new Turns(weights, 1, true, 1));
    }

    /** Strictly in turn: whoever is drawn for next gets the other variant. */
    private static Choosing<Target> rotation(int number, Weights weights, Turns turns) {
        List<Choosing.Way<Target>> ways = IntStream.range(0, 2)
                .mapToObj(at -> new Choosing.Way<Target>(
                        new VariantId(new UUID(number, at)),
                        new Target.ToPage(Optional.empty(), "/autumn/" + at),
                        weights.share(at),
                        Choosing.Door.OPEN))
                .toList();
        return Choosing.of(
                new RotationId(new UUID(9, number)),
                1,
                List.of(),
                Optional.of(new Choosing.Shares<>(ways, Optional.empty(), turns, new Turns(weights, 1, true, 0))),
                Set.of());
    }

    private void at(Duration since) {
        clock.now = START.plus(since);
    }

    private Draw came(Choosing<Target> to, String address, String browser, String language, boolean takes) {
        Headers said = Headers.of(browser);
        Headers headers = new Headers(said.userAgent(), "", language, said.hints(), said.fetch(), said.httpVersion());
        Arrival arrival = Arrival.of(
                new VisitorId(UUID.randomUUID()),
                Optional.empty(),
                Optional.empty(),
                Parameters.NONE,
                false,
                new Arrival.Place(address, "", ""),
                headers);
        return repeats.choose(
                        to,
                        request,
                        arrival,
                        () -> {
                            throw new AssertionError("There are no branches");
                        },
                        takes)
                .orElseThrow()
                .draw();
    }

    private Draw came(String address) {
        return came(rotation, address, FIREFOX, "en", true);
    }

    @Test
    void getsTheSameWithinHalfAnHourAndTakesNobodysTurn() {
        Draw first = came(ADDRESS);
        assertThat(first.first()).isTrue();
        for (int seconds : List.of(0, 1, 900, 1799)) {
            at(Duration.ofSeconds(seconds));
            Draw again = came(ADDRESS);
            assertThat(again.variant()).isEqualTo(first.variant());
            assertThat(again.first()).isFalse();
        }
        assertThat(turns.taken()).isEqualTo(1);
    }

    @Test
    void isDrawnForAnewAfterHalfAnHour() {
        VariantId first = came(ADDRESS).variant();
        at(Duration.ofMinutes(30));
        Draw again = came(ADDRESS);
        assertThat(again.first()).isTrue();
        assertThat(again.variant()).isNotEqualTo(first);
        at(Duration.ofMinutes(59));
        assertThat(came(ADDRESS).variant()).isEqualTo(again.variant());
    }

    @Test
    void keepsItsHalfHourHoweverLongTheBookWasBegunBefore() {
        came("203.0.113.1");
        at(Duration.ofMinutes(29));
        Draw late = came(ADDRESS);
        at(Duration.ofMinutes(31));
        came("203.0.113.2");
        assertThat(came(ADDRESS).first()).isFalse();
        at(Duration.ofSeconds(59 * 60 - 1));
        assertThat(came(ADDRESS).variant()).isEqualTo(late.variant());
        at(Duration.ofMinutes(59));
        assertThat(came(ADDRESS).first()).isTrue();
    }

    @Test
    void tellsAddressesBrowsersLanguagesAndRotationsApart() {
        Draw first = came(ADDRESS);
        assertThat(came("198.51.100.8").first()).isTrue();
        assertThat(came(rotation, ADDRESS, FIREFOX + " x", "en", true).first()).isTrue();
        assertThat(came(rotation, ADDRESS, FIREFOX, "de", true).first()).isTrue();
        assertThat(came(other, ADDRESS, FIREFOX, "en", true).variant()).isNotEqualTo(first.variant());
        assertThat(turns.taken()).isEqualTo(4);
    }

    @Test
    void whoOnlyLooksIsNotRemembered() {
        assertThat(came(rotation, ADDRESS, FIREFOX, "en", false).first()).isFalse();
        assertThat(came(ADDRESS).first()).isTrue();
    }

    @Test
    void goesOnThroughAClockThatIsTurnedBack() {
        Draw first = came(ADDRESS);
        at(Duration.ofHours(-5));
        assertThat(came(ADDRESS).variant()).isEqualTo(first.variant());
        assertThat(came("198.51.100.8").first()).isTrue();
    }

    @Test
    void ofManyTheLatestHundredThousandAreKnownAndTheOldestForgotten() {
        Draw oldest = came(ADDRESS);
        crowd(1, 150_000);
        assertThat(came(ADDRESS).variant()).isEqualTo(oldest.variant());
        crowd(150_000, 250_000);
        assertThat(came(address(249_999)).first()).isFalse();
        assertThat(came(address(150_001)).first()).isFalse();
        assertThat(came(ADDRESS).first()).isTrue();
    }

    private void crowd(int from, int until) {
        IntStream.range(from, until).forEach(number -> came(address(number)));
    }

    private static String address(int number) {
        return "10." + (number >> 16 & 0xff) + "." + (number >> 8 & 0xff) + "." + (number & 0xff);
    }
}
