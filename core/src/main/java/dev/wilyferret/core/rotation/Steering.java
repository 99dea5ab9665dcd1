package dev.wilyferret.core.rotation;

import dev.wilyferret.core.id.VariantId;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * Shares by what was observed: each variant gets the share that is its chance of being best (Thompson, On the likelihood that one unknown
 * probability exceeds another, 1933), and none less than a floor.
 *
 * <p>Shares are set at the beginning of a day, by days before it. So within each day visitors are shared out without regard to what is
 * seen on it, which is what evidence by days asks for.
 */
public final class Steering {

    /** Shares are whole parts of so many. */
    public static final int PARTS = 100;

    private Steering() {}

    /**
     * Weights that add up to {@link #PARTS}.
     *
     * @param chances of being best, of the variants that visitors are drawn for; they may add up to less than one
     * @param floor in parts; where there are too many variants for it, as much as there is for all
     */
    public static Map<VariantId, Integer> weights(Map<VariantId, Double> chances, int floor) {
        List<VariantId> variants = new ArrayList<>(chances.keySet());
        int least = Math.min(floor, PARTS / variants.size());
        double sum = chances.values().stream().mapToDouble(Double::doubleValue).sum();
        double[] shares = variants.stream()
                .mapToDouble(one -> sum <= 0 ? (double) PARTS / variants.size() : PARTS * chances.get(one) / sum)
                .toArray();
        raise(shares, least);
        int[] parts = rounded(shares);
        Map<VariantId, Integer> weights = new HashMap<>();
        for (int i = 0; i < parts.length; i++) {
            weights.put(variants.get(i), parts[i]);
        }
        return weights;
    }

    /** Those below the floor are raised to it; the others give, in proportion to what they have above it. */
    private static void raise(double[] shares, int least) {
        double above = Arrays.stream(shares)
                .filter(one -> one > least)
                .map(one -> one - least)
                .sum();
        double missing = Arrays.stream(shares)
                .filter(one -> one < least)
                .map(one -> least - one)
                .sum();
        for (int i = 0; i < shares.length; i++) {
            shares[i] = shares[i] <= least ? least : shares[i] - missing * (shares[i] - least) / above;
        }
    }

    /** Whole numbers of the same sum, by the largest remainders. */
    private static int[] rounded(double[] shares) {
        int[] parts = Arrays.stream(shares)
                .mapToInt(one -> (int) Math.floor(one + 1e-9))
                .toArray();
        for (int left = PARTS - Arrays.stream(parts).sum(); left > 0; left--) {
            int most = 0;
            for (int i = 1; i < parts.length; i++) {
                if (shares[i] - parts[i] > shares[most] - parts[most]) {
                    most = i;
                }
            }
            parts[most]++;
        }
        return parts;
    }
}
