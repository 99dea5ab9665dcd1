package dev.wilyferret.core.evidence;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.Collections;
import java.util.List;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.apache.commons.numbers.gamma.LogBeta;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Chances of being best against closed forms and integrals by hand. */
class BestTest {

    private static final double CLOSE = 1e-4;

    /**
     * The chance that the first of two rates is the larger, for whole parameters of the first (Cook, Exact calculation of Beta
     * inequalities, 2005).
     */
    private static double larger(long alpha, double beta, double otherAlpha, double otherBeta) {
        return IntStream.range(0, (int) alpha)
                .mapToDouble(i -> Math.exp(LogBeta.value(otherAlpha + i, otherBeta + beta)
                        - Math.log(beta + i)
                        - LogBeta.value(1 + i, beta)
                        - LogBeta.value(otherAlpha, otherBeta)))
                .sum();
    }

    @ParameterizedTest
    @CsvSource({
        "1, 1, 1, 1",
        "11, 91, 6, 96",
        "21, 1, 1, 21",
        "51, 951, 61, 941",
        "1, 21, 3, 9_999_999",
        "501, 9501, 500_001, 9_500_001"
    })
    void ofTwoAsTheClosedFormSays(long alpha, String beta, String otherAlpha, String otherBeta) {
        double b = number(beta);
        double a2 = number(otherAlpha);
        double b2 = number(otherBeta);
        Best best = Best.of(List.of(new Posterior(alpha, b), new Posterior(a2, b2)));
        assertThat(best.chances().getFirst()).isCloseTo(larger(alpha, b, a2, b2), within(CLOSE));
    }

    /**
     * Against the integrals on the scale of log odds by the trapezoidal rule of 400,000 points, the first also by adaptive quadrature with 40
     * digits: rates next to 1 and to 0, narrow ones beside wide ones.
     */
    @Test
    void ofRatesAtTheEndsAndOfManyWidths() {
        assertThat(chancesAndLosses(new Observed(1000, 1000), new Observed(1000, 999)))
                .satisfiesExactly(
                        near(0.899585696444), near(0.100414303556), near(5.6597164093e-5), near(1.03698932096e-3));
        assertThat(chancesAndLosses(new Observed(20, 0), new Observed(20, 20)))
                .satisfiesExactly(near(1.26385e-6), near(0.99999873615), near(0.500000028068), near(2.8067699e-8));
        assertThat(chancesAndLosses(
                        new Observed(50, 1), new Observed(50_000, 400), new Observed(300, 4), new Observed(10, 0)))
                .satisfiesExactly(
                        near(0.45165048057),
                        near(0.06579479774),
                        near(0.38699199816),
                        near(0.09556272355),
                        near(6.2312611609e-3),
                        near(1.4819452947e-2),
                        near(9.8158043470e-3),
                        near(1.7446974123e-2));
    }

    private static List<Double> chancesAndLosses(Observed... variants) {
        Best best = Best.of(Posterior.of(List.of(variants)));
        return Stream.concat(best.chances().stream(), best.losses().stream()).toList();
    }

    private static org.assertj.core.api.ThrowingConsumer<Double> near(double expected) {
        return value -> assertThat(value).isCloseTo(expected, within(1e-9));
    }

    private static double number(String typed) {
        return Double.parseDouble(typed.replace("_", ""));
    }

    /** Densities 3x², 2x and 1: the chances are ∫3x²·x²·x = 1/2, ∫2x·x³·x = 1/3 and ∫x³·x² = 1/6, the largest 1 − ∫x⁶ = 6/7. */
    @Test
    void ofThreeAsTheIntegralsByHandSay() {
        Best best = Best.of(List.of(new Posterior(3, 1), new Posterior(2, 1), new Posterior(1, 1)));
        assertThat(best.chances()).satisfiesExactly(close(0.5), close(1 / 3.0), close(1 / 6.0));
        assertThat(best.losses())
                .satisfiesExactly(close(6 / 7.0 - 3 / 4.0), close(6 / 7.0 - 2 / 3.0), close(6 / 7.0 - 0.5));
    }

    private static org.assertj.core.api.ThrowingConsumer<Double> close(double expected) {
        return value -> assertThat(value).isCloseTo(expected, within(CLOSE));
    }

    @ParameterizedTest
    @CsvSource({"2, 1, 1", "10, 1, 1", "10, 51, 951", "20, 500001, 9500001"})
    void alikeOnesHaveTheSameChance(int many, double alpha, double beta) {
        Best best = Best.of(Collections.nCopies(many, new Posterior(alpha, beta)));
        assertThat(best.chances()).allSatisfy(close(1.0 / many));
    }

    /** Of uniform ones the largest of n is n/(n+1) in the mean. */
    @Test
    void theLargestOfUniformOnes() {
        assertThat(Best.of(Collections.nCopies(9, new Posterior(1, 1))).losses())
                .allSatisfy(close(0.9 - 0.5));
    }

    @Test
    void whereNothingOrEverythingConvertedItIsSaidWithoutAFault() {
        List<Posterior> some = Posterior.of(List.of(
                new Observed(0, 0), new Observed(20, 0), new Observed(20, 20), new Observed(10_000_000, 500_000)));
        Best best = Best.of(some);
        assertThat(best.chances().stream().mapToDouble(chance -> chance).sum()).isCloseTo(1, within(1e-9));
        assertThat(best.chances().get(2)).isGreaterThan(0.99);
        assertThat(best.losses()).allSatisfy(loss -> assertThat(loss).isBetween(0.0, 1.0));
        assertThat(Best.of(List.of(new Posterior(2, 5))).chances()).containsExactly(1.0);
    }

    @Test
    void aPriorIsPooledOverAllVariants() {
        // 30 of 1,000 with one of 20 before anybody came: 31/1,020; twenty visitors at that rate for each.
        List<Posterior> two = Posterior.of(List.of(new Observed(1000, 30), Observed.NOTHING));
        assertThat(two.get(1).mean()).isCloseTo(31 / 1020.0, within(1e-12));
        assertThat(two.get(1).alpha() + two.get(1).beta()).isCloseTo(20, within(1e-9));
        assertThat(two.getFirst().mean()).isCloseTo((30 + 20 * 31 / 1020.0) / 1020, within(1e-12));
        assertThatThrownBy(() -> new Observed(3, 4)).hasMessageContaining("4 conversions of 3 visitors");
        assertThatThrownBy(() -> new Posterior(0, 1)).hasMessageContaining("is no distribution");
    }
}
