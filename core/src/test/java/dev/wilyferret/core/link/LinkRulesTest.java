package dev.wilyferret.core.link;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.wilyferret.core.text.Refusal;
import java.util.random.RandomGeneratorFactory;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.ValueSource;

class LinkRulesTest {

    @Test
    void madeCodesLeaveOutSignsTakenForOneAnother() {
        var random = RandomGeneratorFactory.of("L64X128MixRandom").create(3);
        for (int i = 0; i < 2000; i++) {
            assertThat(LinkCode.made(random).text())
                    .matches("[2-9a-km-np-zA-HJ-NP-Z]{7}")
                    .doesNotContain("0", "O", "o", "1", "l", "I");
        }
    }

    @ParameterizedTest
    @ValueSource(
            strings = {"ab", "-abc", "abc-", "a b", "../x", "a/b", "ä-b", "x%2e", "abcdefghijklmnopqrstuvwxyz0123456"})
    void refusesCodesThatAreNone(String typed) {
        assertThatThrownBy(() -> new LinkCode(typed))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("3 to 32");
    }

    @ParameterizedTest
    @ValueSource(strings = {"a", "Cellar", "a--b", "-a", "a_b", ".."})
    void refusesSlugsThatAreNoneOrTaken(String typed) {
        assertThatThrownBy(() -> new Slug(typed)).isInstanceOf(Refusal.class);
    }

    @ParameterizedTest
    @EnumSource(SiteRoute.class)
    void noSlugStandsInTheWayOfTheSite(SiteRoute route) {
        assertThatThrownBy(() -> Slug.ofPromotion(route.first())).isInstanceOf(Refusal.class);
    }

    @ParameterizedTest
    @CsvSource({"'Cellar Crop, Spring!', cellar-crop-spring", "'  Größe & Ernte ', gro-e-ernte", "'!!!', ''"})
    void proposesASlugForAName(String name, String slug) {
        assertThat(Slug.proposedFor(name)).isEqualTo(slug);
    }
}
