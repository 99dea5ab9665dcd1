package dev.wilyferret.core.rotation;

import dev.wilyferret.core.evidence.Planner;
import dev.wilyferret.core.id.VariantId;
import java.util.Locale;
import java.util.Optional;
import java.util.function.Function;

/** What follows from the standings of a rotation. "Better" is one case, and it is reached by evidence alone. */
public sealed interface Conclusion {

    /** Visitors are drawn for fewer than two variants, and no two were compared. */
    record Alone() implements Conclusion {}

    /**
     * Nobody of those drawn is ripe.
     *
     * @param drawn visitors so far
     */
    record NobodyRipe(long drawn) implements Conclusion {}

    /**
     * The variants lose unlike many on the way to them.
     *
     * @param loser the variant that loses most
     * @param lost its part of those drawn who never arrived, from 0 to 1
     * @param others the same of the others together
     */
    record Uneven(VariantId loser, double lost, double others) implements Conclusion {}

    record Better(VariantId variant) implements Conclusion {}

    /** Too few reached the goal for a chance to be said. */
    record TooFew(long conversions) implements Conclusion {}

    /** Whichever is taken, it costs nothing worth having in the mean. */
    record NoDifference() implements Conclusion {}

    /**
     * Not proven better, and cheap if it is wrong.
     *
     * @param loss in the mean of the cases in which it is wrong, as a rate; in minor units a visitor where revenue is the goal
     */
    record Safe(VariantId variant, double loss) implements Conclusion {}

    /**
     * Nothing can be said yet.
     *
     * @param more until the smallest difference worth having would be found in four tests of five; empty where that takes more than ten years
     */
    record KeepGoing(Optional<Planner> more) implements Conclusion {}

    /** Where two are to be decided between by money, which no evidence is made for. */
    record OnlyProbable(VariantId variant, double chance) implements Conclusion {}

    /** Two digits of it: more would be made up. */
    private static long about(long number) {
        long unit = 1;
        while (number / unit >= 100) {
            unit *= 10;
        }
        return Math.round((double) number / unit) * unit;
    }

    /**
     * As a sentence.
     *
     * @param money how an amount of minor units reads
     */
    default String said(Function<VariantId, String> names, Optional<Function<Double, String>> money) {
        return switch (this) {
            case Alone() -> "Visitors are drawn for one variant only, so there is nothing to compare.";
            case NobodyRipe(long drawn) ->
                drawn == 0
                        ? "Nobody was drawn since the shares are what they are."
                        : "%,d %s drawn, none of them counts yet: a day’s visitors enter once the day is over and they had time to reach the goal."
                                .formatted(drawn, drawn == 1 ? "visitor was" : "visitors were");
            case Uneven(VariantId loser, double lost, double others) ->
                String.format(
                        Locale.ROOT,
                        "No advice until this is explained: %.1f %% of those drawn for “%s” never got there, of the others %.1f %%.",
                        lost * 100,
                        names.apply(loser),
                        others * 100);
            case Better(VariantId variant) -> "“%s” is better.".formatted(names.apply(variant));
            case TooFew(long conversions) ->
                "Keep going: %d reached the goal so far; below %d nothing can be said."
                        .formatted(conversions, Standings.FEWEST_CONVERSIONS);
            case NoDifference() -> "No difference worth having: take whichever you like.";
            case Safe(VariantId variant, double loss) ->
                "Safe to take “%s”, not proven better: if it is wrong, it costs %s in the mean."
                        .formatted(
                                names.apply(variant),
                                money.map(as -> as.apply(loss) + " a visitor")
                                        .orElseGet(() -> String.format(Locale.ROOT, "%.2f points", loss * 100)));
            case KeepGoing(Optional<Planner> more) ->
                more.map(plan -> "Keep going: about %,d more visitors each, %s at this pace."
                                .formatted(about(plan.visitors()), plan.days() == 1 ? "1 day" : plan.days() + " days"))
                        .orElse(
                                "At this pace a difference worth having would not be found in ten years: bring more visitors, or try something bolder.");
            case OnlyProbable(VariantId variant, double chance) ->
                String.format(
                        Locale.ROOT,
                        "“%s” brings most with a chance of %.0f %%. That is no proof; of money none is said. The goal “bought” can prove more sales.",
                        names.apply(variant),
                        chance * 100);
        };
    }
}
