package dev.wilyferret.app.trails;

import dev.wilyferret.core.trail.PageMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.function.Function;
import java.util.stream.Collectors;

/** Where the boxes and lines of a page map go, in units of the drawing. */
public record PlanDrawing(List<Box> boxes, List<Line> lines, int width, int height) {

    private static final int COLUMN = 268;
    private static final int ROW = 92;
    private static final int BOX_WIDTH = 196;
    private static final int BOX_HEIGHT = 56;
    private static final int EDGE = 8;

    public record Box(PageMap.Node node, int x, int y) {
        public String name() {
            return cut(node.name(), 25);
        }
    }

    /** @param path from box to box; one that leads back runs below */
    public record Line(String path, String label, int x, int y) {}

    static PlanDrawing of(PageMap map) {
        List<Box> boxes = map.nodes().stream()
                .map(node -> new Box(node, EDGE + node.column() * COLUMN, EDGE + node.row() * ROW))
                .toList();
        Map<String, Box> byKey = boxes.stream().collect(Collectors.toMap(box -> box.node.key(), Function.identity()));
        List<Line> lines = map.edges().stream()
                .map(edge -> line(
                        Objects.requireNonNull(byKey.get(edge.from())),
                        Objects.requireNonNull(byKey.get(edge.to())),
                        edge.label()))
                .toList();
        int columns =
                1 + boxes.stream().mapToInt(box -> box.node.column()).max().orElse(0);
        int rows = 1 + boxes.stream().mapToInt(box -> box.node.row()).max().orElse(0);
        return new PlanDrawing(
                boxes,
                lines,
                2 * EDGE + (columns - 1) * COLUMN + BOX_WIDTH,
                2 * EDGE + (rows - 1) * ROW + BOX_HEIGHT + 26);
    }

    private static Line line(Box from, Box to, String label) {
        int y1 = from.y + BOX_HEIGHT / 2;
        int y2 = to.y + BOX_HEIGHT / 2;
        if (to.node.column() > from.node.column()) {
            int x1 = from.x + BOX_WIDTH;
            int x2 = to.x - 7;
            if (to.node.column() > from.node.column() + 1) {
                // Below the boxes that stand between.
                int low = Math.max(y1, y2) + 2 * ROW / 3;
                return new Line(
                        "M%d %d C%d %d %d %d %d %d".formatted(x1, y1, x1 + 90, low, x2 - 90, low, x2, y2),
                        cut(label, 30),
                        x1,
                        low);
            }
            int bend = (x1 + x2) / 2;
            return new Line(
                    "M%d %d C%d %d %d %d %d %d".formatted(x1, y1, bend, y1, bend, y2, x2, y2), cut(label, 30), x1, y2);
        }
        int x1 = from.x + BOX_WIDTH / 2;
        int x2 = to.x + BOX_WIDTH / 2 + (from == to ? 40 : 0);
        int low = Math.max(from.y, to.y) + BOX_HEIGHT + 22;
        return new Line(
                "M%d %d C%d %d %d %d %d %d"
                        .formatted(x1, from.y + BOX_HEIGHT, x1, low, x2, low, x2, to.y + BOX_HEIGHT + 7),
                cut(label, 30),
                x1,
                low);
    }

    private static String cut(String words, int most) {
        return words.length() <= most ? words : words.substring(0, most - 1) + "…";
    }
}
