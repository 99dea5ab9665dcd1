package dev.wilyferret.core.trail;

import dev.wilyferret.core.drawing.SvgPath;
import dev.wilyferret.core.figures.Station;
import dev.wilyferret.core.figures.Tally;
import java.util.ArrayList;
import java.util.List;

/**
 * A trail in five steps, whatever its places are, so that several can be compared.
 *
 * @param clicks all that came
 * @param counted those that count
 * @param visitors who saw a page; distinct, and of counted clicks, as those that follow
 * @param acted visitors who left an address, or went on to an offer
 * @param sales whose click counts
 */
public record Steps(long clicks, long counted, long visitors, long acted, long sales) {

    public static final Steps NONE = new Steps(0, 0, 0, 0, 0);

    public static Steps of(Tally tally) {
        return new Steps(
                tally.clicks().raw(),
                tally.clicks().counted(),
                tally.visitors(leg -> leg.to() instanceof Station.Page),
                tally.visitors(leg -> leg.to() instanceof Station.OptIn || leg.to() instanceof Station.Offer),
                tally.sums().sold().sales());
    }

    /** Of several promotions together; a visitor of two of them stands twice. */
    public Steps plus(Steps other) {
        return new Steps(
                clicks + other.clicks,
                counted + other.counted,
                visitors + other.visitors,
                acted + other.acted,
                sales + other.sales);
    }

    public List<Long> figures() {
        return List.of(clicks, counted, visitors, acted, sales);
    }

    /**
     * The outline of a band through five equal columns, 100 wide each, as high at the middle of each as its figure; 40 for the
     * widest.
     *
     * @param widest the figure that is 40 high
     */
    public String band(long widest) {
        if (widest == 0 || clicks == 0) {
            return "";
        }
        List<Double> halves = figures().stream()
                .map(figure -> figure == 0 ? 0 : Math.max(0.6, 20.0 * figure / widest))
                .toList();
        StringBuilder path = new StringBuilder(SvgPath.of("M%s %s", 0, 20 - halves.getFirst()));
        List<double[]> above = new ArrayList<>();
        for (int i = 0; i < halves.size(); i++) {
            above.add(new double[] {50 + 100.0 * i, halves.get(i)});
        }
        side(path, above, -1);
        side(path, above.reversed(), 1);
        return path.append(SvgPath.of(" L%s %s Z", 0, 20 + halves.getFirst())).toString();
    }

    private static void side(StringBuilder path, List<double[]> points, int sign) {
        double[] last = points.getFirst();
        path.append(SvgPath.of(" L%s %s", last[0], 20 + sign * last[1]));
        for (double[] next : points.subList(1, points.size())) {
            double middle = (last[0] + next[0]) / 2;
            path.append(SvgPath.of(
                    " C%s %s %s %s %s %s",
                    middle, 20 + sign * last[1], middle, 20 + sign * next[1], next[0], 20 + sign * next[1]));
            last = next;
        }
    }
}
