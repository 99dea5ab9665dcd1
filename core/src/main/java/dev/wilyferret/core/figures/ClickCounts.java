package dev.wilyferret.core.figures;

/**
 * Clicks of a period, told apart. Raw is all of them; counted is raw without own, filtered and taken out.
 *
 * @param unique distinct visitors among the counted
 */
public record ClickCounts(long raw, long own, long filtered, long takenOut, long unique) {

    public static final ClickCounts NONE = new ClickCounts(0, 0, 0, 0, 0);

    public long counted() {
        return raw - own - filtered - takenOut;
    }

    /** Everything kept out of the figures. */
    public long notCounted() {
        return raw - counted();
    }
}
