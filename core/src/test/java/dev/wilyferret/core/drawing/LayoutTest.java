package dev.wilyferret.core.drawing;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.wilyferret.core.Choices;
import dev.wilyferret.core.drawing.Graph.Box;
import dev.wilyferret.core.drawing.Graph.Line;
import dev.wilyferret.core.drawing.Layout.Route;
import dev.wilyferret.core.drawing.Layout.Spot;
import dev.wilyferret.core.text.Refusal;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Random;
import java.util.Set;
import java.util.stream.IntStream;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;

class LayoutTest {

    private static Box box(String key) {
        return new Box(key, 20, 30, 0);
    }

    private static Graph graph(String... lines) {
        Set<String> keys = new java.util.LinkedHashSet<>();
        List<Line> all = new ArrayList<>();
        for (String line : lines) {
            String[] ends = line.split(">");
            keys.addAll(List.of(ends));
            all.add(new Line(ends[0], ends[1], 4));
        }
        return new Graph(keys.stream().map(LayoutTest::box).toList(), all);
    }

    private static int column(Layout layout, String key) {
        return spot(layout, key).column();
    }

    private static Spot spot(Layout layout, String key) {
        return layout.spots().stream()
                .filter(one -> one.box().key().equals(key))
                .findFirst()
                .orElseThrow();
    }

    @Test
    void aStraightGraphIsAStraightLine() {
        Layout layout = Layout.of(graph("a>b", "b>c", "c>d"));
        assertThat(layout.spots()).extracting(Spot::column).containsExactly(0, 1, 2, 3);
        assertThat(layout.spots()).extracting(Spot::axis).containsOnly(20.0);
        assertThat(layout.height()).isEqualTo(50);
    }

    @Test
    void aForkLiesAroundItsBeginningAndIsJoinedAgain() {
        Layout layout = Layout.of(graph("a>b", "a>c", "b>d", "c>d"));
        assertThat(column(layout, "d")).isEqualTo(2);
        assertThat(spot(layout, "a").axis()).isEqualTo(spot(layout, "d").axis());
        assertThat(spot(layout, "b").axis() + spot(layout, "c").axis())
                .isEqualTo(2 * spot(layout, "a").axis());
    }

    @Test
    void aLongLinePassesBesideWhatIsBetween() {
        Layout layout = Layout.of(graph("a>b", "b>c", "a>c"));
        Route passing = layout.routes().getLast();
        assertThat(passing.between()).hasSize(1);
        double height = passing.between().getFirst();
        assertThat(height + 2 < spot(layout, "b").top()
                        || height - 2 > spot(layout, "b").bottom())
                .isTrue();
    }

    @Test
    void whatClosesACircleLeadsBackBelow() {
        Layout layout = Layout.of(graph("a>b", "b>c", "c>a", "b>b"));
        assertThat(layout.routes().stream()
                        .filter(Route::back)
                        .map(route -> route.line().from()))
                .containsExactly("c", "b");
        assertThat(layout.routes().stream().filter(Route::back).map(Route::lane))
                .as("each in a lane of its own, since they run side by side")
                .containsExactly(0, 1);
        assertThat(layout.lanes()).isEqualTo(2);
    }

    @Test
    void aBoxThatNothingLeadsToStandsWhereItMayAtTheEarliest() {
        Layout layout = Layout.of(new Graph(List.of(box("a"), new Box("b", 1, 1, 3)), List.of()));
        assertThat(column(layout, "b")).isEqualTo(3);
        assertThat(layout.columns()).isEqualTo(4);
    }

    @Test
    void nothingIsDrawnOfNothing() {
        assertThat(Layout.of(new Graph(List.of(), List.of())).height()).isZero();
    }

    @Test
    void whatCannotBeAGraphIsRefused() {
        assertThatThrownBy(() -> new Graph(List.of(box("a"), box("a")), List.of()))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("“a” stands twice");
        assertThatThrownBy(() -> new Graph(List.of(box("a")), List.of(new Line("a", "b", 1))))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("“a” to “b”");
    }

    /** Any boxes and lines; few enough that circles, forks and joins come about. */
    private static Graph made(Random random, int most) {
        int size = 1 + random.nextInt(most);
        List<Box> boxes = IntStream.range(0, size)
                .mapToObj(i -> new Box("" + i, 5 + random.nextInt(60), 5 + random.nextInt(90), random.nextInt(3)))
                .toList();
        Set<Line> lines = new HashSet<>();
        Set<List<Integer>> ends = new HashSet<>();
        for (int i = random.nextInt(2 * size); i > 0; i--) {
            int from = random.nextInt(size);
            int to = random.nextInt(size);
            if (ends.add(List.of(from, to))) {
                lines.add(new Line("" + from, "" + to, random.nextInt(80)));
            }
        }
        return new Graph(
                boxes,
                lines.stream()
                        .sorted(java.util.Comparator.comparing(Line::toString))
                        .toList());
    }

    @Property(tries = 300)
    void theSameGraphIsLaidOutTheSameWay(@ForAll(supplier = Choices.Any.class) Choices choices) {
        assertThat(Layout.of(made(choices, 30))).isEqualTo(Layout.of(made(choices.again(), 30)));
    }

    @Property(tries = 300)
    void linesLeadOnExceptWhereTheyCloseACircle(@ForAll(supplier = Choices.Any.class) Choices choices) {
        Graph graph = made(choices, 30);
        Layout layout = Layout.of(graph);
        assertThat(layout.routes()).hasSameSizeAs(graph.lines());
        for (Route route : layout.routes()) {
            if (!route.back()) {
                assertThat(route.to().column()).isGreaterThan(route.from().column());
                assertThat(route.between())
                        .hasSize(route.to().column() - route.from().column() - 1);
            } else {
                assertThat(leads(graph, route.line().to(), route.line().from())).isTrue();
            }
        }
        assertThat(layout.spots()).allMatch(spot -> spot.column() >= spot.box().least());
    }

    private static boolean leads(Graph graph, String from, String to) {
        Set<String> seen = new HashSet<>(Set.of(from));
        boolean more = true;
        while (more) {
            more = false;
            for (Line line : graph.lines()) {
                more |= seen.contains(line.from()) && seen.add(line.to());
            }
        }
        return seen.contains(to);
    }

    @Property(tries = 300)
    void nothingLiesOnAnythingElse(@ForAll(supplier = Choices.Any.class) Choices choices) {
        Layout layout = Layout.of(made(choices, 30));
        for (int column = 0; column < layout.columns(); column++) {
            List<double[]> taken = new ArrayList<>();
            for (Spot spot : layout.spots()) {
                if (spot.column() == column) {
                    taken.add(new double[] {spot.top(), spot.bottom()});
                }
            }
            for (Route route : layout.routes()) {
                int passed = column - route.from().column() - 1;
                if (!route.back() && passed >= 0 && passed < route.between().size()) {
                    double half = route.line().breadth() / 2;
                    double at = route.between().get(passed);
                    taken.add(new double[] {at - half, at + half});
                }
            }
            taken.sort(java.util.Comparator.comparingDouble(one -> one[0]));
            for (int i = 1; i < taken.size(); i++) {
                assertThat(taken.get(i)[0]).isGreaterThanOrEqualTo(taken.get(i - 1)[1]);
            }
            assertThat(taken).allMatch(one -> one[0] >= -1e-6 && one[1] <= layout.height() + 1e-6);
        }
    }

    /** A tree has a drawing without crossings, and gets one: lines between two columns keep the order of their beginnings. */
    @Property(tries = 200)
    void aTreeHasNoCrossings(
            @ForAll(supplier = Choices.Any.class) Choices choices, @ForAll @IntRange(min = 1, max = 25) int size) {
        List<Line> lines = IntStream.range(1, size)
                .mapToObj(i -> new Line("" + choices.nextInt(i), "" + i, 1))
                .toList();
        Layout layout = Layout.of(
                new Graph(IntStream.range(0, size).mapToObj(i -> box("" + i)).toList(), lines));
        for (Route one : layout.routes()) {
            for (Route other : layout.routes()) {
                if (one.from().column() == other.from().column()
                        && one.from().axis() < other.from().axis()) {
                    assertThat(one.to().axis()).isLessThan(other.to().axis());
                }
            }
        }
    }
}
