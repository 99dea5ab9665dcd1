package dev.wilyferret.app.console;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wilyferret.core.figures.ClickCounts;
import dev.wilyferret.core.figures.Rate;
import dev.wilyferret.core.figures.StepFigures;
import dev.wilyferret.core.money.Money;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.Currency;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ShowTest {

    private static final Instant NOON = Instant.parse("2026-11-24T12:00:00Z");
    private static final Currency EUR = Currency.getInstance("EUR");
    private final Show show = new Show(Clock.fixed(NOON, ZoneOffset.UTC));

    @ParameterizedTest
    @CsvSource({"1, 8, 12.5 %", "1, 3, 33.3 %", "2, 3, 66.7 %", "0, 5, 0.0 %", "1, 2000, 0.1 %", "0, 0, –", "3, 0, –"})
    void aRateHasOneDecimalAndNothingOfNothingIsADash(long part, long whole, String shown) {
        assertThat(show.rate(new Rate(part, whole))).isEqualTo(shown);
    }

    @Test
    void amountsHaveTheDecimalsOfTheirCurrency() {
        assertThat(show.money(new Money(123_456, EUR))).isEqualTo("1,234.56 EUR");
        assertThat(show.money(new Money(500, Currency.getInstance("JPY")))).isEqualTo("500 JPY");
        assertThat(show.epc(new StepFigures(new ClickCounts(3785, 0, 0, 0, 0), 0, 0, 0, 37, new Money(101_750, EUR))))
                .isEqualTo("0.2688 EUR");
        assertThat(show.epc(new StepFigures(ClickCounts.NONE, 0, 0, 0, 0, Money.zero(EUR))))
                .isEqualTo("–");
    }

    @Test
    void momentsStandInTheWorkspacesZone() {
        assertThat(show.moment(NOON, ZoneId.of("Europe/Vienna"))).isEqualTo("24 Nov 2026, 13:00:00");
        assertThat(show.shortMoment(NOON, ZoneId.of("Europe/Vienna"))).isEqualTo("24 Nov, 13:00");
    }

    @ParameterizedTest
    @CsvSource({"PT20S, just now", "PT5M, 5 min ago", "PT3H, 3 h ago", "PT30H, 1 day ago", "PT80H, 3 days ago"})
    void agoIsSaidInTheLargestUnit(Duration gone, String shown) {
        assertThat(show.ago(NOON.minus(gone))).isEqualTo(shown);
    }

    @ParameterizedTest
    @CsvSource({"PT0.084S, 84 ms", "PT9.5S, '9,500 ms'", "PT42S, 42 s", "PT10M, 10 min", "PT30H, 30 h", "PT72H, 3 days"
    })
    void spansAreSaidAsOnAStopWatch(Duration span, String shown) {
        assertThat(show.span(span)).isEqualTo(shown);
    }
}
