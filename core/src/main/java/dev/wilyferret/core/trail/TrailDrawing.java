package dev.wilyferret.core.trail;

import dev.wilyferret.core.drawing.Graph;
import dev.wilyferret.core.drawing.Layout;
import dev.wilyferret.core.drawing.Layout.Route;
import dev.wilyferret.core.drawing.SvgPath;
import dev.wilyferret.core.drawing.TextWidth;
import dev.wilyferret.core.drawing.TextWidth.Face;
import dev.wilyferret.core.figures.Rate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Function;
import java.util.function.ToDoubleFunction;
import java.util.stream.Collectors;

/**
 * A trail as a drawing: places in columns from traffic to sales, between them streams as broad as their figures. Every text has a
 * place of its own, and is cut to it. Lengths are units of the drawing.
 *
 * @param spots from left to right, and from above
 */
public record TrailDrawing(int width, int height, List<Spot> spots, List<Stream> streams) {

    /** How wide it is drawn where that suffices for its columns. */
    public static final int WIDTH = 1200;

    private static final double NAME_SIZE = 17;
    /** Where columns are narrow. */
    private static final double SMALL_NAME_SIZE = 14;

    private static final double SMALL_SIZE = 13;
    private static final double FIGURE_SIZE = 23;

    private static final double WIDEST_COLUMN = 240;
    private static final double NARROWEST_COLUMN = 118;
    private static final double GAP_SHARE = 0.28;
    private static final double SMALL_GAP_SHARE = 0.2;
    private static final double NARROW = 150;
    private static final double WIDEST_STREAM = 84;
    private static final double WALKED = 8;
    /** So that a few people among many thousands still leave a line. */
    private static final double THINNEST = 1.2;

    private static final double NAME_LINE = 20;
    private static final double SMALL_LINE = 17;
    private static final double FIGURE_LINE = 27;
    private static final double PAD = 6;
    private static final double POST = 7;
    private static final double EDGE = 4;
    private static final double LANE = 14;

    /**
     * A line of text, in its place.
     *
     * @param x its middle
     * @param y its base line
     * @param whole what it says where it is cut
     */
    public record Text(String text, double x, double y, double size, double room, String whole) {

        static Text of(String whole, double x, double y, double size, double room) {
            return new Text(TextWidth.cut(whole, Face.TEXT, size, room), x, y, size, room, whole);
        }
    }

    /**
     * A place.
     *
     * @param compact whether all it says stands on one line above it
     * @param x its middle
     * @param room how wide its texts may be
     * @param axis the height at which streams meet it
     * @param half half as high as all that comes to it, or goes on from it
     * @param fade the outline in which those who went no further fade away; empty if there are none
     */
    public record Spot(
            Trail.Stop stop,
            boolean compact,
            double x,
            double room,
            double axis,
            double half,
            String fade,
            List<Text> name,
            Text note,
            Text figure,
            Text unit,
            List<Text> losses,
            double top,
            double bottom) {

        public double postTop() {
            return axis - Math.max(half, POST);
        }

        public double postBottom() {
            return axis + Math.max(half, POST);
        }
    }

    /**
     * A way.
     *
     * @param breadth in proportion to its figure, and at least a thin line; 0 if nobody went it
     * @param outline of the stream
     * @param line its middle
     * @param label what is said beside it
     */
    public record Stream(
            Trail.Way way, double breadth, boolean back, String outline, String line, Optional<Text> label) {}

    public static TrailDrawing of(Trail trail, Function<Rate, String> rates) {
        return new Drafting(trail, rates, WIDEST_STREAM).drawing();
    }

    /** Of one visitor's way: a line is enough. */
    public static TrailDrawing ofWalk(Trail trail) {
        return new Drafting(trail, rate -> "", WALKED).drawing();
    }

    /** The spot of a place. */
    public Optional<Spot> spot(Place place) {
        return spots.stream().filter(spot -> spot.stop.place().equals(place)).findFirst();
    }

    private static final class Drafting {

        private final Trail trail;
        private final Function<Rate, String> rates;
        private final boolean manySources;
        private final double scale;
        private final Map<String, Trail.Stop> stops = new LinkedHashMap<>();
        private final Map<List<String>, Trail.Way> ways = new HashMap<>();
        private final Layout layout;
        private final double pitch;
        private final double gap;

        Drafting(Trail trail, Function<Rate, String> rates, double widestStream) {
            this.trail = trail;
            this.rates = rates;
            this.manySources = trail.stops().stream()
                            .filter(stop -> stop.place().traffic())
                            .count()
                    > 1;
            long widest = trail.stops().stream().mapToLong(this::through).max().orElse(0);
            this.scale = widest == 0 ? 0 : widestStream / widest;
            trail.stops().forEach(stop -> stops.put(stop.place().key(), stop));
            trail.ways().forEach(way -> ways.put(ends(way), way));
            int columns = Layout.of(graph(stop -> 0, stop -> 0)).columns();
            this.pitch = Math.clamp((double) WIDTH / Math.max(columns, 1), NARROWEST_COLUMN, WIDEST_COLUMN);
            this.gap = pitch * (pitch < NARROW ? SMALL_GAP_SHARE : GAP_SHARE);
            this.layout = Layout.of(graph(this::above, this::below));
        }

        private static List<String> ends(Trail.Way way) {
            return List.of(way.from().key(), way.to().key());
        }

        /** The most that comes to a place, is there, or goes on from it. */
        private long through(Trail.Stop stop) {
            return Math.max(stop.figure(), Math.max(sum(trail.to(stop.place())), sum(trail.from(stop.place()))));
        }

        private static long sum(List<Trail.Way> ways) {
            return ways.stream().mapToLong(Trail.Way::figure).sum();
        }

        private double breadth(long figure) {
            return figure == 0 ? 0 : Math.max(THINNEST, figure * scale);
        }

        private double half(Trail.Stop stop) {
            return Math.max(
                            breadth(stop.figure()),
                            Math.max(breadths(trail.to(stop.place())), breadths(trail.from(stop.place()))))
                    / 2;
        }

        private double breadths(List<Trail.Way> ways) {
            return ways.stream().mapToDouble(way -> breadth(way.figure())).sum();
        }

        private boolean compact(Trail.Stop stop) {
            return manySources && stop.place().traffic();
        }

        private Graph graph(ToDoubleFunction<Trail.Stop> above, ToDoubleFunction<Trail.Stop> below) {
            return new Graph(
                    trail.stops().stream()
                            .map(stop -> new Graph.Box(
                                    stop.place().key(),
                                    above.applyAsDouble(stop),
                                    below.applyAsDouble(stop),
                                    least(stop)))
                            .toList(),
                    trail.ways().stream()
                            .map(way ->
                                    new Graph.Line(way.from().key(), way.to().key(), breadth(way.figure())))
                            .toList());
        }

        private double above(Trail.Stop stop) {
            double texts = compact(stop) ? SMALL_LINE + PAD : name(stop).size() * NAME_LINE + SMALL_LINE + PAD;
            return texts + Math.max(half(stop), POST);
        }

        private double below(Trail.Stop stop) {
            double texts =
                    compact(stop) ? 0 : FIGURE_LINE + SMALL_LINE + stop.losses().size() * SMALL_LINE;
            return texts + PAD + Math.max(half(stop), POST);
        }

        private static int least(Trail.Stop stop) {
            return stop.place().traffic() ? 0 : stop.place() instanceof Place.Filter ? 1 : 2;
        }

        private List<String> name(Trail.Stop stop) {
            return TextWidth.wrap(stop.name(), Face.DISPLAY, nameSize(), pitch - gap, 2);
        }

        private double nameSize() {
            return pitch < NARROW ? SMALL_NAME_SIZE : NAME_SIZE;
        }

        private double x(int column) {
            return pitch * (column + 0.5);
        }

        private double left(int column) {
            return x(column) - (pitch - gap) / 2;
        }

        private double right(int column) {
            return x(column) + (pitch - gap) / 2;
        }

        TrailDrawing drawing() {
            List<Spot> spots = layout.spots().stream()
                    .sorted(Comparator.comparingInt(Layout.Spot::column).thenComparingDouble(Layout.Spot::axis))
                    .map(this::spot)
                    .toList();
            Map<Route, Double> begin = ports(Route::from, route -> Route::to, true);
            Map<Route, Double> end = ports(Route::to, route -> Route::from, false);
            double lane = Math.max(
                    LANE,
                    LANE / 2
                            + layout.routes().stream()
                                    .filter(Route::back)
                                    .mapToDouble(route -> route.line().breadth())
                                    .max()
                                    .orElse(0));
            List<Stream> streams = layout.routes().stream()
                    .map(route -> stream(
                            route,
                            Objects.requireNonNull(begin.get(route)),
                            Objects.requireNonNull(end.get(route)),
                            lane))
                    .toList();
            double height = layout.height() + 2 * EDGE + layout.lanes() * lane + (layout.lanes() > 0 ? EDGE : 0);
            return new TrailDrawing((int) Math.ceil(pitch * layout.columns()), (int) Math.ceil(height), spots, streams);
        }

        private Spot spot(Layout.Spot at) {
            Trail.Stop stop = Objects.requireNonNull(stops.get(at.box().key()));
            double x = x(at.column());
            double room = pitch - gap;
            double axis = at.axis() + EDGE;
            double half = half(stop);
            double top = at.top() + EDGE;
            double low = axis + Math.max(half, POST);
            boolean compact = compact(stop);
            String count = "%,d".formatted(stop.figure());
            List<Text> name = new ArrayList<>();
            if (compact) {
                double left = room - TextWidth.of("  " + count, Face.TEXT, SMALL_SIZE);
                name.add(new Text(
                        TextWidth.cut(stop.name(), Face.TEXT, SMALL_SIZE, Math.max(left, SMALL_SIZE)) + "  " + count,
                        x,
                        top + SMALL_LINE - PAD / 2,
                        SMALL_SIZE,
                        room,
                        stop.name()));
            } else {
                for (String line : name(stop)) {
                    name.add(new Text(
                            line, x, top + NAME_LINE * (name.size() + 1) - PAD / 2, nameSize(), room, stop.name()));
                }
            }
            List<Text> losses = new ArrayList<>();
            for (Trail.Loss loss : compact ? List.<Trail.Loss>of() : stop.losses()) {
                losses.add(Text.of(
                        "%,d %s".formatted(loss.figure(), loss.words()),
                        x,
                        low + FIGURE_LINE + SMALL_LINE * (losses.size() + 2),
                        SMALL_SIZE,
                        room));
            }
            return new Spot(
                    stop,
                    compact,
                    x,
                    room,
                    axis,
                    half,
                    fade(stop, at.column(), axis, half),
                    List.copyOf(name),
                    Text.of(stop.note(), x, top + NAME_LINE * name.size() + SMALL_LINE - PAD / 2, SMALL_SIZE, room),
                    Text.of(count, x, low + FIGURE_LINE, FIGURE_SIZE, room),
                    Text.of(stop.said(), x, low + FIGURE_LINE + SMALL_LINE, SMALL_SIZE, room),
                    List.copyOf(losses),
                    top,
                    at.bottom() + EDGE);
        }

        private String fade(Trail.Stop stop, int column, double axis, double half) {
            double onward = breadths(trail.from(stop.place())) / 2;
            if (stop.losses().isEmpty() || half - onward < 0.5) {
                return "";
            }
            double end = right(column) + gap / 2;
            return SvgPath.of(
                    "M%s %s L%s %s L%s %s L%s %s Z",
                    x(column), axis - half, end, axis - half, end, axis + half, x(column), axis + half);
        }

        /** The heights at which the streams of each spot begin, or end: one upon the other, around its axis. */
        private Map<Route, Double> ports(
                Function<Route, Layout.Spot> spot,
                Function<Route, Function<Route, Layout.Spot>> other,
                boolean beginning) {
            Map<Route, Double> ports = new HashMap<>();
            Map<String, List<Route>> bySpot = layout.routes().stream()
                    .collect(Collectors.groupingBy(
                            route -> spot.apply(route).box().key(), LinkedHashMap::new, Collectors.toList()));
            bySpot.values().forEach(routes -> {
                List<Route> sorted = routes.stream()
                        .sorted(Comparator.comparingDouble(
                                route -> next(route, other.apply(route).apply(route), beginning)))
                        .toList();
                double all = sorted.stream()
                        .mapToDouble(route -> route.line().breadth())
                        .sum();
                double at = spot.apply(sorted.getFirst()).axis() + EDGE - all / 2;
                for (Route route : sorted) {
                    ports.put(route, at + route.line().breadth() / 2);
                    at += route.line().breadth();
                }
            });
            return ports;
        }

        /** The height of what a route comes to first, or from last; back below comes last. */
        private static double next(Route route, Layout.Spot other, boolean beginning) {
            if (route.back()) {
                return Double.MAX_VALUE;
            }
            if (route.between().isEmpty()) {
                return other.axis();
            }
            return beginning ? route.between().getFirst() : route.between().getLast();
        }

        private Stream stream(Route route, double begin, double end, double lane) {
            Trail.Way way = Objects.requireNonNull(
                    ways.get(List.of(route.line().from(), route.line().to())));
            double breadth = route.line().breadth();
            if (route.back()) {
                return new Stream(way, breadth, true, "", back(route, begin, end, lane), Optional.empty());
            }
            String outline = breadth == 0
                    ? ""
                    : forward(route, begin, end, -breadth / 2, false)
                            + forward(route, begin, end, breadth / 2, true)
                            + " Z";
            return new Stream(
                    way, breadth, false, outline, forward(route, begin, end, 0, false), label(way, route, begin, end));
        }

        /** Level within columns, bent between them. */
        private String forward(Route route, double begin, double end, double aside, boolean homeward) {
            List<double[]> points = new ArrayList<>();
            int column = route.from().column();
            points.add(new double[] {x(column), begin + aside});
            points.add(new double[] {right(column), begin + aside});
            for (double height : route.between()) {
                column++;
                points.add(new double[] {left(column), height + EDGE + aside});
                points.add(new double[] {right(column), height + EDGE + aside});
            }
            points.add(new double[] {left(route.to().column()), end + aside});
            points.add(new double[] {x(route.to().column()), end + aside});
            List<double[]> order = homeward ? points.reversed() : points;
            StringBuilder path = new StringBuilder(
                    SvgPath.of(homeward ? " L%s %s" : "M%s %s", order.getFirst()[0], order.getFirst()[1]));
            for (int i = 1; i < order.size(); i++) {
                double[] from = order.get(i - 1);
                double[] to = order.get(i);
                boolean level = i % 2 == 1;
                double half = (from[0] + to[0]) / 2;
                path.append(
                        level
                                ? SvgPath.of(" L%s %s", to[0], to[1])
                                : SvgPath.of(" C%s %s %s %s %s %s", half, from[1], half, to[1], to[0], to[1]));
            }
            return path.toString();
        }

        private String back(Route route, double begin, double end, double lane) {
            double y = layout.height() + 2 * EDGE + lane * (route.lane() + 0.5);
            double turn = right(route.from().column()) + gap / 3;
            double home = left(route.to().column()) - gap / 3;
            return SvgPath.of(
                    "M%s %s L%s %s L%s %s L%s %s L%s %s L%s %s",
                    x(route.from().column()),
                    begin,
                    turn,
                    begin,
                    turn,
                    y,
                    home,
                    y,
                    home,
                    end,
                    x(route.to().column()),
                    end);
        }

        /** Said before the place it leads to, where nothing else does: the share, where both its figures are shown. */
        private Optional<Text> label(Trail.Way way, Route route, double begin, double end) {
            List<Trail.Way> beside =
                    trail.to(way.to()).stream().filter(one -> one.figure() > 0).toList();
            if (way.from().traffic() || !beside.equals(List.of(way))) {
                return Optional.empty();
            }
            Trail.Stop to = Objects.requireNonNull(stops.get(way.to().key()));
            Optional<String> share = trail.share(way).map(rates);
            String words = way.figure() == to.figure() ? share.orElse("") : "%,d".formatted(way.figure());
            if (words.isEmpty() || TextWidth.of(words, Face.TEXT, SMALL_SIZE) > gap) {
                return Optional.empty();
            }
            double x = left(route.to().column()) - gap / 2;
            // On the side it does not come from.
            double last = route.between().isEmpty() ? begin : route.between().getLast() + EDGE;
            double aside = route.line().breadth() / 2 + PAD;
            double y = last < end - 1 ? end + aside + SMALL_SIZE : end - aside;
            return Optional.of(new Text(words, x, y, SMALL_SIZE, gap, words));
        }
    }
}
