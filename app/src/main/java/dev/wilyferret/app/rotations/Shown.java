package dev.wilyferret.app.rotations;

import dev.wilyferret.core.evidence.ConfidenceSequence;
import dev.wilyferret.core.evidence.Observed;
import dev.wilyferret.core.figures.Rate;
import dev.wilyferret.core.rotation.Variant;
import java.util.Locale;

/**
 * A variant on its bench.
 *
 * @param leadsTo what it leads to is called
 * @param share of new visitors, in percent
 * @param reachable false where visitors could not get there, so that nobody is drawn for it
 * @param observed distinct counted visitors, and how many of them reached the goal
 */
record Shown(Variant variant, String leadsTo, double share, boolean reachable, Observed observed) {

    /** How often in one an interval may ever miss the truth. */
    private static final double ALPHA = 0.05;

    public Rate rate() {
        return new Rate(observed.conversions(), observed.visitors());
    }

    /** Where its true rate lies, as words; safe to look at every day. */
    public String interval() {
        if (observed.visitors() == 0) {
            return "–";
        }
        ConfidenceSequence at = ConfidenceSequence.of(observed, ALPHA);
        return String.format(Locale.ROOT, "%.1f to %.1f %%", at.from() * 100, at.to() * 100);
    }
}
