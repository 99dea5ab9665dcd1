package dev.wilyferret.core.drawing;

import dev.wilyferret.core.drawing.Graph.Box;
import dev.wilyferret.core.drawing.Graph.Line;
import dev.wilyferret.core.drawing.Layout.Route;
import dev.wilyferret.core.drawing.Layout.Spot;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.Deque;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.function.Function;

/**
 * Layered drawing in the usual four steps (after Sugiyama, Tagawa and Toda, 1981): lines that close a circle are set apart; each box
 * stands one column after the last of those that lead to it; within columns things are ordered by the mean place of their
 * neighbours, and the order with the fewest crossings is kept; heights are the nearest to those of the neighbours that leave no
 * overlap (isotonic regression by pooling adjacent violators).
 */
final class Layering {

    private static final int SWEEPS = 12;
    private static final double APART = 14;

    /** Something that stands in a column: a box, or a line on its way past. */
    private static final class Item {

        final double above;
        final double below;
        final List<Tie> before = new ArrayList<>();
        final List<Tie> after = new ArrayList<>();
        int place;
        double axis;

        Item(double above, double below) {
            this.above = above;
            this.below = below;
        }

        List<Tie> ties(boolean forward) {
            return forward ? before : after;
        }
    }

    private record Tie(Item other, double weight) {}

    private final Graph graph;
    private final Map<String, List<Line>> out = new LinkedHashMap<>();
    private final Map<String, Box> boxes = new LinkedHashMap<>();
    private final Set<Line> back = new HashSet<>();
    private final Map<String, Integer> columnOf = new HashMap<>();
    private final List<List<Item>> columns = new ArrayList<>();
    private final Map<String, Item> items = new HashMap<>();
    private final Map<Line, List<Item>> passing = new HashMap<>();

    Layering(Graph graph) {
        this.graph = graph;
        graph.boxes().forEach(box -> {
            boxes.put(box.key(), box);
            out.put(box.key(), new ArrayList<>());
        });
        graph.lines().forEach(line -> out(line.from()).add(line));
    }

    private List<Line> out(String key) {
        return Objects.requireNonNull(out.get(key));
    }

    private int column(String key) {
        return Objects.requireNonNull(columnOf.get(key));
    }

    Layout layout() {
        setBackApart();
        columns();
        fill();
        order();
        heights();
        return result();
    }

    /** Walks from box to box in the order of the graph; a line to a box that is being walked from closes a circle. */
    private void setBackApart() {
        Set<String> done = new HashSet<>();
        Set<String> open = new HashSet<>();
        Deque<Map.Entry<String, Deque<Line>>> path = new ArrayDeque<>();
        for (String begin : boxes.keySet()) {
            if (!done.contains(begin)) {
                open(begin, open, path);
            }
            while (!path.isEmpty()) {
                Line line = path.peek().getValue().poll();
                if (line == null) {
                    open.remove(path.peek().getKey());
                    done.add(path.pop().getKey());
                } else if (open.contains(line.to())) {
                    back.add(line);
                } else if (!done.contains(line.to())) {
                    open(line.to(), open, path);
                }
            }
        }
    }

    private void open(String key, Set<String> open, Deque<Map.Entry<String, Deque<Line>>> path) {
        open.add(key);
        path.push(Map.entry(key, new ArrayDeque<>(out(key))));
    }

    /** Each box one column after the last of those that lead to it. */
    private void columns() {
        Map<String, Integer> leading = new HashMap<>();
        boxes.keySet().forEach(key -> leading.put(key, 0));
        onward().forEach(line -> leading.merge(line.to(), 1, Integer::sum));
        boxes.values().forEach(box -> columnOf.put(box.key(), box.least()));
        Deque<String> free = new ArrayDeque<>(boxes.keySet().stream()
                .filter(key -> Integer.valueOf(0).equals(leading.get(key)))
                .toList());
        while (!free.isEmpty()) {
            String key = free.poll();
            for (Line line : out(key)) {
                if (!back.contains(line)) {
                    columnOf.merge(line.to(), column(key) + 1, Math::max);
                    if (leading.merge(line.to(), -1, Integer::sum) == 0) {
                        free.add(line.to());
                    }
                }
            }
        }
    }

    private List<Line> onward() {
        return graph.lines().stream().filter(line -> !back.contains(line)).toList();
    }

    private void fill() {
        boxes.values().forEach(box -> items.put(box.key(), put(column(box.key()), box.above(), box.below())));
        for (Line line : onward()) {
            List<Item> between = new ArrayList<>();
            Item last = Objects.requireNonNull(items.get(line.from()));
            for (int column = column(line.from()) + 1; column < column(line.to()); column++) {
                Item next = put(column, line.breadth() / 2, line.breadth() / 2);
                between.add(next);
                tie(last, next, line.breadth());
                last = next;
            }
            tie(last, Objects.requireNonNull(items.get(line.to())), line.breadth());
            passing.put(line, between);
        }
    }

    private Item put(int column, double above, double below) {
        while (columns.size() <= column) {
            columns.add(new ArrayList<>());
        }
        Item item = new Item(above, below);
        item.place = columns.get(column).size();
        columns.get(column).add(item);
        return item;
    }

    private static void tie(Item from, Item to, double breadth) {
        from.after.add(new Tie(to, 1 + breadth));
        to.before.add(new Tie(from, 1 + breadth));
    }

    private void order() {
        List<List<Item>> best = copy();
        long fewest = crossings();
        for (int sweep = 0; sweep < SWEEPS && fewest > 0; sweep++) {
            boolean forward = sweep % 2 == 0;
            for (List<Item> column : forward ? columns : columns.reversed()) {
                sort(column, forward);
            }
            long now = crossings();
            if (now < fewest) {
                fewest = now;
                best = copy();
            }
        }
        columns.clear();
        columns.addAll(best);
        columns.forEach(Layering::number);
    }

    private List<List<Item>> copy() {
        List<List<Item>> copy = new ArrayList<>();
        columns.forEach(column -> copy.add(new ArrayList<>(column)));
        return copy;
    }

    private static void sort(List<Item> column, boolean forward) {
        Map<Item, Double> wish = new HashMap<>();
        column.forEach(item -> wish.put(item, mean(item.ties(forward), other -> other.place, item.place)));
        column.sort(Comparator.comparingDouble(item -> Objects.requireNonNull(wish.get(item))));
        number(column);
    }

    private static void number(List<Item> column) {
        for (int i = 0; i < column.size(); i++) {
            column.get(i).place = i;
        }
    }

    private static double mean(List<Tie> ties, Function<Item, Number> of, double otherwise) {
        double sum = 0;
        double weight = 0;
        for (Tie tie : ties) {
            sum += tie.weight * of.apply(tie.other).doubleValue();
            weight += tie.weight;
        }
        return weight == 0 ? otherwise : sum / weight;
    }

    /** Pairs of lines between two columns that swap sides. */
    private long crossings() {
        long crossings = 0;
        for (List<Item> column : columns) {
            List<int[]> ends = new ArrayList<>();
            column.forEach(item -> item.after.forEach(tie -> ends.add(new int[] {item.place, tie.other.place})));
            for (int i = 0; i < ends.size(); i++) {
                for (int j = i + 1; j < ends.size(); j++) {
                    int[] one = ends.get(i);
                    int[] other = ends.get(j);
                    if ((one[0] - other[0]) * (one[1] - other[1]) < 0) {
                        crossings++;
                    }
                }
            }
        }
        return crossings;
    }

    private void heights() {
        columns.forEach(column -> spread(column, item -> 0.0));
        for (int sweep = 0; sweep <= SWEEPS; sweep++) {
            boolean forward = sweep % 2 == 0;
            for (List<Item> column : forward ? columns : columns.reversed()) {
                spread(column, item -> mean(item.ties(forward), other -> other.axis, item.axis));
            }
        }
        double top = columns.stream()
                .flatMap(List::stream)
                .mapToDouble(item -> item.axis - item.above)
                .min()
                .orElse(0);
        columns.forEach(column -> column.forEach(item -> item.axis -= top));
    }

    private record Pool(double mean, int size) {}

    /** The heights that are nearest to those wished for, in the order of the column, each clear of the one above. */
    private static void spread(List<Item> column, Function<Item, Double> wish) {
        List<Pool> pools = new ArrayList<>();
        double offset = 0;
        for (int i = 0; i < column.size(); i++) {
            offset += i == 0 ? 0 : column.get(i - 1).below + APART + column.get(i).above;
            Pool pool = new Pool(wish.apply(column.get(i)) - offset, 1);
            while (!pools.isEmpty() && pools.getLast().mean > pool.mean) {
                Pool before = pools.removeLast();
                int size = before.size + pool.size;
                pool = new Pool((before.mean * before.size + pool.mean * pool.size) / size, size);
            }
            pools.add(pool);
        }
        offset = 0;
        int at = 0;
        for (Pool pool : pools) {
            for (int i = 0; i < pool.size; i++, at++) {
                offset += at == 0 ? 0 : column.get(at - 1).below + APART + column.get(at).above;
                column.get(at).axis = pool.mean + offset;
            }
        }
    }

    private Layout result() {
        Map<String, Spot> spots = new LinkedHashMap<>();
        boxes.forEach((key, box) ->
                spots.put(key, new Spot(box, column(key), Objects.requireNonNull(items.get(key)).axis)));
        List<List<int[]>> lanes = new ArrayList<>();
        List<Route> routes = new ArrayList<>();
        for (Line line : graph.lines()) {
            Spot from = Objects.requireNonNull(spots.get(line.from()));
            Spot to = Objects.requireNonNull(spots.get(line.to()));
            int lane = back.contains(line) ? lane(lanes, to.column(), from.column()) : -1;
            routes.add(new Route(
                    line,
                    from,
                    to,
                    passing.getOrDefault(line, List.of()).stream()
                            .map(item -> item.axis)
                            .toList(),
                    lane));
        }
        double height = columns.stream()
                .flatMap(List::stream)
                .mapToDouble(item -> item.axis + item.below)
                .max()
                .orElse(0);
        return new Layout(List.copyOf(spots.values()), List.copyOf(routes), columns.size(), height, lanes.size());
    }

    /** The first lane in which nothing runs there yet. */
    private static int lane(List<List<int[]>> lanes, int first, int last) {
        for (int lane = 0; ; lane++) {
            if (lane == lanes.size()) {
                lanes.add(new ArrayList<>());
            }
            if (lanes.get(lane).stream().noneMatch(taken -> taken[0] <= last && first <= taken[1])) {
                lanes.get(lane).add(new int[] {first, last});
                return lane;
            }
        }
    }
}
