package dev.wilyferret.core;

import java.util.List;
import java.util.Random;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.ArbitrarySupplier;

/**
 * Chance for whoever makes things up, out of numbers that the property gives: where one fails, they are shrunk, and with them what was made.
 * After the last of them it is always the smallest.
 */
@SuppressWarnings("serial") // Nobody writes it out.
public final class Choices extends Random {

    private static final int MOST = 800;

    private final List<Integer> numbers;
    private int at;

    private Choices(List<Integer> numbers) {
        super(0);
        this.numbers = numbers;
    }

    /** The same from the beginning. */
    public Choices again() {
        return new Choices(numbers);
    }

    @Override
    protected int next(int bits) {
        return at < numbers.size() ? spread(numbers.get(at++)) >>> (Integer.SIZE - bits) : 0;
    }

    /** So that small numbers, which properties like best, are as good a chance as large ones; 0 stays 0 (finalizer of MurmurHash3, public domain). */
    private static int spread(int number) {
        int once = (number ^ number >>> 16) * 0x85EBCA6B;
        int twice = (once ^ once >>> 13) * 0xC2B2AE35;
        return twice ^ twice >>> 16;
    }

    @Override
    public String toString() {
        return "choices " + numbers;
    }

    public static final class Any implements ArbitrarySupplier<Choices> {

        @Override
        public Arbitrary<Choices> get() {
            return Arbitraries.integers().list().ofMaxSize(MOST).map(Choices::new);
        }
    }
}
