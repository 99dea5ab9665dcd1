package dev.wilyferret.core.rotation;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wilyferret.core.id.VariantId;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import net.jqwik.api.constraints.IntRange;
import net.jqwik.api.constraints.Size;
import org.junit.jupiter.api.Test;

class SteeringTest {

    private static VariantId id(int number) {
        return new VariantId(new UUID(1, number));
    }

    private static Map<VariantId, Double> chances(double... each) {
        Map<VariantId, Double> chances = new LinkedHashMap<>();
        for (int i = 0; i < each.length; i++) {
            chances.put(id(i), each[i]);
        }
        return chances;
    }

    @Test
    void sharesAreChancesAndNoneIsBelowTheFloor() {
        assertThat(Steering.weights(chances(0.7, 0.3), 10)).isEqualTo(Map.of(id(0), 70, id(1), 30));
        assertThat(Steering.weights(chances(0.99, 0.01), 10)).isEqualTo(Map.of(id(0), 90, id(1), 10));
        // 5 are missing to the third; the others have 60 and 20 above the floor, and give 3 to 1.
        assertThat(Steering.weights(chances(0.70, 0.25, 0.05), 10)).isEqualTo(Map.of(id(0), 66, id(1), 24, id(2), 10));
        assertThat(Steering.weights(chances(0, 0, 0, 0), 10)).containsValues(25, 25, 25, 25);
    }

    /** What is left over after whole parts goes to the largest remainders, one each. */
    @Test
    void partsAreRoundedByTheLargestRemainders() {
        assertThat(Steering.weights(chances(0.126, 0.254, 0.62), 1)).isEqualTo(Map.of(id(0), 13, id(1), 25, id(2), 62));
        assertThat(Steering.weights(chances(0.199, 0.198, 0.603), 1))
                .isEqualTo(Map.of(id(0), 20, id(1), 20, id(2), 60));
        assertThat(Steering.weights(chances(1, 1, 1), 1)).isEqualTo(Map.of(id(0), 34, id(1), 33, id(2), 33));
    }

    @Property
    void theyAddUpAndKeepTheFloor(
            @ForAll @Size(min = 2, max = 20) List<@DoubleRange(min = 0, max = 1) Double> each,
            @ForAll @IntRange(min = 1, max = 50) int floor) {
        Map<VariantId, Double> chances = new HashMap<>();
        for (int i = 0; i < each.size(); i++) {
            chances.put(id(i), each.get(i));
        }
        Map<VariantId, Integer> weights = Steering.weights(chances, floor);
        assertThat(weights.values().stream().mapToInt(Integer::intValue).sum()).isEqualTo(Steering.PARTS);
        assertThat(weights.values()).allMatch(one -> one >= Math.min(floor, Steering.PARTS / each.size()));
    }
}
