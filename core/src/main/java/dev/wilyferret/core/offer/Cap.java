package dev.wilyferret.core.offer;

import dev.wilyferret.core.text.PlainText;
import dev.wilyferret.core.text.Refusal;
import java.util.Locale;
import java.util.Optional;

/**
 * How much an offer takes in a day of its network.
 *
 * @param most from 1 to {@link #MOST}
 */
public record Cap(Counted counted, int most) {

    public static final int MOST = 1_000_000;

    /** What a cap is of. */
    public enum Counted {
        /** Whoever was sent to the offer, one's own visits too: the network cannot tell. */
        CLICKS,
        /** What the network reported on that day, and did not take back. */
        CONVERSIONS;

        public String words() {
            return name().toLowerCase(Locale.ROOT);
        }
    }

    /** @throws Refusal if it is out of range */
    public Cap {
        if (most < 1 || most > MOST) {
            throw new Refusal(
                    "A cap of %,d is not from 1 to %,d. Write a number that is, or nothing if the offer has no cap."
                            .formatted(most, MOST));
        }
    }

    /**
     * A cap as typed; empty for none.
     *
     * @throws Refusal if it is no number, or out of range
     */
    public static Optional<Cap> read(String typed, Counted counted) {
        String text = typed.strip();
        if (text.isEmpty()) {
            return Optional.empty();
        }
        if (!text.matches("-?\\d{1,9}")) {
            throw new Refusal(
                    "“%s” is no cap. Write a whole number, for example 50, or nothing if the offer has no cap."
                            .formatted(PlainText.cut(text, 40)));
        }
        return Optional.of(new Cap(counted, Integer.parseInt(text)));
    }

    /** As "50 clicks". */
    public String words() {
        return String.format(
                Locale.ENGLISH, "%,d %s", most, most == 1 ? counted.words().replaceFirst("s$", "") : counted.words());
    }
}
