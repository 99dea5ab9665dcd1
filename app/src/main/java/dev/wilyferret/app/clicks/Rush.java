package dev.wilyferret.app.clicks;

/** Whether so many visitors come that what else there is to do holds back. */
public final class Rush {

    /** From so many events a second on, visitors need the machine more than anything else does. */
    private static final int EVENTS = 1_000;

    private static final double NANOS = 1_000_000_000.0;

    private final ClickLog log;
    private long kept;
    private long at = System.nanoTime();

    public Rush(ClickLog log) {
        this.log = log;
        this.kept = log.kept();
    }

    /** Whether there was one since this was asked before. */
    public boolean on() {
        long now = System.nanoTime();
        long keptNow = log.kept();
        boolean rush = (keptNow - kept) * NANOS / (now - at) > EVENTS;
        kept = keptNow;
        at = now;
        return rush;
    }
}
