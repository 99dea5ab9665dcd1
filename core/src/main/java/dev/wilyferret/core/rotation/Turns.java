package dev.wilyferret.core.rotation;

import dev.wilyferret.core.id.SplitMix;
import java.util.concurrent.atomic.AtomicLong;

/**
 * Whose turn it is. Turns are numbered; each block of as many as the weights add up to gives every variant exactly its number, in an order
 * that is drawn anew for each block from a seed, or strictly round and round. Drawing from the seed keeps whatever comes in a rhythm, such as
 * a preview of a link before each person, from putting all people on one variant.
 *
 * <p>One step of a counter, no lock: many threads at once share one count, so that over any number of turns the shares are exact to
 * within one block.
 */
public final class Turns {

    /**
     * Four rounds of Feistel's network are enough on many values (Luby and Rackoff, 1988); on as few as here they put a variant into some
     * places up to a third too often, eight do not (measured).
     */
    private static final int ROUNDS = 8;

    private final int[] begins;
    private final int block;
    private final int half;
    private final long seed;
    private final boolean inTurn;
    private final AtomicLong next;

    /**
     * @param seed the same gives the same turns
     * @param inTurn strictly round and round: the first visitor the first variant, the second the second, and so on
     * @param from the number of the first turn, from 0 on; that of the last run's end to go on there
     */
    public Turns(Weights weights, long seed, boolean inTurn, long from) {
        this.begins = new int[weights.each().size()];
        int sum = 0;
        for (int i = 0; i < begins.length; i++) {
            begins[i] = sum;
            sum += weights.each().get(i);
        }
        this.block = sum;
        // The values of the network are pairs of so many bits, the fewest that hold the block.
        this.half = Math.max(1, (Integer.SIZE - Integer.numberOfLeadingZeros(block - 1) + 1) / 2);
        this.seed = seed;
        this.inTurn = inTurn;
        this.next = new AtomicLong(from);
    }

    /** Takes a turn, and says which variant it is. */
    public int take() {
        return at(next.getAndIncrement());
    }

    /** How many turns were taken so far, with those before this run. */
    public long taken() {
        return next.get();
    }

    /** Which variant a turn is. */
    public int at(long turn) {
        int place = (int) (turn % block);
        return variant(inTurn ? place : shuffled(place, turn / block));
    }

    /** A place's place in the order of a block: one to one, by walking on in the network until it is one of the block. */
    private int shuffled(int place, long number) {
        long key = SplitMix.of(seed ^ SplitMix.of(number));
        int at = place;
        do {
            at = network(at, key);
        } while (at >= block);
        return at;
    }

    private int network(int value, long key) {
        int mask = (1 << half) - 1;
        int left = value >> half;
        int right = value & mask;
        for (int round = 0; round < ROUNDS; round++) {
            int then = left ^ ((int) SplitMix.of(key + round * 0x9E3779B97F4A7C15L + right) & mask);
            left = right;
            right = then;
        }
        return left << half | right;
    }

    private int variant(int place) {
        int at = begins.length - 1;
        while (begins[at] > place) {
            at--;
        }
        return at;
    }
}
