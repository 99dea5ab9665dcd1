package dev.wilyferret.core.drawing;

import java.util.List;

/**
 * Where boxes and lines of a graph go. The same graph is always laid out the same way.
 *
 * @param columns how many there are
 * @param height of all columns; the uppermost edge is at 0
 * @param lanes how many lanes run below, one above the other, for lines that lead back
 */
public record Layout(List<Spot> spots, List<Route> routes, int columns, double height, int lanes) {

    /** @param axis the height of the box's axis, from above */
    public record Spot(Graph.Box box, int column, double axis) {

        public double top() {
            return axis - box.above();
        }

        public double bottom() {
            return axis + box.below();
        }
    }

    /**
     * The way of a line.
     *
     * @param between the heights at which it passes the columns between its ends
     * @param lane in which it leads back below, from 0; -1 if it leads on
     */
    public record Route(Graph.Line line, Spot from, Spot to, List<Double> between, int lane) {

        public boolean back() {
            return lane >= 0;
        }
    }

    public static Layout of(Graph graph) {
        return new Layering(graph).layout();
    }
}
