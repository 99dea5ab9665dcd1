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
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.function.Function;
import java.util.function.Supplier;
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
    private static final double NOTHING = 0.1;

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

    /**
     * A variant that is compared.
     *
     * @param seen over all days
     * @param daily day by day
     * @param rate where its rate probably lies, as if shares had been the same on every day
     */
    private record Contender(Variant variant, RoundDays.Seen seen, List<Observed> daily, Posterior rate) {

        boolean drawn() {
            return seen.drawn() > 0;
        }

        double lost() {
            return 1 - (double) seen.arrived() / seen.drawn();
        }
    }

    /** One of those whose chance of being best can be said. */
    private record Ranked(Contender contender, Belief belief, double chance, double loss) {

        /** What it costs in the mean to have taken it, where it is not the best. */
        double costIfWrong() {
            return chance < 1 ? loss / (1 - chance) : 0;
        }
    }

    private static final class Making {

        private final Rotation rotation;
        private final RoundDays ripe;
        private final long drawn;
        private final double worth;
        private final List<Contender> contenders;
        private final Observed all;
        private final SplitCheck split;

        Making(Rotation rotation, RoundDays ripe, long drawn, double worth, Shares shares) {
            this.rotation = rotation;
            this.ripe = ripe;
            this.drawn = drawn;
            this.worth = worth;
            contenders = contenders(shares);
            all = contenders.stream().map(one -> one.seen.observed()).reduce(Observed.NOTHING, Observed::plus);
            split = SplitCheck.of(ripe.days().values().stream().map(this::ways).toList());
        }

        private List<Contender> contenders(Shares shares) {
            List<Variant> variants = rotation.compared();
            Map<VariantId, Observed> byDay = shares == Shares.BY_DAY
                    ? ripe.standardized(variants.stream().map(Variant::id).toList())
                    : Map.of();
            List<Posterior> rates = Posterior.of(variants.stream()
                    .map(Variant::id)
                    .map(one -> byDay.getOrDefault(one, ripe.of(one).observed()))
                    .toList());
            return IntStream.range(0, variants.size())
                    .mapToObj(at -> {
                        VariantId id = variants.get(at).id();
                        return new Contender(variants.get(at), ripe.of(id), ripe.daily(id), rates.get(at));
                    })
                    .toList();
        }

        private List<SplitCheck.Way> ways(Map<VariantId, RoundDays.Seen> day) {
            return contenders.stream()
                    .map(one -> day.getOrDefault(one.variant.id(), RoundDays.Seen.NOBODY))
                    .map(seen -> new SplitCheck.Way(seen.drawn(), seen.arrived()))
                    .toList();
        }

        Standings byRate() {
            Function<Contender, Optional<Belief>> believed = one -> Optional.of(one.rate);
            List<Ranked> ranked = all.conversions() < FEWEST_CONVERSIONS ? List.of() : ranked(believed);
            return standings(
                    believed,
                    ranked,
                    () -> better().or(() -> cheap(ranked, worth * all.rate())).orElseGet(this::keepGoing));
        }

        Standings byMoney(Map<VariantId, Sold> sold) {
            Function<Contender, Optional<Belief>> believed = one -> Optional.ofNullable(sold.get(one.variant.id()))
                    .filter(of -> of.sales() >= Worth.FEWEST_SALES && of.revenue() > 0)
                    .map(of -> Worth.of(one.rate, of.sales(), of.revenue()));
            List<Ranked> ranked = ranked(believed);
            return standings(
                    believed,
                    ranked,
                    () -> cheap(ranked, worth * first(ranked).belief.mean())
                            .orElseGet(() -> onlyProbable(first(ranked))));
        }

        /** Of two at least; of one alone nothing can be said. */
        private List<Ranked> ranked(Function<Contender, Optional<Belief>> believed) {
            List<Contender> with = contenders.stream()
                    .filter(one -> believed.apply(one).isPresent())
                    .toList();
            if (with.size() < 2) {
                return List.of();
            }
            List<Belief> beliefs =
                    with.stream().flatMap(one -> believed.apply(one).stream()).toList();
            Best best = Best.of(beliefs);
            return IntStream.range(0, with.size())
                    .mapToObj(at -> new Ranked(
                            with.get(at),
                            beliefs.get(at),
                            best.chances().get(at),
                            best.losses().get(at)))
                    .toList();
        }

        private static Ranked first(List<Ranked> ranked) {
            return ranked.stream()
                    .max(Comparator.comparingDouble(Ranked::chance))
                    .orElseThrow();
        }

        /** @param said what follows, where somebody is ranked and nothing keeps it from being said */
        private Standings standings(
                Function<Contender, Optional<Belief>> believed, List<Ranked> ranked, Supplier<Conclusion> said) {
            return new Standings(
                    contenders.stream()
                            .map(one -> line(
                                    one,
                                    believed.apply(one).filter(belief -> one.drawn()),
                                    ranked.stream()
                                            .filter(other -> other.contender == one)
                                            .findFirst()))
                            .toList(),
                    split,
                    cannotBeSaid()
                            .orElseGet(() -> ranked.isEmpty() ? new Conclusion.TooFew(all.conversions()) : said.get()));
        }

        private Line line(Contender of, Optional<Belief> belief, Optional<Ranked> ranked) {
            return new Line(
                    of.variant,
                    of.seen,
                    ConfidenceSequence.of(of.seen.observed(), ALPHA / Math.max(1, rotation.family())),
                    belief,
                    ranked.map(one -> OptionalDouble.of(one.chance)).orElse(OptionalDouble.empty()),
                    ranked.map(one -> OptionalDouble.of(one.loss)).orElse(OptionalDouble.empty()));
        }

        /** What comes before any comparison. */
        private Optional<Conclusion> cannotBeSaid() {
            if (contenders.stream().filter(Contender::drawn).count() < 2) {
                return Optional.of(
                        rotation.drawing().size() < 2 && all.visitors() > 0 || contenders.size() < 2
                                ? new Conclusion.Alone()
                                : new Conclusion.NobodyRipe(drawn));
            }
            return split.alarms() ? Optional.of(uneven()) : Optional.empty();
        }

        private Conclusion uneven() {
            Contender loser = contenders.stream()
                    .filter(Contender::drawn)
                    .max(Comparator.comparingDouble(Contender::lost))
                    .orElseThrow();
            RoundDays.Seen others = contenders.stream()
                    .filter(one -> one != loser)
                    .map(Contender::seen)
                    .reduce(RoundDays.Seen.NOBODY, RoundDays.Seen::plus);
            return new Conclusion.Uneven(
                    loser.variant.id(), loser.lost(), 1 - (double) others.arrived() / others.drawn());
        }

        /** A variant that the evidence says of, against each other one, that it is better. */
        private Optional<Conclusion> better() {
            List<Contender> with = contenders.stream().filter(Contender::drawn).toList();
            double needed = with.size() == rotation.variants().size()
                    ? Evidence.needed(rotation.family(), ALPHA)
                    : Evidence.neededOfSome(rotation.family(), ALPHA);
            return with.stream()
                    .filter(one -> with.stream()
                            .filter(other -> other != one)
                            .allMatch(other -> Evidence.log(one.daily, other.daily) >= needed))
                    .findFirst()
                    .map(one -> new Conclusion.Better(one.variant.id()));
        }

        /** @param smallest difference worth having, in the unit of the beliefs */
        private static Optional<Conclusion> cheap(List<Ranked> ranked, double smallest) {
            double nothing = NOTHING * smallest;
            if (ranked.stream().allMatch(one -> one.loss < nothing)) {
                return Optional.of(new Conclusion.NoDifference());
            }
            Ranked first = first(ranked);
            return first.loss < nothing
                    ? Optional.of(new Conclusion.Safe(first.contender.variant.id(), first.costIfWrong()))
                    : Optional.empty();
        }

        private Conclusion onlyProbable(Ranked first) {
            return first.chance > PROBABLE
                    ? new Conclusion.OnlyProbable(first.contender.variant.id(), first.chance)
                    : keepGoing();
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
            if (daily <= 0 || all.rate() <= 0 || all.rate() >= 1) {
                return new Conclusion.KeepGoing(Optional.empty());
            }
            long each = all.visitors() / Math.max(1, contenders.size());
            return new Conclusion.KeepGoing(Planner.of(all.rate(), worth * all.rate(), daily, rotation.family(), ALPHA)
                    .map(plan -> {
                        long more = Math.max(Math.round(daily), plan.visitors() - each);
                        return new Planner(more, (int) Math.ceil(more / daily));
                    }));
        }
    }
}
