package dev.wilyferret.core.visit;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wilyferret.core.id.ClickId;
import dev.wilyferret.core.id.UuidV7;
import java.time.Duration;
import java.time.Instant;
import java.util.Random;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class VisitLifeTest {

    private static final Instant CLICKED = Instant.parse("2026-05-14T08:00:00Z");
    private static final ClickId CLICK =
            new ClickId(new UuidV7(java.time.Clock.systemUTC(), new Random(1)).at(CLICKED));

    @ParameterizedTest
    @CsvSource({
        "PT0S, 0, true",
        "PT11H59M59.999S, 299, true",
        "PT12H, 0, false",
        "PT12H, 299, false",
        "PT1H, 300, false",
        "PT1H, 301, false",
        "-PT59.999S, 0, true",
        "-PT1M, 0, false",
        "PT8760H, 0, false"
    })
    void aVisitEndsWithItsHoursOrItsEvents(Duration age, int events, boolean takes) {
        assertThat(VisitLife.takes(CLICK, events, CLICKED.plus(age))).isEqualTo(takes);
    }
}
