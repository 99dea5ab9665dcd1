package dev.wilyferret.core.figures;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.LongRange;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class RateTest {

    /**
     * By hand from the formula: 10 of 100 is (0.1 + 0.0192 ± 1.96 √(0.0009 + 0.000096)) ÷ 1.0384; for 0 of 10 the low end
     * is 0 and the high end z² ÷ (n + z²) = 3.8416 ÷ 13.8416.
     */
    @ParameterizedTest
    @CsvSource({"10, 100, 0.0552, 0.1744", "0, 10, 0.0, 0.2775", "10, 10, 0.7225, 1.0", "0, 0, 0.0, 1.0"})
    void theTrueShareLiesInWilsonsInterval(long part, long whole, double low, double high) {
        Rate.Likely likely = new Rate(part, whole).likely();
        assertThat(likely.low()).isCloseTo(low, within(0.0001));
        assertThat(likely.high()).isCloseTo(high, within(0.0001));
    }

    @Property
    void theIntervalHoldsTheShareAndNarrowsWithMore(
            @ForAll @LongRange(min = 1, max = 500) long part, @ForAll @LongRange(min = 0, max = 500) long rest) {
        Rate.Likely few = new Rate(part, part + rest).likely();
        Rate.Likely many = new Rate(part * 10, (part + rest) * 10).likely();
        double share = (double) part / (part + rest);
        assertThat(share).isBetween(few.low() - 1e-9, few.high() + 1e-9);
        assertThat(many.high() - many.low()).isLessThan(few.high() - few.low());
    }
}
