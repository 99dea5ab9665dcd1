package dev.wilyferret.core.drawing;

import dev.wilyferret.core.text.Refusal;
import java.util.HashSet;
import java.util.List;
import java.util.Set;

/** Boxes and the lines between them, before they have places. Lengths are units of the drawing. */
public record Graph(List<Box> boxes, List<Line> lines) {

    /**
     * A box; its axis is the height at which lines meet it.
     *
     * @param above from its upper edge to its axis
     * @param below from its axis to its lower edge
     * @param least the first column it may stand in, from 0
     */
    public record Box(String key, double above, double below, int least) {}

    /** @param breadth how broad it is drawn */
    public record Line(String from, String to, double breadth) {}

    /** @throws Refusal if a key stands twice, a line stands twice, or an end of one is no box */
    public Graph {
        boxes = List.copyOf(boxes);
        lines = List.copyOf(lines);
        Set<String> keys = new HashSet<>();
        for (Box box : boxes) {
            if (!keys.add(box.key)) {
                throw new Refusal("The box “%s” stands twice.".formatted(box.key));
            }
        }
        Set<List<String>> ends = new HashSet<>();
        for (Line line : lines) {
            if (!keys.contains(line.from) || !keys.contains(line.to) || !ends.add(List.of(line.from, line.to))) {
                throw new Refusal(
                        "The line from “%s” to “%s” stands twice or ends nowhere.".formatted(line.from, line.to));
            }
        }
    }
}
