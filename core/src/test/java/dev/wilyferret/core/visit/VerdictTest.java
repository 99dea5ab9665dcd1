package dev.wilyferret.core.visit;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wilyferret.core.id.VisitorId;
import java.util.Locale;
import java.util.Optional;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.FieldSource;

class VerdictTest {

    @ParameterizedTest
    @CsvSource({
        "'Mozilla/5.0 (compatible; LinkPreviewBot/2.1)', bot",
        "'QuerywellCrawler/1.0', crawler",
        "'curl/8.5.0', curl/",
        "'', no user agent",
        "' ', no user agent"
    })
    void programsThatSaySoAreNotCounted(String agent, String sign) {
        assertThat(Verdict.on(by(agent))).isEqualTo(new Verdict.DeclaredCrawler(sign));
        assertThat(Verdict.on(by(agent)).reason()).contains(sign);
    }

    @ParameterizedTest
    @FieldSource("dev.wilyferret.core.visit.Verdict#CRAWLER_SIGNS")
    void everySignIsFoundInsideWordsAndInAnyLetters(String sign) {
        assertThat(Verdict.on(by("Mozilla/5.0 x" + sign.toUpperCase(Locale.ROOT) + "y")))
                .isInstanceOf(Verdict.DeclaredCrawler.class);
    }

    @Test
    void peopleAreCounted() {
        assertThat(Verdict.on(by("Mozilla/5.0 (X11; Linux x86_64; rv:151.0) Gecko/20100101 Firefox/151.0")))
                .isEqualTo(new Verdict.Counted());
    }

    private static Arrival by(String agent) {
        return Arrival.of(
                new VisitorId(new UUID(1, 1)),
                Optional.empty(),
                Optional.empty(),
                Parameters.NONE,
                false,
                Arrival.Place.UNKNOWN,
                Headers.of(agent));
    }
}
