package dev.wilyferret.app.storage;

/** Who asks the database. Each has connections of its own, so that none can use up another's. */
public enum Lane {
    /** The log of clicks: few connections, which write many at once. */
    CLICKS(3),
    /** What visitors send: forms, mails' links, postbacks. */
    PUBLIC(6),
    /** The workspace's own people. */
    CONSOLE(8),
    /** Everything that goes on by itself. */
    BACKGROUND(8);

    private static final ScopedValue<Lane> PRESENT = ScopedValue.newInstance();

    private final int connections;

    Lane(int connections) {
        this.connections = connections;
    }

    /** How many connections it has. */
    public int connections() {
        return connections;
    }

    /** Does something in this lane. */
    public <T, X extends Throwable> T in(ScopedValue.CallableOp<? extends T, X> work) throws X {
        return ScopedValue.where(PRESENT, this).call(work);
    }

    public void run(Runnable work) {
        ScopedValue.where(PRESENT, this).run(work);
    }

    static Lane present() {
        return PRESENT.orElse(BACKGROUND);
    }
}
