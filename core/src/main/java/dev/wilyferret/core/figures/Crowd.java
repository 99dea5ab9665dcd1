package dev.wilyferret.core.figures;

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
