package dev.wilyferret.core.rotation;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wilyferret.core.evidence.Observed;
import dev.wilyferret.core.figures.Crowd;
import dev.wilyferret.core.figures.Leg;
import dev.wilyferret.core.figures.Station;
import dev.wilyferret.core.figures.Tally;
import dev.wilyferret.core.figures.Visit;
import dev.wilyferret.core.id.ClickId;
import dev.wilyferret.core.id.PageId;
import dev.wilyferret.core.id.PromotionId;
import dev.wilyferret.core.id.RotationId;
import dev.wilyferret.core.id.UuidV7;
import dev.wilyferret.core.id.VariantId;
import dev.wilyferret.core.link.Destination;
import dev.wilyferret.core.rotation.RoundDays.Seen;
import dev.wilyferret.core.visit.Standing;
import java.time.Instant;
import java.time.InstantSource;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.UUID;
import org.junit.jupiter.api.Test;

class RoundDaysTest {

    private static final LocalDate FIRST = LocalDate.of(2026, 11, 1);
    private static final PageId PAGE = new PageId(new UUID(1, 1));
    private static final Station SHOWN = new Station.Page(PAGE);
    private static final Station OFFER = new Station.Offer(PAGE, Optional.empty());
    private static final VariantId A = new VariantId(new UUID(2, 1));
    private static final VariantId B = new VariantId(new UUID(2, 2));

    private final UuidV7 ids = new UuidV7(InstantSource.fixed(Instant.parse("2026-11-01T12:00:00Z")), new Random(5));
    private final SortedMap<LocalDate, List<Visit>> visits = new TreeMap<>();

    private static Station first(VariantId variant, int stretch) {
        return new Station.Variant(variant, stretch, true);
    }

    private static Station again(VariantId variant) {
        return new Station.Variant(variant, 1, false);
    }

    private void came(int day, int visitor, Station... stations) {
        came(day, visitor, Standing.COUNTED, stations);
    }

    private void came(int day, int visitor, Standing standing, Station... stations) {
        visits.computeIfAbsent(FIRST.plusDays(day), fresh -> new ArrayList<>())
                .add(new Visit(
                        new ClickId(ids.next()),
                        new PromotionId(new UUID(3, 1)),
                        visitor,
                        standing,
                        Map.of(),
                        Leg.of(Arrays.asList(stations)),
                        0,
                        0,
                        List.of()));
    }

    private RoundDays days(int stretch) {
        SortedMap<LocalDate, Tally> tallies = new TreeMap<>();
        visits.forEach((day, some) -> tallies.put(day, Tally.of(some)));
        return RoundDays.of(
                tallies,
                drawn -> drawn.first() && drawn.stretch() == stretch,
                leg -> leg.to() instanceof Station.Offer);
    }

    @Test
    void eachVisitorCountsOnceForTheDayAndVariantOfTheFirstDraw() {
        came(0, 1, first(A, 1), SHOWN, OFFER);
        came(0, 2, first(B, 1), SHOWN);
        came(1, 2, again(B), SHOWN, OFFER);
        came(1, 3, first(A, 1));
        // A browser that forgot: drawn once more, for another.
        came(2, 1, first(B, 1), SHOWN);
        RoundDays days = days(1);
        assertThat(days.days().get(FIRST)).isEqualTo(Map.of(A, new Seen(1, 1, 1), B, new Seen(1, 1, 1)));
        assertThat(days.days().get(FIRST.plusDays(1))).isEqualTo(Map.of(A, new Seen(1, 0, 0)));
        assertThat(days.of(A)).isEqualTo(new Seen(2, 1, 1));
        assertThat(days.of(B)).isEqualTo(new Seen(1, 1, 1));
        assertThat(days.until(FIRST).drawn()).isEqualTo(2);
    }

    /** As without cookies: whoever was drawn for both on one day counts for one, and neither gets more of them. */
    @Test
    void whoIsDrawnTwiceOnADayCountsForOneOfBoth() {
        for (int visitor = 1; visitor <= 1000; visitor++) {
            came(0, visitor, first(A, 1), SHOWN);
            came(0, visitor, first(B, 1), SHOWN);
        }
        RoundDays days = days(1);
        assertThat(days.drawn()).isEqualTo(1000);
        assertThat(days.of(A).drawn()).isBetween(440L, 560L);
        assertThat(days.of(A).arrived()).isEqualTo(days.of(A).drawn());
    }

    /** However they come back: by a link that has no variants, or by no link. */
    @Test
    void theGoalMayBeReachedOnAnyLaterVisitAndNotOnAnEarlierDay() {
        came(0, 1, SHOWN, OFFER);
        came(1, 1, first(A, 1), SHOWN);
        came(1, 2, first(A, 1), SHOWN);
        came(3, 2, SHOWN, OFFER);
        assertThat(days(1).of(A)).isEqualTo(new Seen(2, 2, 1));
    }

    @Test
    void whatWasDrawnBeforeAChangeAndWhatDoesNotCountStaysOut() {
        came(0, 1, first(A, 1), SHOWN, OFFER);
        came(1, 2, first(A, 2), SHOWN);
        came(1, 3, Standing.OWN, first(A, 2), SHOWN);
        came(1, 4, Standing.FILTERED, first(A, 2), SHOWN);
        came(2, 1, again(A), SHOWN, OFFER);
        assertThat(days(1).of(A)).isEqualTo(new Seen(1, 1, 1));
        assertThat(days(2).of(A)).isEqualTo(new Seen(1, 1, 0));
    }

    private static Rotation of(VariantId one) {
        return new Rotation(
                new RotationId(new UUID(9, 9)),
                List.of(new Variant(
                        one, "One", "", new Destination.ToOffer(Optional.empty()), 1, Variant.State.ACTIVE)),
                false,
                1,
                1,
                1,
                Rotation.Sharing.BY_HAND,
                Optional.empty(),
                List.of(),
                1);
    }

    /** Its own variants in this stretch, drawn for the first time, and nobody else. */
    @Test
    void ofARotationItsOwnCountAlone() {
        came(0, 1, first(A, 1), SHOWN, OFFER);
        came(0, 2, first(B, 1), SHOWN, OFFER);
        came(0, 3, first(A, 2), SHOWN, OFFER);
        came(0, 4, again(A), SHOWN, OFFER);
        came(1, 5, first(A, 1), SHOWN);
        SortedMap<LocalDate, Tally> tallies = new TreeMap<>();
        visits.forEach((day, some) -> tallies.put(day, Tally.of(some)));
        RoundDays days = RoundDays.of(tallies, of(A), 1, leg -> leg.to() instanceof Station.Offer);
        assertThat(days.days())
                .isEqualTo(new TreeMap<>(
                        Map.of(FIRST, Map.of(A, new Seen(1, 1, 1)), FIRST.plusDays(1), Map.of(A, new Seen(1, 1, 0)))));
        assertThat(days.daily(A)).containsExactly(new Observed(1, 1), new Observed(1, 0));
        assertThat(days.daily(B)).containsExactly(Observed.NOTHING, Observed.NOTHING);
        assertThat(RoundDays.together(
                        Tally.of(visits.values().stream().flatMap(List::stream).toList()),
                        of(A),
                        1,
                        leg -> leg.to() instanceof Station.Offer))
                .isEqualTo(Map.of(A, new Seen(2, 2, 1)));
    }

    @Test
    void crowdsAreSets() {
        Crowd some = Crowd.of(1, 2, 3);
        assertThat(some.common(Crowd.of(3, 4))).isEqualTo(1);
        Crowd.Growing growing = new Crowd.Growing();
        growing.add(Crowd.of(1));
        growing.add(Crowd.of(9));
        assertThat(growing.strangers(some)).isEqualTo(Crowd.of(2, 3));
        assertThat(growing.common(Crowd.of(1, 9, 10))).isEqualTo(2);
        assertThat(some.size()).isEqualTo(3);
        assertThat(Crowd.NOBODY.size()).isZero();
    }
}
