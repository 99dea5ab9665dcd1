package dev.wilyferret.core.rotation;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.stream.IntStream;
import java.util.stream.LongStream;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import net.jqwik.api.constraints.LongRange;
import net.jqwik.api.constraints.Size;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** The laws of sharing out. */
class TurnsTest {

    private static int[] counts(Turns turns, int variants, long from, long to) {
        int[] counts = new int[variants];
        LongStream.range(from, to).forEach(turn -> counts[turns.at(turn)]++);
        return counts;
    }

    @Property(tries = 300)
    void eachBlockGivesEverybodyExactlyTheirNumber(
            @ForAll @Size(min = 1, max = 20) List<@IntRange(min = 0, max = 60) Integer> typed,
            @ForAll long seed,
            @ForAll @LongRange(min = 0, max = 1L << 40) long number,
            @ForAll boolean inTurn) {
        if (typed.stream().allMatch(weight -> weight == 0)) {
            return;
        }
        Weights weights = new Weights(typed);
        long block = weights.block();
        Turns turns = new Turns(weights, seed, inTurn, 0);
        assertThat(counts(turns, typed.size(), number * block, (number + 1) * block))
                .containsExactly(
                        weights.each().stream().mapToInt(Integer::intValue).toArray());
    }

    @Test
    void ofSevenFiveAndOneAndOne() {
        Turns turns = new Turns(Weights.of(50, 10, 10), 1, false, 0);
        assertThat(counts(turns, 3, 0, 7)).containsExactly(5, 1, 1);
        assertThat(counts(turns, 3, 70, 77)).containsExactly(5, 1, 1);
        assertThat(IntStream.range(0, 20).mapToObj(block -> order(turns, block)).distinct())
                .as("the order is another one in most blocks")
                .hasSizeGreaterThan(8);
    }

    /** Of 20 variants each stands in each place of a block alike often: within five deviations of 1,000 in 20,000 blocks. */
    @Test
    void everyPlaceOfABlockIsEverybodysAlike() {
        int variants = 20;
        int blocks = 20_000;
        Turns turns = new Turns(Weights.even(variants), 20_261_202, false, 0);
        int[][] counts = new int[variants][variants];
        for (long turn = 0; turn < (long) blocks * variants; turn++) {
            counts[(int) (turn % variants)][turns.at(turn)]++;
        }
        double deviation = Math.sqrt(blocks * (1.0 / variants) * (1 - 1.0 / variants));
        assertThat(Arrays.stream(counts).flatMapToInt(Arrays::stream))
                .allSatisfy(count -> assertThat((double) count).isCloseTo(1000, within(5 * deviation)));
    }

    private static List<Integer> order(Turns turns, int block) {
        return IntStream.range(0, 7)
                .mapToObj(place -> turns.at(block * 7L + place))
                .toList();
    }

    @Test
    void strictlyInTurnIsRoundAndRound() {
        Turns turns = new Turns(Weights.even(3), 99, true, 0);
        assertThat(IntStream.range(0, 7).map(i -> turns.take())).containsExactly(0, 1, 2, 0, 1, 2, 0);
        assertThat(turns.taken()).isEqualTo(7);
    }

    /** Something takes every second turn: of what is left both still get about half, where strictly in turn one would get all. */
    @Test
    void aRhythmPutsNobodyOnOneVariant() {
        Turns turns = new Turns(Weights.even(2), 7, false, 0);
        long first = LongStream.range(0, 10_000)
                .filter(turn -> turns.at(2 * turn) == 0)
                .count();
        assertThat(first).isBetween(4_700L, 5_300L);
    }

    /** Of a million turns from eight threads every variant has its number to within a block, and so within the threads there were. */
    @Test
    void manyThreadsAtOnceShareOneCount() throws Exception {
        Turns turns = new Turns(Weights.of(5, 1, 1), 3, false, 0);
        int threads = 8;
        int each = 125_000;
        int[] all = new int[3];
        try (ExecutorService pool = Executors.newFixedThreadPool(threads)) {
            List<Future<int[]>> parts = new ArrayList<>();
            for (int i = 0; i < threads; i++) {
                parts.add(pool.submit(() -> {
                    int[] counts = new int[3];
                    for (int turn = 0; turn < each; turn++) {
                        counts[turns.take()]++;
                    }
                    return counts;
                }));
            }
            for (Future<int[]> part : parts) {
                IntStream.range(0, 3).forEach(i -> all[i] += result(part)[i]);
            }
        }
        assertThat(turns.taken()).isEqualTo(1_000_000);
        assertThat(all[0]).isBetween(1_000_000 * 5 / 7 - threads, 1_000_000 * 5 / 7 + threads);
        assertThat(all[1]).isBetween(1_000_000 / 7 - threads, 1_000_000 / 7 + threads);
    }

    private static int[] result(Future<int[]> part) {
        try {
            return part.get();
        } catch (Exception failed) {
            throw new IllegalStateException(failed);
        }
    }

    @Test
    void afterARestartItGoesOnWhereItWas() {
        Turns whole = new Turns(Weights.of(3, 2), 11, false, 0);
        Turns first = new Turns(Weights.of(3, 2), 11, false, 0);
        List<Integer> taken = new ArrayList<>(
                IntStream.range(0, 8).mapToObj(i -> first.take()).toList());
        Turns again = new Turns(Weights.of(3, 2), 11, false, first.taken());
        taken.addAll(IntStream.range(0, 7).mapToObj(i -> again.take()).toList());
        assertThat(taken).isEqualTo(IntStream.range(0, 15).mapToObj(whole::at).toList());
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            -1      | is not from 0 to 10,000
            10001   | is not from 0 to 10,000
            two     | “two” is no weight
            1.5     | “1.5” is no weight
            9999999999 | is no weight
            ''      | “” is no weight
            """)
    void oddWeightsAreRefused(String typed, String message) {
        assertThatThrownBy(() -> Weights.read(typed)).hasMessageContaining(message);
    }

    @Test
    void nobodyIsSentNowhere() {
        assertThat(Weights.read(" 3 ")).isEqualTo(3);
        assertThat(Weights.of(4, 0, 2).each()).containsExactly(2, 0, 1);
        assertThat(Weights.of(4, 0, 2).share(0)).isEqualTo(2 / 3.0);
        assertThatThrownBy(() -> Weights.of(0, 0)).hasMessageContaining("All weights are 0");
        assertThatThrownBy(() -> new Weights(List.of())).hasMessageContaining("There are 0 variants");
        assertThatThrownBy(() -> Weights.even(21)).hasMessageContaining("There are 21 variants");
    }

    @ParameterizedTest
    @ValueSource(ints = {1, 2, 3, 16, 17, 9_999})
    void aBlockOfAnySizeIsShuffledOneToOne(int size) {
        Turns turns = new Turns(Weights.of(1, size == 1 ? 0 : size - 1), 5, false, 0);
        assertThat(counts(turns, 2, 0, size)[0]).isEqualTo(1);
    }
}
