package dev.wilyferret.core.evidence;

import java.util.function.IntToDoubleFunction;
import java.util.stream.IntStream;

/** The logarithms of odds ratios that are looked for, weighed as a normal distribution about 0 has them. */
final class LogOdds {

    private static final int POINTS = 24;

    /** Beyond so many deviations there is hardly anything. */
    private static final double REACH = 3;

    private final double[] values;
    private final double[] weights;

    private LogOdds(double[] values, double deviation) {
        this.values = values;
        double[] densities = IntStream.range(0, values.length)
                .mapToDouble(at -> Math.exp(-values[at] * values[at] / (2 * deviation * deviation)))
                .toArray();
        double sum = IntStream.range(0, values.length)
                .mapToDouble(at -> densities[at])
                .sum();
        this.weights = IntStream.range(0, values.length)
                .mapToDouble(at -> densities[at] / sum)
                .toArray();
    }

    /** Those above 0. */
    static LogOdds upwards(double deviation) {
        return new LogOdds(
                IntStream.range(0, POINTS)
                        .mapToDouble(at -> REACH * deviation * (at + 0.5) / POINTS)
                        .toArray(),
                deviation);
    }

    /** Those on either side of 0. */
    static LogOdds either(double deviation) {
        return new LogOdds(
                IntStream.range(0, POINTS)
                        .mapToDouble(at -> REACH * deviation * (2 * at + 1 - POINTS) / POINTS)
                        .toArray(),
                deviation);
    }

    int size() {
        return values.length;
    }

    double at(int place) {
        return values[place];
    }

    /**
     * The logarithm of a mean.
     *
     * @param log of what is to be averaged, by place
     */
    double logMean(IntToDoubleFunction log) {
        double most = IntStream.range(0, size()).mapToDouble(log).max().orElseThrow();
        return most
                + Math.log(IntStream.range(0, size())
                        .mapToDouble(at -> weights[at] * Math.exp(log.applyAsDouble(at) - most))
                        .sum());
    }
}
