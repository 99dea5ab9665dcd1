package dev.wilyferret.core.visit;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class LanguagesTest {

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "de-AT,de;q=0.9,en;q=0.8 | de-AT",
                "en;q=0.5, de-AT;q=0.9 | de-AT",
                "en;q=0.5,de | de",
                "fr;q=0.7,it;q=0.7 | fr",
                ",,de | de",
                " ; q=1, pt-BR | pt-BR",
                "en;q=0, de;q=0.001 | de",
                "*, de;q=0.5 | de",
                "en;level=1, de;q=0.2 | de",
                "en;q=2, de;q=1.000 | de",
                "en; Q = 0.4 | en",
                "*;q=0.5 | ''",
                "'' | ''",
            })
    void theOneWantedMostComesFirst(String header, String first) {
        assertThat(Languages.first(header)).isEqualTo(first);
    }
}
