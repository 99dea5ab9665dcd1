package dev.wilyferret.core.id;

/** The finalizer of SplitMix64 (Steele, Lea and Flood, Fast splittable pseudorandom number generators, 2014): numbers alike become unlike. */
public final class SplitMix {

    private SplitMix() {}

    public static long of(long value) {
        long z = (value ^ value >>> 30) * 0xBF58476D1CE4E5B9L;
        z = (z ^ z >>> 27) * 0x94D049BB133111EBL;
        return z ^ z >>> 31;
    }
}
