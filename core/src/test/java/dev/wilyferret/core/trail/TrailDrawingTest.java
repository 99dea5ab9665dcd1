package dev.wilyferret.core.trail;

import static dev.wilyferret.core.trail.Promoted.at;
import static dev.wilyferret.core.trail.Promoted.form;
import static dev.wilyferret.core.trail.Promoted.id;
import static dev.wilyferret.core.trail.Promoted.offer;
import static dev.wilyferret.core.trail.Promoted.page;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import dev.wilyferret.core.Choices;
import dev.wilyferret.core.drawing.TextWidth;
import dev.wilyferret.core.drawing.TextWidth.Face;
import dev.wilyferret.core.figures.Station;
import dev.wilyferret.core.trail.Setup.Target;
import dev.wilyferret.core.trail.TrailDrawing.Spot;
import dev.wilyferret.core.trail.TrailDrawing.Stream;
import dev.wilyferret.core.trail.TrailDrawing.Text;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.stream.IntStream;
import java.util.stream.Stream.Builder;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;

class TrailDrawingTest {

    private static final Station BRIDGE = new Station.Page(id(1));
    private static final Station REDIRECT = new Station.Page(id(2));
    private static final Station OUT = new Station.Offer(id(2), Optional.empty());

    private static TrailDrawing drawn(Trail trail) {
        return TrailDrawing.of(trail, rate -> rate.part() + "/" + rate.whole());
    }

    private static Stream stream(TrailDrawing drawing, Place from, Place to) {
        return drawing.streams().stream()
                .filter(one -> one.way().from().equals(from) && one.way().to().equals(to))
                .findFirst()
                .orElseThrow();
    }

    @Test
    void aStraightTrailIsAStraightBandThatSaysEachShareOnce() {
        TrailDrawing drawing = drawn(Promoted.straight()
                .went(50, BRIDGE)
                .went(30, BRIDGE, REDIRECT)
                .went(20, BRIDGE, REDIRECT, OUT)
                .trail());
        assertThat(drawing.width()).isEqualTo(TrailDrawing.WIDTH);
        assertThat(drawing.spots()).extracting(Spot::x).containsExactly(100.0, 300.0, 500.0, 700.0, 900.0, 1100.0);
        assertThat(drawing.spots())
                .extracting(Spot::axis)
                .containsOnly(drawing.spots().getFirst().axis());
        assertThat(drawing.spots()).extracting(Spot::half).containsExactly(42.0, 42.0, 42.0, 21.0, 8.4, 0.0);
        assertThat(drawing.streams().stream()
                        .flatMap(one -> one.label().stream())
                        .map(Text::text))
                .containsExactly("50/100", "20/50");
        assertThat(drawing.spot(at(1)).orElseThrow().fade()).isNotEmpty();
        assertThat(stream(drawing, new Place.Offer(Promoted.OFFER), new Place.Sales())
                        .outline())
                .as("nobody bought")
                .isEmpty();
    }

    @Test
    void whereWaysPartEachSaysHowManyWentIt() {
        TrailDrawing drawing = drawn(new Promoted()
                .with(1, "Quiz page", page(2), page(3))
                .with(2, "For beginners", offer())
                .with(3, "For the impatient", new Target.ToOffer(Promoted.OTHER))
                .went(30, BRIDGE, new Station.Page(id(2)), new Station.Offer(id(2), Optional.empty()))
                .went(10, BRIDGE, new Station.Page(id(3)), new Station.Offer(id(3), Optional.of(Promoted.OTHER)))
                .trail());
        assertThat(stream(drawing, at(1), at(2)).label().orElseThrow().text()).isEqualTo("30/40");
        assertThat(stream(drawing, at(1), at(2)).breadth())
                .isEqualTo(3 * stream(drawing, at(1), at(3)).breadth());
        assertThat(drawing.spot(at(2)).orElseThrow().x())
                .isEqualTo(drawing.spot(at(3)).orElseThrow().x());
    }

    /** 60 pages in a circle, two entries, one page adrift; each is there, and the circle leads back once. */
    @Test
    void aGreatCircleIsDrawn() {
        Promoted many = new Promoted();
        IntStream.rangeClosed(1, 60).forEach(i -> many.with(i, "P".repeat(200), page(i == 60 ? 1 : i + 1)));
        many.with(99, "Adrift");
        TrailDrawing drawing = drawn(many.trail());
        assertThat(drawing.streams().stream().filter(Stream::back)).hasSize(1);
        assertThat(drawing.spots()).hasSize(66);
        assertThat(drawing.width()).isGreaterThan(60 * 100);
        drawing.spots().forEach(TrailDrawingTest::staysInItsPlace);
    }

    @Test
    void aFewPeopleBesideTenMillionLeaveALine() {
        Promoted many = new Promoted().with(1, "Bridge page", page(2)).withRedirect(2);
        Trail trail = new Trail(
                many.trail().stops().stream()
                        .map(stop -> new Trail.Stop(
                                stop.place(),
                                stop.name(),
                                stop.state(),
                                stop.note(),
                                stop.place().equals(at(1)) ? 10_000_000 : 3,
                                stop.losses(),
                                stop.onward()))
                        .toList(),
                many.trail().ways().stream()
                        .map(way -> new Trail.Way(way.from(), way.to(), way.label(), way.planned(), 3))
                        .toList());
        TrailDrawing drawing = drawn(trail);
        assertThat(drawing.streams()).extracting(Stream::breadth).containsOnly(1.2);
        Spot large = drawing.spot(at(1)).orElseThrow();
        assertThat(large.half()).isCloseTo(42, within(1e-9));
        assertThat(large.figure().text()).isEqualTo("10,000,000");
    }

    @Test
    void aWalkIsALine() {
        TrailDrawing drawing =
                TrailDrawing.ofWalk(Promoted.straight().went(1, BRIDGE).trail());
        assertThat(stream(drawing, new Place.Filter(), at(1)).breadth()).isEqualTo(8);
        assertThat(stream(drawing, at(1), new Place.Redirect(id(2))).breadth()).isZero();
    }

    /** Any promotion: pages that lead anywhere, forms, gaps, two offers; and visitors who go anywhere. */
    static Promoted made(Random random) {
        int size = random.nextInt(12);
        Promoted made = new Promoted();
        for (int i = 1; i <= size; i++) {
            List<Target> ways = new ArrayList<>();
            for (int way = random.nextInt(4); way > 0; way--) {
                ways.add(target(random, size));
            }
            Target[] all = ways.toArray(Target[]::new);
            String name = random.nextBoolean() ? "Page " + i : "き ".repeat(100);
            if (random.nextInt(4) == 0) {
                made.withForm(i, name, form(random.nextBoolean(), false, all));
            } else if (random.nextInt(8) == 0) {
                made.withRedirect(i);
            } else {
                made.with(i, name, all);
            }
        }
        IntStream.range(0, random.nextInt(7)).forEach(i -> made.sources.put("source-" + i, i));
        for (int i = random.nextInt(40); i > 0; i--) {
            Builder<Station> way = java.util.stream.Stream.builder();
            for (int step = random.nextInt(6); step > 0; step--) {
                way.add(station(random, size));
            }
            made.went(1 + random.nextInt(40), way.build().toArray(Station[]::new));
        }
        return made;
    }

    private static Target target(Random random, int size) {
        return switch (random.nextInt(7)) {
            case 6 -> new Target.ToElsewhere(Promoted.ROOM);
            case 0 -> offer();
            case 1 -> new Target.ToOffer(Promoted.OTHER);
            case 2 -> new Target.ToMissing("To make " + random.nextInt(2));
            case 3 -> new Target.HandOut();
            default -> page(1 + random.nextInt(size + 1));
        };
    }

    private static Station station(Random random, int size) {
        return switch (random.nextInt(6)) {
            case 0 -> new Station.Offer(id(1), Optional.empty());
            case 1 -> new Station.Sale();
            case 2 -> new Station.Confirmed();
            default -> new Station.Page(id(1 + random.nextInt(size + 1)));
        };
    }

    @Property(tries = 100)
    void theSameTrailIsDrawnTheSameWay(@ForAll(supplier = Choices.Any.class) Choices choices) {
        assertThat(drawn(made(choices).trail()))
                .isEqualTo(drawn(made(choices.again()).trail()));
    }

    @Property(tries = 100)
    void noSpotLiesOnAnotherAndNoTextOutsideItsPlace(@ForAll(supplier = Choices.Any.class) Choices choices) {
        TrailDrawing drawing = drawn(made(choices).trail());
        for (Spot one : drawing.spots()) {
            staysInItsPlace(one);
            assertThat(one.top()).isGreaterThanOrEqualTo(0);
            assertThat(one.bottom()).isLessThanOrEqualTo(drawing.height());
            assertThat(one.x() + one.room() / 2).isLessThanOrEqualTo(drawing.width());
            for (Spot other : drawing.spots()) {
                if (one != other && one.x() == other.x()) {
                    assertThat(one.bottom() <= other.top() || other.bottom() <= one.top())
                            .isTrue();
                }
            }
        }
        double room = drawing.spots().getFirst().room();
        drawing.streams().stream().flatMap(stream -> stream.label().stream()).forEach(label -> {
            assertThat(width(label, Face.TEXT)).isLessThanOrEqualTo(label.room());
            assertThat(drawing.spots())
                    .as("it stands between columns")
                    .allMatch(spot -> Math.abs(spot.x() - label.x()) + 1e-6 >= (room + label.room()) / 2);
        });
    }

    private static void staysInItsPlace(Spot spot) {
        spot.name().forEach(line -> inside(spot, line, spot.compact() ? Face.TEXT : Face.DISPLAY));
        if (!spot.compact()) {
            inside(spot, spot.note(), Face.TEXT);
            inside(spot, spot.figure(), Face.TEXT);
            inside(spot, spot.unit(), Face.TEXT);
            spot.losses().forEach(line -> inside(spot, line, Face.TEXT));
            assertThat(spot.note().y()).isLessThan(spot.postTop());
            assertThat(spot.figure().y() - spot.figure().size()).isGreaterThan(spot.postBottom());
        }
    }

    private static void inside(Spot spot, Text text, Face face) {
        assertThat(width(text, face)).as(text.text()).isLessThanOrEqualTo(spot.room() + 1e-6);
        assertThat(text.x()).isEqualTo(spot.x());
        assertThat(text.y() - 0.8 * text.size()).isGreaterThanOrEqualTo(spot.top() - 1);
        assertThat(text.y()).isLessThanOrEqualTo(spot.bottom());
    }

    private static double width(Text text, Face face) {
        return TextWidth.of(text.text(), face, text.size());
    }

    @Property(tries = 100)
    void streamsAreInProportionAndSharesAreQuotientsOfWhatIsShown(
            @ForAll(supplier = Choices.Any.class) Choices choices) {
        Trail trail = made(choices).trail();
        TrailDrawing drawing = drawn(trail);
        Optional<Stream> broadest =
                drawing.streams().stream().max(java.util.Comparator.comparingDouble(Stream::breadth));
        for (Stream stream : drawing.streams()) {
            long figure = stream.way().figure();
            if (figure == 0) {
                assertThat(stream.breadth()).isZero();
            } else if (stream.breadth() > 1.2) {
                Stream whole = broadest.orElseThrow();
                assertThat(stream.breadth() / whole.breadth())
                        .isCloseTo((double) figure / whole.way().figure(), within(1e-9));
            } else {
                assertThat(stream.breadth()).isEqualTo(1.2);
            }
            stream.label().filter(label -> label.text().contains("/")).ifPresent(label -> {
                String[] parts = label.text().split("/");
                assertThat(drawing.spot(stream.way().to()).orElseThrow().stop().figure())
                        .isEqualTo(Long.parseLong(parts[0]));
                assertThat(drawing.spot(stream.way().from())
                                .orElseThrow()
                                .stop()
                                .figure())
                        .isEqualTo(Long.parseLong(parts[1]));
            });
        }
        for (Spot spot : drawing.spots()) {
            double out = drawing.streams().stream()
                    .filter(one -> one.way().from().equals(spot.stop().place()))
                    .mapToDouble(Stream::breadth)
                    .sum();
            assertThat(2 * spot.half() + 1e-6).isGreaterThanOrEqualTo(out);
        }
    }

    /** Streams that begin, or end, at a place lie one upon the other and within its post, none over another. */
    @Property(tries = 100)
    void streamsMeetAPlaceSideBySideWithinItsPost(@ForAll(supplier = Choices.Any.class) Choices choices) {
        TrailDrawing drawing = drawn(made(choices).trail());
        for (Spot spot : drawing.spots()) {
            sideBySide(
                    spot,
                    drawing.streams().stream()
                            .filter(one -> one.way().from().equals(spot.stop().place()))
                            .map(one -> band(one, true))
                            .toList());
            sideBySide(
                    spot,
                    drawing.streams().stream()
                            .filter(one -> one.way().to().equals(spot.stop().place()))
                            .map(one -> band(one, false))
                            .toList());
        }
    }

    /** Between which heights a stream begins, or ends; lines are written with one decimal. */
    private static double[] band(Stream stream, boolean beginning) {
        String[] numbers = stream.line().replaceAll("[A-Z]", " ").strip().split(" +");
        double middle = Double.parseDouble(numbers[beginning ? 1 : numbers.length - 1]);
        return new double[] {middle - stream.breadth() / 2, middle + stream.breadth() / 2};
    }

    private static void sideBySide(Spot spot, List<double[]> bands) {
        List<double[]> sorted = bands.stream()
                .sorted(java.util.Comparator.comparingDouble((double[] band) -> band[0] + band[1]))
                .toList();
        double all = sorted.stream().mapToDouble(band -> band[1] - band[0]).sum();
        for (int at = 0; at < sorted.size(); at++) {
            assertThat(sorted.get(at)[0]).isGreaterThanOrEqualTo(spot.postTop() - 0.11);
            assertThat(sorted.get(at)[1]).isLessThanOrEqualTo(spot.postBottom() + 0.11);
            if (at > 0) {
                assertThat(sorted.get(at)[0]).isCloseTo(sorted.get(at - 1)[1], within(0.11));
            }
        }
        if (!sorted.isEmpty()) {
            assertThat(sorted.getFirst()[0]).as("around the axis").isCloseTo(spot.axis() - all / 2, within(0.11));
        }
    }
}
