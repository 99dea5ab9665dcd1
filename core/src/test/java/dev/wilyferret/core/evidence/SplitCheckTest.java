package dev.wilyferret.core.evidence;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import dev.wilyferret.core.evidence.SplitCheck.Way;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;

/** Drawn against arrived, by variant. */
class SplitCheckTest {

    /** 75 of 2,000 lost, 37.5 expected of each: (12.5²/37.5 + 12.5²/962.5) · 2 = 8.658; one degree of freedom: p = 0.00326. */
    private static List<List<Way>> days(int many, Way... ways) {
        return Collections.nCopies(many, List.of(ways));
    }

    /**
     * On sixty days 450 of one were drawn and 441 arrived, of the other 50 and 47 (Cochran, Mantel and Haenszel: 6e-42 would be the p of one
     * look); added up it is p = 1.0 where shares followed bad days.
     */
    @Test
    void whatIsLostOnEachDayIsFound() {
        assertThat(SplitCheck.of(days(60, new Way(450, 441), new Way(50, 47))).alarms())
                .isTrue();
        assertThat(SplitCheck.of(days(60, new Way(450, 441), new Way(50, 49))).alarms())
                .isFalse();
        assertThat(SplitCheck.of(days(60, new Way(450, 432), new Way(50, 50))).alarms())
                .as("fewer lost than of the others")
                .isTrue();
    }

    /** A bad day on which one got most is nobody's fault. */
    @Test
    void daysAreComparedEachByItself() {
        List<List<Way>> days = new ArrayList<>(days(20, new Way(900, 890), new Way(90, 89)));
        days.addAll(days(20, new Way(90, 60), new Way(900, 600)));
        assertThat(SplitCheck.of(days).alarms()).isFalse();
    }

    @Test
    void oneOfThreeIsFoundAndMoreComparisonsNeedMore() {
        assertThat(SplitCheck.of(days(10, new Way(100, 100), new Way(100, 94), new Way(100, 100)))
                        .alarms())
                .isTrue();
        double ofTwo =
                SplitCheck.of(days(1, new Way(100, 94), new Way(200, 200))).p();
        double ofThree = SplitCheck.of(days(1, new Way(100, 94), new Way(100, 100), new Way(100, 100)))
                .p();
        assertThat(ofThree).isCloseTo(3 * ofTwo, within(1e-9));
    }

    /** Looked at after each of sixty days on which both lose alike many, it alarms in far fewer than one of a hundred. */
    @Test
    void whereBothLoseAlikeManyItHardlyEverAlarms() {
        Random random = new Random(20_261_202);
        int alarms = 0;
        for (int run = 0; run < 300; run++) {
            List<List<Way>> days = new ArrayList<>();
            for (int day = 0; day < 60; day++) {
                days.add(List.of(way(random, 200), way(random, 50)));
            }
            alarms += SplitCheck.of(days).alarms() ? 1 : 0;
        }
        assertThat(alarms).isLessThanOrEqualTo(3);
    }

    private static Way way(Random random, int drawn) {
        return new Way(drawn, random.doubles(drawn).filter(one -> one > 0.03).count());
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
