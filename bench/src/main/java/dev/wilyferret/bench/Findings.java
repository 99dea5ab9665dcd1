package dev.wilyferret.bench;

import java.io.IOException;
import java.util.Locale;

/** What held, a line each, and what is asked after every attack. */
final class Findings {

    private final Victim victim;
    private boolean allHeld = true;

    Findings(Victim victim) {
        this.victim = victim;
    }

    void say(String attack, boolean held, String figures, Object... values) {
        boolean stands = held && victim.alive();
        allHeld &= stands;
        System.out.printf(
                Locale.ROOT,
                "%-9s %-44s %s%n",
                stands ? "held" : "NOT HELD",
                attack,
                figures.formatted(values) + (victim.alive() ? "" : "; the program ended"));
    }

    boolean allHeld() {
        return allHeld;
    }

    static double millisSince(long begun) {
        return (System.nanoTime() - begun) / 1e6;
    }

    /** How long an honest click takes just now. */
    double click() throws IOException, InterruptedException {
        long begun = System.nanoTime();
        int status = victim.get(Victim.site() + "/go/balcony-1").statusCode();
        return status == 302 ? millisSince(begun) : Double.POSITIVE_INFINITY;
    }

    /** Pulls the plug, and says how many milliseconds after the next start a click is answered; infinity if none is within 90 s. */
    double restarted() throws IOException, InterruptedException {
        victim.restart();
        long begun = System.nanoTime();
        double up = Double.POSITIVE_INFINITY;
        while (up == Double.POSITIVE_INFINITY && millisSince(begun) < 90_000) {
            try {
                up = click() < Double.POSITIVE_INFINITY ? millisSince(begun) : Double.POSITIVE_INFINITY;
            } catch (IOException starting) {
                Thread.sleep(200);
            }
        }
        return up;
    }
}
