package dev.wilyferret.core.rotation;

import dev.wilyferret.core.text.PlainText;
import dev.wilyferret.core.text.Refusal;
import java.math.BigInteger;
import java.util.List;

/**
 * How new visitors are shared out among variants: of each {@link #block} of them, every variant gets its number.
 *
 * @param each in the order of the variants, in lowest terms; one that gets nobody has 0
 */
public record Weights(List<Integer> each) {

    public static final int MOST_VARIANTS = 20;

    /** Of one variant; a finer share than one in so many is none that anybody would see. */
    public static final int MOST = 10_000;

    /** @throws Refusal if there is none or too many, one is negative or too large, or nobody would get anybody */
    public Weights {
        if (each.isEmpty() || each.size() > MOST_VARIANTS) {
            throw new Refusal("There are %d variants; 1 to %d can share visitors. Take some out."
                    .formatted(each.size(), MOST_VARIANTS));
        }
        each.forEach(Weights::checked);
        int common = each.stream()
                .map(BigInteger::valueOf)
                .reduce(BigInteger.ZERO, BigInteger::gcd)
                .intValue();
        if (common == 0) {
            throw new Refusal(
                    "All weights are 0, so nobody could be sent anywhere. Give at least one variant a weight.");
        }
        each = each.stream().map(weight -> weight / common).toList();
    }

    public static Weights of(Integer... each) {
        return new Weights(List.of(each));
    }

    /** The same for all. */
    public static Weights even(int variants) {
        return new Weights(java.util.Collections.nCopies(variants, 1));
    }

    /**
     * A weight as typed.
     *
     * @throws Refusal if it is no whole number from 0 to {@link #MOST}
     */
    public static int read(String typed) {
        String text = typed.strip();
        if (!text.matches("-?\\d{1,9}")) {
            throw new Refusal("“%s” is no weight. Write a whole number from 0 to %,d, for example 3."
                    .formatted(PlainText.cut(text, 40), MOST));
        }
        return checked(Integer.parseInt(text));
    }

    private static int checked(int weight) {
        if (weight < 0 || weight > MOST) {
            throw new Refusal("The weight %,d is not from 0 to %,d. Write a number that is.".formatted(weight, MOST));
        }
        return weight;
    }

    /** How many visitors make a round in which everybody got their number. */
    public int block() {
        return each.stream().mapToInt(Integer::intValue).sum();
    }

    /** A variant's part of all, from 0 to 1. */
    public double share(int variant) {
        return (double) each.get(variant) / block();
    }
}
