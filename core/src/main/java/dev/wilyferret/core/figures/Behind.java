package dev.wilyferret.core.figures;

import dev.wilyferret.core.visit.Standing;
import java.util.Collection;
import java.util.EnumMap;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;

/**
 * Which visits are behind a figure, or are looked for among them.
 *
 * @param standing how they stand; empty for any
 * @param reached a station they reached; empty if that does not matter
 * @param without a way that they did not go; empty if that does not matter
 * @param traits what they have of some dimensions
 * @param words small letters that one of the things they are told apart by has in it; empty for any
 */
public record Behind(
        Optional<Standing> standing,
        Optional<Predicate<Station>> reached,
        Optional<Predicate<Leg>> without,
        Map<Dimension, String> traits,
        String words) {

    public static final Behind ANY = new Behind(Optional.empty(), Optional.empty(), Optional.empty(), Map.of(), "");

    /** Ids are not words. */
    private static final Set<Dimension> IDS = Set.of(Dimension.LINK, Dimension.ENTRY, Dimension.VARIANT);

    public Behind {
        traits = Map.copyOf(traits);
    }

    public static Behind standing(Standing standing) {
        return new Behind(Optional.of(standing), Optional.empty(), Optional.empty(), Map.of(), "");
    }

    /** Counted visits that reached a station. */
    public static Behind reached(Predicate<Station> station) {
        return new Behind(Optional.of(Standing.COUNTED), Optional.of(station), Optional.empty(), Map.of(), "");
    }

    /** Those of them that did not go a way. */
    public Behind without(Predicate<Leg> way) {
        return new Behind(standing, reached, Optional.of(way), traits, words);
    }

    /** Counted visits that were sent on to an offer. */
    public static Behind sentOn() {
        return reached(Station.Offer.class::isInstance);
    }

    /** Those of them that stand so; none of them if they already stand otherwise. */
    public Behind and(Standing other) {
        return standing.isEmpty() || standing.get() == other
                ? new Behind(Optional.of(other), reached, without, traits, words)
                : new Behind(standing, Optional.of(station -> false), without, traits, words);
    }

    /** Those of them that have a value of a dimension. */
    public Behind and(Dimension dimension, String value) {
        Map<Dimension, String> more = new EnumMap<>(Dimension.class);
        more.putAll(traits);
        more.put(dimension, value);
        return new Behind(standing, reached, without, more, words);
    }

    /** Those of them that are told apart by something with these words in it. */
    public Behind saying(String some) {
        return new Behind(standing, reached, without, traits, some.strip().toLowerCase(Locale.ROOT));
    }

    boolean holds(Standing one) {
        return standing.isEmpty() || standing.get() == one;
    }

    boolean holds(Visit visit) {
        return holds(visit.standing())
                && holds(visit.legs())
                && traits.entrySet().stream()
                        .allMatch(one -> visit.trait(one.getKey()).equals(one.getValue()))
                && (words.isEmpty()
                        || visit.traits().entrySet().stream().anyMatch(one -> says(one.getKey(), one.getValue())));
    }

    boolean says(Dimension dimension, String value) {
        return !IDS.contains(dimension) && value.toLowerCase(Locale.ROOT).contains(words);
    }

    boolean holds(Collection<Leg> legs) {
        return canHoldSome(legs) && (without.isEmpty() || legs.stream().noneMatch(without.get()));
    }

    /** Whether one of several visits that went these legs together can be one of them. */
    boolean canHoldSome(Collection<Leg> legs) {
        return reached.isEmpty() || legs.stream().anyMatch(leg -> reached.get().test(leg.to()));
    }
}
