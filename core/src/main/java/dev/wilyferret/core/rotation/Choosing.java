package dev.wilyferret.core.rotation;

import dev.wilyferret.core.id.RotationId;
import dev.wilyferret.core.id.SplitMix;
import dev.wilyferret.core.id.VariantId;
import dev.wilyferret.core.visit.Draw;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.function.Supplier;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * A rotation as visitors are shared out by it.
 *
 * @param <T> where variants lead
 * @param branches from top to bottom, those alone that visitors are drawn in
 * @param rest for whoever no branch is for; empty if there is nobody to draw
 * @param ways all that visitors are drawn for, by variant
 * @param gone retired ones, and those whose offer is shut: their visitors go to the leader, or are drawn anew, and count for none
 */
public record Choosing<T>(
        RotationId id,
        int stretch,
        List<Part<T>> branches,
        Optional<Shares<T>> rest,
        Map<VariantId, Way<T>> ways,
        Set<VariantId> gone) {

    /** How many turns are passed over at most, of variants that just became full; soon they are not drawn any more. */
    private static final int MOST_PASSED_OVER = 100;

    public static <T> Choosing<T> of(
            RotationId id, int stretch, List<Part<T>> branches, Optional<Shares<T>> rest, Set<VariantId> gone) {
        Map<VariantId, Way<T>> ways = Stream.concat(branches.stream().map(Part::shares), rest.stream())
                .flatMap(shares -> shares.drawing.stream())
                .collect(Collectors.toMap(Way::variant, Function.identity(), (a, b) -> a));
        return new Choosing<>(id, stretch, branches, rest, ways, gone);
    }

    /** A branch. */
    public record Part<T>(Circumstance when, Shares<T> shares) {}

    /**
     * Variants that share visitors.
     *
     * @param drawing those that visitors are drawn for and can get to, in the order of their turns; at least one
     * @param leader of them, that was decided to be the best
     * @param turns of new visitors
     * @param others turns of those for whom none is taken: crawlers, own visits, whoever only looks what is there
     */
    public record Shares<T>(List<Way<T>> drawing, Optional<Way<T>> leader, Turns turns, Turns others) {

        /** Whose turn it is; turns of those that take nobody are passed over, so that the others' shares stay exact among each other. */
        private Optional<Way<T>> draw(Turns from, boolean counts) {
            for (int passed = 0; passed < MOST_PASSED_OVER; passed++) {
                Way<T> way = drawing.get(from.take());
                if (way.takes(counts)) {
                    return Optional.of(way);
                }
            }
            return fromTheRest(from.taken(), counts);
        }

        /** Where those that take nobody have nearly all turns, chance decides among the others, by their weights. */
        private Optional<Way<T>> fromTheRest(long turn, boolean counts) {
            List<Way<T>> left = new ArrayList<>(drawing);
            while (!left.isEmpty()) {
                Way<T> way = byShare(left, SplitMix.of(turn + left.size()));
                if (way.takes(counts)) {
                    return Optional.of(way);
                }
                left.remove(way);
            }
            return Optional.empty();
        }

        private static <T> Way<T> byShare(List<Way<T>> ways, long chance) {
            double upTo = ways.stream().mapToDouble(Way::share).sum() * (chance >>> 11) / (1L << 53);
            for (Way<T> way : ways) {
                upTo -= way.share;
                if (upTo < 0) {
                    return way;
                }
            }
            return ways.getLast();
        }
    }

    /** What stands before a variant that takes only so many. */
    public interface Door {

        Door OPEN = new Door() {
            @Override
            public boolean isOpen() {
                return true;
            }

            @Override
            public boolean enter() {
                return true;
            }
        };

        boolean isOpen();

        /** Lets one visitor in, who counts; false if it is closed. Of many at once no more get in than it takes. */
        boolean enter();
    }

    /** @param share of new visitors, from 0 to 1 */
    public record Way<T>(VariantId variant, T target, double share, Door door) {

        private boolean takes(boolean counts) {
            return counts ? door.enter() : door.isOpen();
        }
    }

    /** What a visitor was given. */
    public record Chosen<T>(T target, Draw draw) {}

    /**
     * The variant a visitor gets: the one they were given before, as long as it is at work, else the one whose turn it is in the first
     * branch that is for them.
     *
     * @param facts asked for only where there are branches
     * @param takes whether a turn is taken, and who goes counts
     * @return empty where visitors are drawn for none
     */
    public Optional<Chosen<T>> choose(Optional<VariantId> before, Supplier<Circumstance.Facts> facts, boolean takes) {
        Optional<Way<T>> kept = before.map(ways::get);
        if (kept.isPresent() && kept.get().takes(takes)) {
            return kept.map(way -> chosen(way, false));
        }
        boolean stranded = kept.isPresent() || before.filter(gone::contains).isPresent();
        boolean first = takes && !stranded;
        return shares(facts)
                .flatMap(shares -> shares.leader
                        .filter(leader -> stranded && leader.takes(takes))
                        .or(() -> shares.draw(first ? shares.turns : shares.others, takes)))
                .map(way -> chosen(way, first));
    }

    private Optional<Shares<T>> shares(Supplier<Circumstance.Facts> facts) {
        if (!branches.isEmpty()) {
            Circumstance.Facts known = facts.get();
            for (Part<T> part : branches) {
                if (part.when.holds(known)) {
                    return Optional.of(part.shares);
                }
            }
        }
        return rest;
    }

    private Chosen<T> chosen(Way<T> way, boolean first) {
        return new Chosen<>(way.target, new Draw(id, stretch, way.variant, way.share, first));
    }
}
