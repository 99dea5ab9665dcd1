package dev.wilyferret.bench;

import dev.wilyferret.core.address.Tagging;
import dev.wilyferret.core.address.Tags;
import java.util.Map;
import java.util.concurrent.TimeUnit;
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

/** How long tagging one address takes; the aim is under 5 µs. */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MICROSECONDS)
@Fork(1)
@Warmup(iterations = 3, time = 1)
@Measurement(iterations = 5, time = 1)
public class TaggingSpeed {

    private final Tags tags = new Tags(
            "plumage", "paid-social", "spring & balcony", "grow mushrooms", "video-1", Map.of("placement", "top left"));

    private final Map<String, String> tokens = Map.of("kw", "oyster kit", "ad", "51207");

    /** All of a link's tags, one of which the address carries already. */
    @Benchmark
    public String allTags() {
        return tags.onto("https://shop.example/start?lang=de&utm_source=own&ref=77#order");
    }

    /** What a source filled in, as on every click. */
    @Benchmark
    public String tokens() {
        return Tagging.of(
                        "/cellar-crop/start?utm_source=plumage&utm_medium=paid-social&utm_campaign=spring-balcony",
                        tokens)
                .address();
    }

    public static void main(String[] args) throws RunnerException {
        new Runner(new OptionsBuilder().include(TaggingSpeed.class.getName()).build()).run();
    }
}
