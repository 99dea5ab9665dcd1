package dev.wilyferret.core.figures;

import dev.wilyferret.core.id.SplitMix;
import java.util.List;
import java.util.stream.IntStream;
import org.roaringbitmap.IntConsumer;
import org.roaringbitmap.RoaringBitmap;

/** An exact set of visitors of a workspace. */
public final class Crowd {

    public static final Crowd NOBODY = new Crowd(new RoaringBitmap());

    private final RoaringBitmap visitors;

    /** @param visitors which nobody changes any more */
    Crowd(RoaringBitmap visitors) {
        this.visitors = visitors;
    }

    public static Crowd of(int... visitors) {
        return new Crowd(RoaringBitmap.bitmapOf(visitors));
    }

    public long size() {
        return visitors.getLongCardinality();
    }

    /** How many are in both. */
    public long common(Crowd other) {
        return RoaringBitmap.andCardinality(visitors, other.visitors);
    }

    /**
     * The same without those who are in several of them: each is left in one, which a hash of the visitor chooses, so that none of the
     * crowds gets more of them than another.
     */
    public static List<Crowd> apart(List<Crowd> crowds) {
        RoaringBitmap once = new RoaringBitmap();
        RoaringBitmap several = new RoaringBitmap();
        crowds.forEach(crowd -> {
            several.or(RoaringBitmap.and(once, crowd.visitors));
            once.or(crowd.visitors);
        });
        if (several.isEmpty()) {
            return crowds;
        }
        List<RoaringBitmap> each = crowds.stream()
                .map(crowd -> RoaringBitmap.andNot(crowd.visitors, several))
                .toList();
        several.forEach((IntConsumer) visitor -> {
            int[] in = IntStream.range(0, crowds.size())
                    .filter(at -> crowds.get(at).visitors.contains(visitor))
                    .toArray();
            each.get(in[(int) Math.floorMod(SplitMix.of(visitor), (long) in.length)])
                    .add(visitor);
        });
        return each.stream().map(Crowd::new).toList();
    }

    /** One that grows; adding a day's visitors costs as much as they are, however many there are already. */
    public static final class Growing {

        private final RoaringBitmap visitors = new RoaringBitmap();

        public void add(Crowd more) {
            visitors.or(more.visitors);
        }

        /** How many of some are in it. */
        public long common(Crowd some) {
            return RoaringBitmap.andCardinality(visitors, some.visitors);
        }

        /** Those of some who are not in it. */
        public Crowd strangers(Crowd some) {
            return new Crowd(RoaringBitmap.andNot(some.visitors, visitors));
        }
    }

    @Override
    public boolean equals(Object other) {
        return other instanceof Crowd crowd && visitors.equals(crowd.visitors);
    }

    @Override
    public int hashCode() {
        return visitors.hashCode();
    }

    @Override
    public String toString() {
        return "%,d visitors".formatted(size());
    }
}
