package dev.wilyferret.app.site;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.wilyferret.app.installation.Installation;
import java.io.IOException;
import java.net.URI;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;

/** Addresses of national registries' own blocks; documentation ranges belong to no country. */
class PlaceBookTest {

    private final PlaceBook places = new PlaceBook(installation(""));

    private static Installation installation(String cityTable) {
        URI here = URI.create("http://localhost");
        return new Installation(
                here,
                here,
                "",
                0,
                false,
                "",
                "",
                Path.of("."),
                90,
                cityTable,
                "",
                80,
                new Installation.Mail("", 0, "", "", false, 1, 1),
                new Installation.Demo(false, "", here, ""));
    }

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
        assertThat(places.country(address)).isEqualTo(name);
        assertThat(places.city(address)).isEmpty();
    }

    static Stream<Arguments> rows() {
        return Stream.of(
                Arguments.of(Map.of("city", "Graz"), "Graz"),
                Arguments.of(Map.of("city", Map.of("names", Map.of("en", "Vienna", "de", "Wien"))), "Vienna"),
                Arguments.of(Map.of("city", Map.of("names", Map.of("de", "Wien"))), ""),
                Arguments.of(Map.of("country_code", "AT"), ""));
    }

    @ParameterizedTest
    @MethodSource("rows")
    void readsTheCityOfATable(Map<String, Object> row, String name) {
        assertThat(PlaceBook.cityIn(row)).isEqualTo(name);
    }

    @Test
    void aTableThatIsNoneIsNamedAtTheStart(@TempDir Path folder) throws IOException {
        Path table = Files.writeString(folder.resolve("cities.mmdb"), "no table");
        assertThatThrownBy(() -> new PlaceBook(installation(table.toString())))
                .hasMessageContaining("FERRET_CITY_TABLE")
                .hasMessageContaining("cities.mmdb");
    }
}
