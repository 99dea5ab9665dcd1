package dev.wilyferret.core.rotation;

import dev.wilyferret.core.evidence.Belief;
import dev.wilyferret.core.evidence.Best;
import dev.wilyferret.core.evidence.ConfidenceSequence;
import dev.wilyferret.core.evidence.Evidence;
import dev.wilyferret.core.evidence.Observed;
import dev.wilyferret.core.evidence.Planner;
import dev.wilyferret.core.evidence.Posterior;
import dev.wilyferret.core.evidence.SplitCheck;
import dev.wilyferret.core.evidence.Worth;
import dev.wilyferret.core.id.VariantId;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.stream.IntStream;

/**
 * How the variants of a rotation stand, of the visitors who count, and what follows from it.
 *
 * @param lines in the order of the variants, the retired ones left out
 * @param split whether the variants lose alike many on the way
 */
public record Standings(List<Line> lines, SplitCheck split, Conclusion conclusion) {

    /** How often in one something may ever be said wrongly, over all variants and looks together. */
    public static final double ALPHA = 0.05;

    /** Below so many conversions in all there is no chance of being best. */
    public static final long FEWEST_CONVERSIONS = 10;

    /** An expected loss below this part of the smallest difference worth having is nothing. */
    private static final double NOTHING = 0.25;

    /** Days of which the pace is taken. */
    private static final int PACE = 7;

    /** A chance above it is worth a sentence where no evidence is made. */
    private static final double PROBABLE = 0.95;

    /** How visitors were shared out over the days of a stretch. */
    public enum Shares {
        THE_SAME,
        /** Others from day to day, as by steering: then days are compared each by itself. */
        BY_DAY
    }

    /**
     * A variant.
     *
     * @param seen of those who count
     * @param rate where its true rate lies, at every look together with those of the others
     * @param belief where it probably lies: its rate, or what a visitor of it brings; empty where it is not ranked
     * @param chance of being best; empty where too little is known
     * @param loss in the mean if it is taken now, in the unit of the belief
     */
    public record Line(
            Variant variant,
            RoundDays.Seen seen,
            ConfidenceSequence rate,
            Optional<Belief> belief,
            OptionalDouble chance,
            OptionalDouble loss) {}

    /** What was sold to the visitors of a variant, in minor units of the currency. */
    public record Sold(long sales, long revenue) {

        public static final Sold NOTHING = new Sold(0, 0);
    }

    /**
     * By a goal that is reached or not.
     *
     * @param ripe days of visitors who count, on all of which visitors were shared out without regard to what was seen on that day
     * @param drawn how many were drawn, with those who do not count yet
     * @param worth the smallest difference worth having, as a part of today's rate
     */
    public static Standings of(Rotation rotation, RoundDays ripe, long drawn, double worth, Shares shares) {
        return new Making(rotation, ripe, drawn, worth, shares).byRate();
    }

    /** By what a visitor brings; of which nothing is ever proven. */
    public static Standings byMoney(
            Rotation rotation, RoundDays ripe, long drawn, double worth, Shares shares, Map<VariantId, Sold> sold) {
        return new Making(rotation, ripe, drawn, worth, shares).byMoney(sold);
    }

    private static final class Making {

        private final Rotation rotation;
        private final RoundDays ripe;
        private final long drawn;
        private final double worth;
        private final List<Variant> variants;
        private final List<RoundDays.Seen> seen;
        private final List<Observed> observed;
        private final List<Observed> compared;
        private final Observed all;
        private final SplitCheck split;

        Making(Rotation rotation, RoundDays ripe, long drawn, double worth, Shares shares) {
            this.rotation = rotation;
            this.ripe = ripe;
            this.drawn = drawn;
            this.worth = worth;
            variants = rotation.compared();
            seen = variants.stream().map(one -> ripe.of(one.id())).toList();
            observed = seen.stream().map(RoundDays.Seen::observed).toList();
            all = observed.stream().reduce(Observed.NOTHING, Observed::plus);
            compared = shares == Shares.THE_SAME ? observed : standardized();
            split = SplitCheck.of(
                    shares == Shares.THE_SAME
                            ? List.of(seen.stream().map(Making::way).toList())
                            : ripe.days().values().stream()
                                    .map(day -> variants.stream()
                                            .map(one -> way(day.getOrDefault(one.id(), RoundDays.Seen.NOBODY)))
                                            .toList())
                                    .toList());
        }

        private static SplitCheck.Way way(RoundDays.Seen of) {
            return new SplitCheck.Way(of.drawn(), of.arrived());
        }

        /** Variants nobody was drawn for are left as they are, and keep no day from being compared. */
        private List<Observed> standardized() {
            List<Integer> drawn = IntStream.range(0, variants.size())
                    .filter(at -> observed.get(at).visitors() > 0)
                    .boxed()
                    .toList();
            List<Observed> as = ripe.standardized(
                    drawn.stream().map(at -> variants.get(at).id()).toList());
            return IntStream.range(0, variants.size())
                    .mapToObj(at -> drawn.contains(at) ? as.get(drawn.indexOf(at)) : observed.get(at))
                    .toList();
        }

        Standings byRate() {
            List<Posterior> posteriors = Posterior.of(compared);
            Optional<Best> best = all.conversions() < FEWEST_CONVERSIONS || variants.size() < 2
                    ? Optional.empty()
                    : Optional.of(Best.of(posteriors));
            List<Line> lines = IntStream.range(0, variants.size())
                    .mapToObj(at -> line(
                            at,
                            compared.get(at).visitors() == 0 ? Optional.empty() : Optional.of(posteriors.get(at)),
                            best.map(one -> one.chances().get(at)),
                            best.map(one -> one.losses().get(at))))
                    .toList();
            return new Standings(
                    lines,
                    split,
                    cannotBeSaid()
                            .or(this::better)
                            .orElseGet(() -> best.map(one -> probable(one, worth * rate()))
                                    .orElseGet(() -> new Conclusion.TooFew(all.conversions()))));
        }

        Standings byMoney(Map<VariantId, Sold> sold) {
            List<Posterior> posteriors = Posterior.of(compared);
            List<Optional<Belief>> beliefs = IntStream.range(0, variants.size())
                    .mapToObj(at -> {
                        Sold of = sold.getOrDefault(variants.get(at).id(), Sold.NOTHING);
                        return of.sales() < Worth.FEWEST_SALES || of.revenue() <= 0
                                ? Optional.<Belief>empty()
                                : Optional.<Belief>of(Worth.of(posteriors.get(at), of.sales(), of.revenue()));
                    })
                    .toList();
            List<Integer> ranked = IntStream.range(0, variants.size())
                    .filter(at -> beliefs.get(at).isPresent())
                    .boxed()
                    .toList();
            Optional<Best> best = ranked.size() < 2
                    ? Optional.empty()
                    : Optional.of(Best.of(ranked.stream()
                            .map(at -> beliefs.get(at).orElseThrow())
                            .toList()));
            List<Line> lines = IntStream.range(0, variants.size())
                    .mapToObj(at -> line(
                            at,
                            beliefs.get(at),
                            best.filter(one -> ranked.contains(at))
                                    .map(one -> one.chances().get(ranked.indexOf(at))),
                            best.filter(one -> ranked.contains(at))
                                    .map(one -> one.losses().get(ranked.indexOf(at)))))
                    .toList();
            return new Standings(
                    lines,
                    split,
                    cannotBeSaid()
                            .orElseGet(() -> best.<Conclusion>map(one -> byMoney(lines))
                                    .orElseGet(() -> new Conclusion.TooFew(all.conversions()))));
        }

        private Conclusion byMoney(List<Line> lines) {
            Line first = lines.stream()
                    .filter(line -> line.chance.isPresent())
                    .max(Comparator.comparingDouble(line -> line.chance.getAsDouble()))
                    .orElseThrow();
            double nothing = NOTHING * worth * first.belief.orElseThrow().mean();
            if (lines.stream().allMatch(line -> line.loss.isPresent() && line.loss.getAsDouble() < nothing)) {
                return new Conclusion.NoDifference();
            }
            if (first.loss.orElseThrow() < nothing) {
                return new Conclusion.Safe(first.variant.id(), first.loss.orElseThrow());
            }
            return first.chance.orElseThrow() > PROBABLE
                    ? new Conclusion.OnlyProbable(first.variant.id(), first.chance.orElseThrow())
                    : keepGoing();
        }

        private Line line(int at, Optional<? extends Belief> belief, Optional<Double> chance, Optional<Double> loss) {
            return new Line(
                    variants.get(at),
                    seen.get(at),
                    ConfidenceSequence.of(observed.get(at), ALPHA / Math.max(1, rotation.family())),
                    belief.map(Belief.class::cast),
                    chance.map(OptionalDouble::of).orElse(OptionalDouble.empty()),
                    loss.map(OptionalDouble::of).orElse(OptionalDouble.empty()));
        }

        /** What comes before any comparison. */
        private Optional<Conclusion> cannotBeSaid() {
            if (observed.stream().filter(one -> one.visitors() > 0).count() < 2) {
                return Optional.of(
                        rotation.drawing().size() < 2 && all.visitors() > 0 || variants.size() < 2
                                ? new Conclusion.Alone()
                                : new Conclusion.NobodyRipe(drawn));
            }
            return split.alarms() ? Optional.of(uneven()) : Optional.empty();
        }

        private Conclusion uneven() {
            int loser = IntStream.range(0, variants.size())
                    .boxed()
                    .filter(at -> seen.get(at).drawn() > 0)
                    .max(Comparator.comparingDouble(at -> lost(seen.get(at))))
                    .orElseThrow();
            RoundDays.Seen others = IntStream.range(0, variants.size())
                    .filter(at -> at != loser)
                    .mapToObj(seen::get)
                    .reduce(RoundDays.Seen.NOBODY, RoundDays.Seen::plus);
            return new Conclusion.Uneven(variants.get(loser).id(), lost(seen.get(loser)), lost(others));
        }

        private static double lost(RoundDays.Seen of) {
            return 1 - (double) of.arrived() / of.drawn();
        }

        /** A variant that the evidence says of, against each other one, that it is better. */
        private Optional<Conclusion> better() {
            double needed = Evidence.needed(rotation.family(), ALPHA);
            List<Variant> with = new ArrayList<>(variants);
            with.removeIf(one -> ripe.of(one.id()).drawn() == 0);
            return with.stream()
                    .filter(one -> with.stream()
                            .filter(other -> !other.equals(one))
                            .allMatch(other -> Evidence.log(ripe.daily(one.id()), ripe.daily(other.id())) >= needed))
                    .findFirst()
                    .map(one -> new Conclusion.Better(one.id()));
        }

        private Conclusion probable(Best best, double smallest) {
            int first = IntStream.range(0, variants.size())
                    .boxed()
                    .max(Comparator.comparingDouble(at -> best.chances().get(at)))
                    .orElseThrow();
            double loss = best.losses().get(first);
            if (best.losses().stream().allMatch(one -> one < NOTHING * smallest)) {
                return new Conclusion.NoDifference();
            }
            return loss < NOTHING * smallest
                    ? new Conclusion.Safe(variants.get(first).id(), loss)
                    : keepGoing();
        }

        private double rate() {
            return all.rate();
        }

        /** How much longer, at the pace of the last days. */
        private Conclusion keepGoing() {
            List<Long> visitors = ripe.days().values().stream()
                    .map(day -> day.values().stream()
                            .mapToLong(RoundDays.Seen::drawn)
                            .sum())
                    .toList();
            double daily = visitors.subList(Math.max(0, visitors.size() - PACE), visitors.size()).stream()
                            .mapToLong(Long::longValue)
                            .average()
                            .orElse(0)
                    / Math.max(1, rotation.drawing().size());
            if (daily <= 0 || rate() <= 0 || rate() >= 1) {
                return new Conclusion.KeepGoing(Optional.empty());
            }
            long each = all.visitors() / Math.max(1, variants.size());
            return new Conclusion.KeepGoing(Planner.of(rate(), worth * rate(), daily, rotation.family(), ALPHA)
                    .map(plan -> {
                        long more = Math.max(Math.round(daily), plan.visitors() - each);
                        return new Planner(more, (int) Math.ceil(more / daily));
                    }));
        }
    }
}
