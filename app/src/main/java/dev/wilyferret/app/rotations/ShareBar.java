package dev.wilyferret.app.rotations;

import dev.wilyferret.core.rotation.Rotation;
import dev.wilyferret.core.rotation.Variant;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/**
 * A variant's part of the bar of shares.
 *
 * @param x where it begins, in percent of the bar
 * @param percent of new visitors, as the bar is wide
 * @param words its name with its share, as "Bridge page 16.7 %"
 */
record ShareBar(Variant variant, int tone, double x, double percent, String words) {

    static List<ShareBar> of(Rotation rotation, List<Variant> drawn) {
        int sum = drawn.stream().mapToInt(Variant::weight).sum();
        List<ShareBar> bars = new ArrayList<>();
        double x = 0;
        for (Variant one : drawn) {
            double percent = 100.0 * one.weight() / sum;
            bars.add(new ShareBar(
                    one,
                    Charts.tone(rotation.variants(), one),
                    x,
                    percent,
                    String.format(Locale.ROOT, "%s %.1f %%", one.name(), percent)));
            x += percent;
        }
        return bars;
    }
}
