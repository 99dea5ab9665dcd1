package dev.wilyferret.core.design;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wilyferret.core.link.Slug;
import dev.wilyferret.core.readiness.Finding;
import dev.wilyferret.core.readiness.Readiness;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

class StartingDesignTest {

    static Stream<StartingDesign> designs() {
        return StartingDesign.all().stream();
    }

    @Test
    void eachHasANameOfItsOwn() {
        assertThat(designs().map(StartingDesign::key)).doesNotHaveDuplicates().hasSize(14);
        assertThat(designs().map(StartingDesign::name)).doesNotHaveDuplicates();
        assertThat(StartingDesign.of("no-such")).isEmpty();
    }

    @ParameterizedTest
    @MethodSource("designs")
    void eachCanBePublishedOnceItsGapsAreFilled(StartingDesign design) {
        assertThat(new Slug(design.key()).text()).isEqualTo(design.key());
        assertThat(design.page().look().palette().weak()).isEmpty();
        Readiness.Context around = new Readiness.Context(
                page -> Readiness.Target.MISSING,
                Set.of(),
                Set.of(),
                offer -> true,
                Map.of(),
                true,
                0,
                List.of(),
                Instant.EPOCH);
        Set<Finding.Check> gaps = Set.of(
                Finding.Check.COUNTDOWN_PAST,
                Finding.Check.COUNTDOWN_WITHOUT_EFFECT,
                Finding.Check.NO_DESCRIPTION,
                Finding.Check.NO_LIST);
        List<Finding> findings = Readiness.of(design.page(), around);
        if (!design.key().equals("page")) {
            assertThat(findings).extracting(Finding::check).isSubsetOf(gaps);
        }
    }
}
