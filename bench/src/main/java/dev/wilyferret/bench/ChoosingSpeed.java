package dev.wilyferret.bench;

import dev.wilyferret.app.live.SiteSnapshot.Target;
import dev.wilyferret.core.id.RotationId;
import dev.wilyferret.core.id.VariantId;
import dev.wilyferret.core.rotation.Choosing;
import dev.wilyferret.core.rotation.Circumstance;
import dev.wilyferret.core.rotation.Turns;
import dev.wilyferret.core.rotation.Weights;
import dev.wilyferret.core.visit.Device;
import java.time.ZonedDateTime;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.concurrent.TimeUnit;
import java.util.stream.IntStream;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.Warmup;
import org.openjdk.jmh.runner.Runner;
import org.openjdk.jmh.runner.RunnerException;
import org.openjdk.jmh.runner.options.OptionsBuilder;

/** How long choosing a variant takes, from one counter for 1, 2 and 8 threads; the aim is under 1 µs. */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.NANOSECONDS)
@Fork(1)
@Warmup(iterations = 3, time = 1)
@Measurement(iterations = 5, time = 1)
public class ChoosingSpeed {

    private static final ZonedDateTime NOON = ZonedDateTime.parse("2026-11-27T12:00:00+01:00[Europe/Vienna]");

    private final Choosing<Target> rotation = rotation();

    private static Choosing<Target> rotation() {
        Weights weights = Weights.of(5, 1, 1, 3, 2);
        List<Choosing.Way<Target>> ways = IntStream.range(0, 5)
                .mapToObj(i -> new Choosing.Way<Target>(
                        new VariantId(new UUID(1, i)),
                        new Target.ToPage(Optional.empty(), "/cellar-crop/start-" + i),
                        weights.share(i),
                        Choosing.Door.OPEN))
                .toList();
        Choosing.Shares<Target> shares = new Choosing.Shares<>(
                ways, Optional.empty(), new Turns(weights, 2026, false, 0), new Turns(weights, 7, false, 0));
        return Choosing.of(
                new RotationId(new UUID(2, 2)),
                1,
                List.of(
                        new Choosing.Part<>(new Circumstance.From(Set.of("DE", "CH")), shares),
                        new Choosing.Part<>(new Circumstance.On(Set.of(Device.TABLET)), shares),
                        new Choosing.Part<>(new Circumstance.Speaking(Set.of("fr")), shares)),
                Optional.of(shares),
                Set.of());
    }

    private static Circumstance.Facts facts() {
        return new Circumstance.Facts("AT", Device.PHONE, "de-AT", Optional.empty(), NOON, false);
    }

    @Benchmark
    public Optional<Choosing.Chosen<Target>> fresh() {
        return rotation.choose(Optional.empty(), ChoosingSpeed::facts, true);
    }

    @Benchmark
    public Optional<Choosing.Chosen<Target>> again() {
        return rotation.choose(Optional.of(new VariantId(new UUID(1, 3))), ChoosingSpeed::facts, true);
    }

    public static void main(String[] args) throws RunnerException {
        for (int threads : List.of(1, 2, 8)) {
            new Runner(new OptionsBuilder()
                            .include(ChoosingSpeed.class.getName())
                            .threads(threads)
                            .build())
                    .run();
        }
    }
}
