package dev.wilyferret.app.rotations;

import dev.wilyferret.core.drawing.SvgPath;
import dev.wilyferret.core.evidence.Belief;
import dev.wilyferret.core.evidence.Observed;
import dev.wilyferret.core.rotation.RoundDays;
import dev.wilyferret.core.rotation.Standings;
import dev.wilyferret.core.rotation.Variant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.time.format.TextStyle;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.function.DoubleFunction;
import java.util.stream.DoubleStream;
import java.util.stream.IntStream;

/** What is drawn on the bench of a rotation; each drawing is 720 wide and 200 high inside its axes. */
final class Charts {

    static final int WIDE = 720;
    static final int HIGH = 200;
    private static final int POINTS = 120;
    private static final int MOST_TICKS = 8;

    private Charts() {}

    /**
     * A line of a variant.
     *
     * @param tone which of the variants' tones it has
     * @param said what it shows, in words
     */
    record Line(String name, int tone, String path, String said) {}

    /** @param at from the left or from the top */
    record Tick(double at, String words) {}

    /** @param across from left to right, @param up from the bottom to the top */
    record Chart(List<Line> lines, List<Tick> across, List<Tick> up, List<Tick> marks) {

        public boolean empty() {
            return lines.isEmpty();
        }
    }

    /**
     * Where each variant's true rate, or what a visitor of it brings, probably lies.
     *
     * @param all variants of the rotation, whose places give each its tone
     * @param said a value in words
     */
    static Chart curves(Standings standings, List<Variant> all, DoubleFunction<String> said) {
        List<Standings.Line> known = standings.lines().stream()
                .filter(line -> line.belief().isPresent())
                .toList();
        if (known.isEmpty()) {
            return new Chart(List.of(), List.of(), List.of(), List.of());
        }
        double from = known.stream()
                .mapToDouble(line -> line.belief().orElseThrow().middle()[0])
                .min()
                .orElse(0);
        double to = known.stream()
                .mapToDouble(line -> line.belief().orElseThrow().middle()[1])
                .max()
                .orElse(1);
        double[] at = IntStream.rangeClosed(0, POINTS)
                .mapToDouble(i -> from + (to - from) * i / POINTS)
                .toArray();
        double highest = known.stream()
                .flatMapToDouble(line ->
                        DoubleStream.of(at).map(x -> line.belief().orElseThrow().density(x)))
                .filter(Double::isFinite)
                .max()
                .orElse(1);
        List<Line> lines = new ArrayList<>();
        for (Standings.Line line : known) {
            Belief belief = line.belief().orElseThrow();
            List<double[]> points = new ArrayList<>();
            for (double x : at) {
                double density = Math.min(belief.density(x), highest);
                points.add(new double[] {WIDE * (x - from) / (to - from), HIGH * (1 - density / highest)});
            }
            lines.add(new Line(
                    line.variant().name(),
                    tone(all, line.variant()),
                    path(points),
                    "%s: probably %s, between %s and %s in 998 of 1,000 cases"
                            .formatted(
                                    line.variant().name(),
                                    said.apply(belief.mean()),
                                    said.apply(belief.middle()[0]),
                                    said.apply(belief.middle()[1]))));
        }
        return new Chart(
                lines,
                IntStream.rangeClosed(0, 5)
                        .mapToObj(i -> new Tick(WIDE * i / 5.0, said.apply(from + (to - from) * i / 5)))
                        .toList(),
                List.of(),
                List.of());
    }

    /** The rate of each variant over all days so far, day by day, with what changed meanwhile. */
    static Chart course(List<Variant> variants, RoundDays days, List<Mark> marks, DoubleFunction<String> said) {
        List<LocalDate> all = List.copyOf(days.days().keySet());
        if (all.size() < 2) {
            return new Chart(List.of(), List.of(), List.of(), List.of());
        }
        long span = all.getLast().toEpochDay() - all.getFirst().toEpochDay();
        List<List<double[]>> rates =
                variants.stream().map(one -> rates(one, days, all)).toList();
        double highest = Math.max(
                1e-9,
                rates.stream()
                        .flatMap(List::stream)
                        .mapToDouble(point -> point[1])
                        .max()
                        .orElse(1));
        List<Line> lines = new ArrayList<>();
        for (int i = 0; i < variants.size(); i++) {
            if (!rates.get(i).isEmpty()) {
                lines.add(new Line(
                        variants.get(i).name(),
                        i % 4,
                        path(rates.get(i).stream()
                                .map(point -> new double[] {WIDE * point[0] / span, HIGH * (1 - point[1] / highest)})
                                .toList()),
                        "%s: %s at the end"
                                .formatted(
                                        variants.get(i).name(),
                                        said.apply(rates.get(i).getLast()[1]))));
            }
        }
        int every = Math.max(1, (all.size() + MOST_TICKS - 1) / MOST_TICKS);
        return new Chart(
                lines,
                IntStream.range(0, all.size())
                        .filter(i -> i % every == 0)
                        .mapToObj(i -> new Tick(x(all.get(i), all.getFirst(), span), shortly(all.get(i))))
                        .toList(),
                IntStream.rangeClosed(0, 4)
                        .mapToObj(i -> new Tick(HIGH * (1 - i / 4.0), said.apply(highest * i / 4)))
                        .toList(),
                marks.stream()
                        .sorted(Comparator.comparing(Mark::at))
                        .map(mark -> new Tick(
                                x(LocalDate.ofInstant(mark.at(), ZoneOffset.UTC), all.getFirst(), span), mark.words()))
                        .filter(tick -> tick.at >= 0 && tick.at <= WIDE)
                        .toList());
    }

    private static double x(LocalDate day, LocalDate first, long span) {
        return WIDE * (double) (day.toEpochDay() - first.toEpochDay()) / span;
    }

    private static String shortly(LocalDate day) {
        return "%d %s".formatted(day.getDayOfMonth(), day.getMonth().getDisplayName(TextStyle.SHORT, Locale.ENGLISH));
    }

    private static List<double[]> rates(Variant variant, RoundDays days, List<LocalDate> all) {
        List<double[]> rates = new ArrayList<>();
        List<Observed> daily = days.daily(variant.id());
        Observed sum = Observed.NOTHING;
        for (int i = 0; i < all.size(); i++) {
            sum = sum.plus(daily.get(i));
            if (sum.visitors() > 0) {
                rates.add(new double[] {all.get(i).toEpochDay() - all.getFirst().toEpochDay(), sum.rate()});
            }
        }
        return rates;
    }

    private static String path(List<double[]> points) {
        StringBuilder path = new StringBuilder();
        for (double[] point : points) {
            path.append(SvgPath.of(path.isEmpty() ? "M%s %s" : " L%s %s", point[0], point[1]));
        }
        return path.toString();
    }

    static int tone(List<Variant> all, Variant variant) {
        return Math.max(0, all.indexOf(variant)) % 4;
    }
}
