package dev.wilyferret.bench;

import dev.wilyferret.core.evidence.Best;
import dev.wilyferret.core.evidence.ConfidenceSequence;
import dev.wilyferret.core.evidence.Evidence;
import dev.wilyferret.core.evidence.Observed;
import dev.wilyferret.core.evidence.Planner;
import dev.wilyferret.core.evidence.Posterior;
import dev.wilyferret.core.evidence.SplitCheck;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;
import java.util.stream.DoubleStream;
import java.util.stream.IntStream;
import java.util.stream.Stream;

/**
 * Cases from a file, a line each, worked out by what the program itself uses, to ten digits (docs/statistics.md has the format). A line that
 * cannot be read says so in place of a result.
 */
final class StatedCases {

    private StatedCases() {}

    static void print(Path file) throws IOException {
        for (String line : Files.readAllLines(file)) {
            String text = line.split("#", 2)[0].strip();
            if (!text.isEmpty()) {
                System.out.printf("%s = %s%n", text, said(text));
            }
        }
    }

    private static String said(String text) {
        String[] parts = text.split("\\s+", 2);
        String rest = parts.length > 1 ? parts[1] : "";
        try {
            return digits(
                    switch (parts[0]) {
                        case "chances" ->
                            each(Best.of(Posterior.of(observed(rest))).chances());
                        case "losses" ->
                            each(Best.of(Posterior.of(observed(rest))).losses());
                        case "interval" -> interval(rest);
                        case "evidence" -> evidence(rest);
                        case "needed" -> needed(numbers(rest));
                        case "split" ->
                            DoubleStream.of(SplitCheck.of(ways(rest)).p());
                        case "plan" -> plan(numbers(rest));
                        default ->
                            throw new IllegalArgumentException("nothing is called “%s” here".formatted(parts[0]));
                    });
        } catch (RuntimeException unread) {
            return "cannot be read: " + unread.getMessage();
        }
    }

    private static DoubleStream interval(String rest) {
        String[] parts = rest.split("\\s+", 2);
        ConfidenceSequence at = ConfidenceSequence.of(observed(parts[1]).getFirst(), Double.parseDouble(parts[0]));
        return DoubleStream.of(at.from(), at.to());
    }

    private static DoubleStream evidence(String rest) {
        String[] both = rest.split(":");
        return DoubleStream.of(Evidence.log(observed(both[0]), observed(both[1])));
    }

    private static DoubleStream needed(double[] given) {
        return DoubleStream.of(
                Evidence.needed((int) given[0], given[1]), Evidence.neededOfSome((int) given[0], given[1]));
    }

    private static DoubleStream plan(double[] given) {
        return Planner.of(given[0], given[1], given[2], (int) given[3], given[4])
                .map(plan -> DoubleStream.of(plan.visitors(), plan.days()))
                .orElse(DoubleStream.empty());
    }

    /** One after the other, as "2400/120": visitors and conversions. */
    private static List<Observed> observed(String text) {
        return pairs(text).map(pair -> new Observed(pair[0], pair[1])).toList();
    }

    /** The days of each variant, as "450/441 450/440 : 50/47 50/49": drawn and arrived. */
    private static List<List<SplitCheck.Way>> ways(String text) {
        List<List<SplitCheck.Way>> variants = Stream.of(text.split(":"))
                .map(one -> pairs(one)
                        .map(pair -> new SplitCheck.Way(pair[0], pair[1]))
                        .toList())
                .toList();
        return IntStream.range(0, variants.getFirst().size())
                .mapToObj(day -> variants.stream().map(one -> one.get(day)).toList())
                .toList();
    }

    private static Stream<long[]> pairs(String text) {
        List<long[]> pairs = new ArrayList<>();
        for (String pair : text.strip().split("\\s+")) {
            String[] times = pair.split("\\*", 2);
            long[] numbers = Arrays.stream(times[0].split("/"))
                    .mapToLong(Long::parseLong)
                    .toArray();
            int many = times.length > 1 ? Integer.parseInt(times[1]) : 1;
            IntStream.range(0, many).forEach(i -> pairs.add(numbers));
        }
        return pairs.stream();
    }

    private static double[] numbers(String text) {
        return Arrays.stream(text.strip().split("\\s+"))
                .mapToDouble(Double::parseDouble)
                .toArray();
    }

    private static DoubleStream each(List<Double> numbers) {
        return numbers.stream().mapToDouble(Double::doubleValue);
    }

    private static String digits(DoubleStream numbers) {
        String all =
                numbers.mapToObj(one -> String.format(Locale.ROOT, "%.9e", one)).collect(Collectors.joining(" "));
        return all.isEmpty() ? "none" : all;
    }
}
