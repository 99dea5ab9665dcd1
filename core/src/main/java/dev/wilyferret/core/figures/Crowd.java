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

    public Crowd and(Crowd other) {
        return new Crowd(RoaringBitmap.and(visitors, other.visitors));
    }

    public Crowd or(Crowd other) {
        return new Crowd(RoaringBitmap.or(visitors, other.visitors));
    }

    public Crowd without(Crowd other) {
        return new Crowd(RoaringBitmap.andNot(visitors, other.visitors));
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
