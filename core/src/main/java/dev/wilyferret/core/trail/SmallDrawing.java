package dev.wilyferret.core.trail;

import dev.wilyferret.core.design.ReadyTrail;
import dev.wilyferret.core.drawing.Graph;
import dev.wilyferret.core.drawing.Layout;
import dev.wilyferret.core.drawing.SvgPath;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.function.Function;
import java.util.stream.Collectors;

/** A trail without words, to choose from: a mark for each place, and lines. Lengths are units of the drawing. */
public record SmallDrawing(int width, int height, List<Dot> dots, List<String> lines) {

    private static final double PITCH = 38;
    private static final double HALF = 11;
    private static final double EDGE = 3;

    /** @param kind which mark it has */
    public record Dot(String name, Kind kind, double x, double y) {}

    public enum Kind {
        /** Where visitors come in. */
        COMING,
        PAGE,
        REDIRECT,
        OPT_IN,
        MAIL,
        FILE,
        OFFER
    }

    private static final Map<String, SmallDrawing> READY = ReadyTrail.all().stream()
            .collect(Collectors.toMap(ReadyTrail::key, ready -> of(Trail.of(ReadySetup.of(ready), Traffic.NONE))));

    private static final SmallDrawing STRAIGHT = of(Trail.of(ReadySetup.straight(), Traffic.NONE));

    /** Of all ready-made trails, by their key. */
    public static Map<String, SmallDrawing> ofReady() {
        return READY;
    }

    /** Of a landing page and a redirect page. */
    public static SmallDrawing ofStraight() {
        return STRAIGHT;
    }

    static SmallDrawing of(Trail trail) {
        Map<String, Trail.Stop> shown = trail.stops().stream()
                .filter(stop -> !stop.place().traffic() && !(stop.place() instanceof Place.Sales))
                .filter(stop -> !trail.to(stop.place()).isEmpty())
                .collect(Collectors.toMap(
                        stop -> stop.place().key(), Function.identity(), (one, other) -> one, LinkedHashMap::new));
        Layout layout = Layout.of(new Graph(
                shown.keySet().stream()
                        .map(key -> new Graph.Box(key, HALF, HALF, 0))
                        .toList(),
                trail.ways().stream()
                        .filter(way -> shown.containsKey(way.from().key())
                                && shown.containsKey(way.to().key()))
                        .map(way -> new Graph.Line(way.from().key(), way.to().key(), 1))
                        .toList()));
        return new SmallDrawing(
                (int) (layout.columns() * PITCH),
                (int) Math.ceil(layout.height() + 2 * EDGE + layout.lanes() * HALF),
                layout.spots().stream()
                        .map(spot -> {
                            Trail.Stop stop =
                                    Objects.requireNonNull(shown.get(spot.box().key()));
                            return new Dot(stop.name(), kind(stop.place()), x(spot.column()), y(spot.axis()));
                        })
                        .toList(),
                layout.routes().stream().map(route -> line(route, layout)).toList());
    }

    private static double x(int column) {
        return PITCH * (column + 0.5);
    }

    private static double y(double axis) {
        return axis + EDGE;
    }

    private static String line(Layout.Route route, Layout layout) {
        double x = x(route.from().column());
        double y = y(route.from().axis());
        StringBuilder path = new StringBuilder(SvgPath.of("M%s %s", x, y));
        if (route.back()) {
            double low = layout.height() + EDGE + HALF * (route.lane() + 0.5);
            return path.append(SvgPath.of(
                            " L%s %s L%s %s L%s %s",
                            x,
                            low,
                            x(route.to().column()),
                            low,
                            x(route.to().column()),
                            y(route.to().axis())))
                    .toString();
        }
        int column = route.from().column();
        for (double between : route.between()) {
            column++;
            path.append(bend(x, y, x(column), y(between)));
            x = x(column);
            y = y(between);
        }
        return path.append(bend(x, y, x(route.to().column()), y(route.to().axis())))
                .toString();
    }

    private static String bend(double x1, double y1, double x2, double y2) {
        double half = (x1 + x2) / 2;
        return SvgPath.of(" C%s %s %s %s %s %s", half, y1, half, y2, x2, y2);
    }

    private static Kind kind(Place place) {
        return switch (place) {
            case Place.Source _, Place.OtherSources _, Place.Filter _, Place.Variant _ -> Kind.COMING;
            case Place.Page _, Place.Missing _, Place.Gone _, Place.Step _ -> Kind.PAGE;
            case Place.Redirect _ -> Kind.REDIRECT;
            case Place.OptIn _ -> Kind.OPT_IN;
            case Place.Confirmed _, Place.Mails _ -> Kind.MAIL;
            case Place.HandedOut _ -> Kind.FILE;
            case Place.Offer _, Place.Elsewhere _, Place.Sales _ -> Kind.OFFER;
        };
    }
}
