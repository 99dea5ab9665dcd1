package dev.wilyferret.app.trails;

import dev.wilyferret.core.text.PlainText;
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
    public record Line(PageMap.Node from, PageMap.Node to, String label, String path) {}

    static PlanDrawing of(PageMap map) {
        List<Box> boxes = map.nodes().stream()
                .map(node -> new Box(node, EDGE + node.column() * COLUMN, EDGE + node.row() * ROW))
                .toList();
        Map<String, Box> byKey = boxes.stream().collect(Collectors.toMap(box -> box.node.key(), Function.identity()));
        List<Line> lines = map.edges().stream()
                .map(edge -> {
                    Box from = Objects.requireNonNull(byKey.get(edge.from()));
                    Box to = Objects.requireNonNull(byKey.get(edge.to()));
                    return new Line(from.node, to.node, edge.label(), path(from, to));
                })
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

    private static String path(Box from, Box to) {
        int y1 = from.y + BOX_HEIGHT / 2;
        int y2 = to.y + BOX_HEIGHT / 2;
        if (to.node.column() > from.node.column()) {
            int x1 = from.x + BOX_WIDTH;
            int x2 = to.x - 7;
            if (to.node.column() == from.node.column() + 1) {
                return bend(x1, y1, x2, y2);
            }
            // Along the gap below its row, so that no box between stands in the way.
            int gap = from.y + (BOX_HEIGHT + ROW) / 2;
            int turn = COLUMN - BOX_WIDTH - EDGE;
            return bend(x1, y1, x1 + turn, gap) + bend(x2 - turn, gap, x2, y2).replace('M', 'L');
        }
        int x1 = from.x + BOX_WIDTH / 2;
        int x2 = to.x + BOX_WIDTH / 2 + (from == to ? 40 : 0);
        int low = Math.max(from.y, to.y) + BOX_HEIGHT + 22;
        return "M%d %d C%d %d %d %d %d %d"
                .formatted(x1, from.y + BOX_HEIGHT, x1, low, x2, low, x2, to.y + BOX_HEIGHT + 7);
    }

    /** Level at both ends. */
    private static String bend(int x1, int y1, int x2, int y2) {
        int half = (x1 + x2) / 2;
        return "M%d %d C%d %d %d %d %d %d".formatted(x1, y1, half, y1, half, y2, x2, y2);
    }

    private static String cut(String words, int most) {
        return PlainText.cut(words, most);
    }
}
