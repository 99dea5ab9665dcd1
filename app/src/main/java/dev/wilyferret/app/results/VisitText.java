package dev.wilyferret.app.results;

import dev.wilyferret.core.figures.Dimension;
import dev.wilyferret.core.figures.Leg;
import dev.wilyferret.core.sale.SaleState;
import dev.wilyferret.core.sale.Sold;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** The parts of a visit as lines of text, each with its name or in its order, as a row keeps them. */
final class VisitText {

    private VisitText() {}

    static String traits(Map<Dimension, String> traits) {
        return Stream.of(Dimension.values())
                .filter(traits::containsKey)
                .map(dimension -> dimension + " " + traits.get(dimension))
                .collect(Collectors.joining("\n"));
    }

    static Map<Dimension, String> traits(String text) {
        Map<Dimension, String> traits = new EnumMap<>(Dimension.class);
        text.lines().forEach(line -> {
            int end = line.indexOf(' ');
            traits.put(Dimension.valueOf(line.substring(0, end)), line.substring(end + 1));
        });
        return traits;
    }

    static String legs(List<Leg> legs) {
        return legs.stream().map(Leg::text).collect(Collectors.joining("\n"));
    }

    static List<Leg> legs(String text) {
        return text.lines().map(Leg::read).toList();
    }

    static String sold(List<Sold> sold) {
        return sold.stream()
                .map(one -> "%s %d %d %d".formatted(one.state(), one.commission(), one.refunded(), one.order()))
                .collect(Collectors.joining("\n"));
    }

    static List<Sold> sold(String text) {
        return text.lines()
                .map(line -> line.split(" "))
                .map(parts -> new Sold(
                        SaleState.valueOf(parts[0]),
                        Long.parseLong(parts[1]),
                        Long.parseLong(parts[2]),
                        Long.parseLong(parts[3])))
                .toList();
    }
}
