package dev.wilyferret.core.evidence;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import dev.wilyferret.core.evidence.SplitCheck.Way;
import java.util.List;
import org.junit.jupiter.api.Test;

/** Drawn against arrived, by variant. */
class SplitCheckTest {

    /** 75 of 2,000 lost, 37.5 expected of each: (12.5²/37.5 + 12.5²/962.5) · 2 = 8.658; one degree of freedom: p = 0.00326. */
    @Test
    void pearsonByHand() {
        SplitCheck check = SplitCheck.of(List.of(List.of(new Way(1000, 950), new Way(1000, 975))));
        assertThat(check.p()).isCloseTo(0.00326, within(5e-6));
        assertThat(check.exact()).isFalse();
        assertThat(check.alarms()).isFalse();
        assertThat(SplitCheck.of(List.of(List.of(new Way(1000, 930), new Way(1000, 975))))
                        .alarms())
                .isTrue();
    }

    /** 5.991 at two degrees of freedom is the 5 % point of every table; the statistics of two segments add up. */
    @Test
    void segmentsAddUp() {
        List<Way> alike = List.of(new Way(500, 450), new Way(500, 450), new Way(1000, 900));
        assertThat(SplitCheck.of(List.of(alike)).p()).isCloseTo(1, within(1e-12));
        List<Way> uneven = List.of(new Way(1000, 950), new Way(1000, 975));
        // 8.658 at 1 + 2 degrees of freedom: p = 0.0342.
        assertThat(SplitCheck.of(List.of(uneven, alike)).p()).isCloseTo(0.0342, within(5e-5));
    }

    /** All six that were lost are of one of two with twenty each: C(20,6) / C(40,6) = 38,760 / 3,838,380, twice that is 0.02020. */
    @Test
    void fewAreComparedExactly() {
        SplitCheck check = SplitCheck.of(List.of(List.of(new Way(20, 20), new Way(20, 14))));
        assertThat(check.exact()).isTrue();
        assertThat(check.p()).isCloseTo(0.020196, within(1e-6));
        // Of three there are three comparisons: of the one that lost all four, C(10,4) / C(30,4) = 210 / 27,405, six
        // times that.
        assertThat(SplitCheck.of(List.of(List.of(new Way(10, 10), new Way(10, 6), new Way(10, 10))))
                        .p())
                .isCloseTo(6 * 210 / 27_405.0, within(1e-9));
    }

    @Test
    void whereNothingCanBeComparedNothingAlarms() {
        assertThat(SplitCheck.of(List.of()).p()).isEqualTo(1);
        assertThat(SplitCheck.of(List.of(List.of(new Way(50, 20)))).p())
                .as("one alone")
                .isEqualTo(1);
        assertThat(SplitCheck.of(List.of(List.of(new Way(50, 50), new Way(0, 0), new Way(9, 9))))
                        .p())
                .isEqualTo(1);
        assertThat(SplitCheck.of(List.of(List.of(new Way(50, 0), new Way(50, 0))))
                        .p())
                .isEqualTo(1);
        assertThatThrownBy(() -> new Way(3, 4)).hasMessageContaining("4 of 3");
    }
}
