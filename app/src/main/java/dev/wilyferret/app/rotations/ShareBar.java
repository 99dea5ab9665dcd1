package dev.wilyferret.app.rotations;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/**
 * A variant's part of the bar of shares, which is 1,000 wide.
 *
 * @param words its name with its share, as "Bridge page 16.7 %"
 */
record ShareBar(String words, double x, double width) {

    private static final double PERCENT = 10;
    private static final double GAP = 3;

    static List<ShareBar> of(List<Shown> variants) {
        List<ShareBar> bars = new ArrayList<>();
        double x = 0;
        for (Shown one : variants) {
            if (one.share() > 0) {
                double width = one.share() * PERCENT;
                bars.add(new ShareBar(
                        String.format(Locale.ROOT, "%s %.1f %%", one.variant().name(), one.share()),
                        x,
                        Math.max(GAP, width - GAP)));
                x += width;
            }
        }
        return bars;
    }
}
