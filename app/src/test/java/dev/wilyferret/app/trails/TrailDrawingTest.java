package dev.wilyferret.app.trails;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wilyferret.core.figures.ClickCounts;
import dev.wilyferret.core.figures.StepFigures;
import dev.wilyferret.core.money.Money;
import dev.wilyferret.core.trail.PageState;
import dev.wilyferret.core.trail.Setup;
import dev.wilyferret.core.trail.Setup.OptIn;
import dev.wilyferret.core.trail.Trail;
import java.time.Clock;
import java.time.Instant;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.Currency;
import org.junit.jupiter.api.Test;

class TrailDrawingTest {

    private static final Setup COMPLETE =
            new Setup(1, PageState.PUBLISHED, PageState.PUBLISHED, true, 1, 1, 1, true, true, true, OptIn.NONE);

    private static TrailDrawing drawn(
            Setup setup, ClickCounts clicks, long landed, long passed, long wentOn, long sales) {
        StepFigures figures =
                new StepFigures(clicks, landed, passed, wentOn, sales, Money.zero(Currency.getInstance("EUR")));
        return TrailDrawing.of(Trail.of(setup, figures), rate -> rate.part() + "/" + rate.whole());
    }

    /** 1000 clicks are 44 units high to each side; half of them 22; one of them still leaves a line. */
    @Test
    void theBandIsAsWideAsItsFigure() {
        TrailDrawing drawing = drawn(COMPLETE, new ClickCounts(1000, 0, 0, 0, 900), 500, 250, 250, 1);
        assertThat(drawing.stops())
                .extracting(TrailDrawing.Stop::half)
                .containsExactly(44.0, 44.0, 22.0, 11.0, 11.0, 1.2);
        assertThat(drawing.stops()).extracting(TrailDrawing.Stop::x).containsExactly(100, 300, 500, 700, 900, 1100);
        assertThat(drawing.flows())
                .extracting(TrailDrawing.Flow::rate)
                .containsExactly("1000/1000", "500/900", "250/500", "250/250", "1/250");
        assertThat(drawing.flows().get(1).onward())
                .startsWith("M300 52.0 C400 52.0 400 74.0 500 74.0 L500 118.0")
                .endsWith("Z");
        assertThat(drawing.flows().get(0).lost()).isEmpty();
        assertThat(drawing.flows().get(1).lost()).isNotEmpty();
    }

    @Test
    void nobodyIsLostAtARedirectPageThatIsNotNeeded() {
        TrailDrawing drawing = drawn(
                new Setup(1, PageState.PUBLISHED, PageState.MISSING, true, 1, 0, 1, false, true, true, OptIn.TAKEN),
                new ClickCounts(1000, 0, 0, 0, 900),
                500,
                0,
                100,
                1);
        assertThat(drawing.flows())
                .extracting(TrailDrawing.Flow::rate)
                .containsExactly("1000/1000", "500/900", "", "100/500", "1/100");
        assertThat(drawing.flows().get(2).lost()).isEmpty();
    }

    @Test
    void withoutTrafficNothingFlowsAndNoRateIsMadeUp() {
        TrailDrawing drawing = drawn(
                new Setup(0, PageState.MISSING, PageState.MISSING, false, 0, 0, 0, false, true, true, OptIn.NONE),
                ClickCounts.NONE,
                0,
                0,
                0,
                0);
        assertThat(drawing.flows()).allSatisfy(flow -> {
            assertThat(flow.onward()).isEmpty();
            assertThat(flow.lost()).isEmpty();
            assertThat(flow.rate()).isEmpty();
        });
        assertThat(drawing.flows().getFirst().gap()).isTrue();
    }

    /** 1 a.m. in Vienna on the 24th is still the 23rd in UTC; the period begins at Vienna's midnight. */
    @Test
    void aPeriodBeginsAtMidnightInTheWorkspacesZone() {
        Clock clock = Clock.fixed(Instant.parse("2026-11-24T00:00:00Z"), ZoneOffset.UTC);
        ZoneId vienna = ZoneId.of("Europe/Vienna");
        assertThat(LastDays.of(1, vienna, clock).from()).isEqualTo("2026-11-23T23:00:00Z");
        assertThat(LastDays.of(7, vienna, clock).from()).isEqualTo("2026-11-17T23:00:00Z");
        assertThat(LastDays.of(0, vienna, clock).days()).isEqualTo(14);
        assertThat(LastDays.of(-5, vienna, clock).words()).isEqualTo("last 14 days");
    }
}
