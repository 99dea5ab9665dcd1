package dev.wilyferret.app.site;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Addresses of national registries' own blocks; documentation ranges belong to no country. */
class CountryBookTest {

    private final CountryBook countries = new CountryBook();

    @ParameterizedTest
    @CsvSource({
        "127.0.0.1, ''",
        "192.0.2.1, ''",
        "::1, ''",
        "not-an-address, ''",
        "'', ''",
        "193.171.0.1, Austria",
        "141.20.0.1, Germany"
    })
    void tellsTheCountryOrNothing(String address, String name) {
        assertThat(countries.nameOf(address)).isEqualTo(name);
    }
}
