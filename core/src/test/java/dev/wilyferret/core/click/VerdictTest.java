package dev.wilyferret.core.click;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class VerdictTest {

    @ParameterizedTest
    @CsvSource({
        "'Mozilla/5.0 (compatible; LinkPreviewBot/2.1)', bot",
        "'QuerywellCrawler/1.0', crawler",
        "'curl/8.5.0', curl/",
        "'', no user agent"
    })
    void programsThatSaySoAreNotCounted(String agent, String sign) {
        assertThat(Verdict.on(agent)).isEqualTo(new Verdict.DeclaredCrawler(sign));
        assertThat(Verdict.on(agent).reason()).contains(sign);
    }

    @Test
    void peopleAreCounted() {
        assertThat(Verdict.on("Mozilla/5.0 (X11; Linux x86_64; rv:151.0) Gecko/20100101 Firefox/151.0"))
                .isEqualTo(new Verdict.Counted());
    }

    @Test
    void anOriginIsCutBetweenCharactersAndFreedOfNul() {
        var origin = new SiteEvent.Origin("192.0.2.1\0", "x".repeat(499) + "🍄", "", "", "");
        assertThat(origin.address()).isEqualTo("192.0.2.1");
        assertThat(origin.userAgent()).hasSize(499);
    }
}
