package dev.wilyferret.core.sale;

import java.util.EnumSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;

/** How a sale stands. What may follow on what is said here, and nowhere else. */
public enum SaleState {
    /** Reported, and not sure yet: the network may still turn it down. */
    PENDING,
    /** The network owes the commission. */
    APPROVED,
    /** The buyer got their money back, and the network took all of the commission back. */
    REFUNDED,
    /** It was no sale after all: the order was called off, the payment disputed, or it was a fraud. */
    REVERSED;

    /** An approved sale can be approved anew: its commission is said again, and what was refunded of it is taken back. */
    private static final Map<SaleState, Set<SaleState>> NEXT = Map.of(
            PENDING, EnumSet.of(APPROVED, REFUNDED, REVERSED),
            APPROVED, EnumSet.of(APPROVED, REFUNDED, REVERSED),
            REFUNDED, EnumSet.of(APPROVED),
            REVERSED, EnumSet.of(APPROVED));

    /** The states a sale begins in. */
    public boolean begins() {
        return this == PENDING || this == APPROVED;
    }

    public boolean canBecome(SaleState next) {
        return next().contains(next);
    }

    /** In their order. */
    public List<SaleState> next() {
        return List.copyOf(NEXT.getOrDefault(this, Set.of()));
    }

    public String words() {
        return name().toLowerCase(Locale.ROOT);
    }

    /** @param words as a network writes it, in any case; empty if it names no state */
    public static Optional<SaleState> named(String words) {
        return Stream.of(values())
                .filter(state -> state.name().equalsIgnoreCase(words.strip()))
                .findFirst();
    }
}
