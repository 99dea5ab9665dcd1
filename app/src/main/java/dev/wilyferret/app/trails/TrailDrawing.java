package dev.wilyferret.app.trails;

import dev.wilyferret.core.trail.Station;
import dev.wilyferret.core.trail.Trail;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/**
 * Where the lines of a trail go: stations along a horizontal band whose width, at each of them, is in proportion to its
 * figure. Lengths are units of the drawing, 1200 wide.
 */
record TrailDrawing(List<Stop> stops, List<Flow> flows) {

    static final int WIDTH = 1200;
    private static final int FIRST = 100;
    private static final int STEP = 200;
    private static final int MIDDLE = 96;
    private static final double WIDEST = 44;
    /** So that a few people among many thousands still leave a line. */
    private static final double THINNEST = 1.2;

    /** @param half half the band's width here */
    record Stop(Station station, int x, double half) {

        public double top() {
            return MIDDLE - half;
        }
    }

    /**
     * From one station to the next.
     *
     * @param onward the outline of those who went on
     * @param lost the outline of those who did not
     * @param gap whether an end of it is still to be made
     */
    record Flow(String onward, String lost, boolean gap, int middle, String rate) {}

    static TrailDrawing of(Trail trail, java.util.function.Function<dev.wilyferret.core.figures.Rate, String> rates) {
        long widest = trail.stations().stream().mapToLong(Station::figure).max().orElse(0);
        List<Stop> stops = new ArrayList<>();
        for (Station station : trail.stations()) {
            stops.add(new Stop(station, FIRST + STEP * stops.size(), half(station.figure(), widest)));
        }
        List<Flow> flows = new ArrayList<>();
        for (int i = 1; i < stops.size(); i++) {
            flows.add(flow(stops.get(i - 1), stops.get(i), rates));
        }
        return new TrailDrawing(List.copyOf(stops), List.copyOf(flows));
    }

    private static double half(long figure, long widest) {
        return figure == 0 ? 0 : Math.max(THINNEST, WIDEST * figure / widest);
    }

    private static Flow flow(
            Stop from, Stop to, java.util.function.Function<dev.wilyferret.core.figures.Rate, String> rates) {
        boolean gap =
                from.station().state() == Station.State.GAP || to.station().state() == Station.State.GAP;
        double through = Math.min(from.half(), to.half());
        int bend = (from.x() + to.x()) / 2;
        String onward = to.half() == 0
                ? ""
                : path(
                        "M%d %s C%d %s %d %s %d %s L%d %s C%d %s %d %s %d %s Z",
                        from.x(),
                        MIDDLE - from.half(),
                        bend,
                        MIDDLE - from.half(),
                        bend,
                        MIDDLE - to.half(),
                        to.x(),
                        MIDDLE - to.half(),
                        to.x(),
                        MIDDLE + to.half(),
                        bend,
                        MIDDLE + to.half(),
                        bend,
                        MIDDLE + from.half(),
                        from.x(),
                        MIDDLE + from.half());
        boolean passedBy = to.station().fromBefore().isEmpty();
        String lost = passedBy || from.half() - through < 0.5
                ? ""
                : path(
                        "M%d %s L%d %s L%d %s L%d %s Z",
                        from.x(),
                        MIDDLE - from.half(),
                        from.x() + 130,
                        MIDDLE - from.half(),
                        from.x() + 130,
                        MIDDLE + from.half(),
                        from.x(),
                        MIDDLE + from.half());
        return new Flow(
                onward,
                lost,
                gap,
                bend,
                to.station()
                        .fromBefore()
                        .filter(rate -> rate.whole() > 0)
                        .map(rates)
                        .orElse(""));
    }

    private static String path(String pattern, Object... numbers) {
        Object[] texts = new Object[numbers.length];
        for (int i = 0; i < numbers.length; i++) {
            texts[i] = numbers[i] instanceof Double number ? String.format(Locale.ROOT, "%.1f", number) : numbers[i];
        }
        return String.format(Locale.ROOT, pattern, texts);
    }
}
