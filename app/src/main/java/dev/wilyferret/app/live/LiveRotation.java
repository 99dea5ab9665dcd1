package dev.wilyferret.app.live;

import dev.wilyferret.app.live.SiteSnapshot.Target;
import dev.wilyferret.core.id.RotationId;
import dev.wilyferret.core.id.VariantId;
import dev.wilyferret.core.rotation.Circumstance;
import dev.wilyferret.core.rotation.Turns;
import dev.wilyferret.core.visit.Draw;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.BooleanSupplier;
import java.util.function.Function;
import java.util.function.Supplier;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * A rotation as visitors are shared out by it.
 *
 * @param branches from top to bottom, those alone that visitors are drawn in
 * @param rest for whoever no branch is for; empty if there is nobody to draw
 * @param ways all that visitors are drawn for, by variant
 * @param gone retired ones, and those whose offer is shut: their visitors go to the leader, or are drawn anew, and count for none
 */
public record LiveRotation(
        RotationId id,
        int stretch,
        List<Part> branches,
        Optional<Shares> rest,
        Map<VariantId, Way> ways,
        Set<VariantId> gone) {

    /** How many turns are passed over at most, of variants that just became full; soon they are not drawn any more. */
    private static final int MOST_PASSED_OVER = 100;

    public static LiveRotation of(
            RotationId id, int stretch, List<Part> branches, Optional<Shares> rest, Set<VariantId> gone) {
        Map<VariantId, Way> ways = Stream.concat(branches.stream().map(Part::shares), rest.stream())
                .flatMap(shares -> shares.drawing.stream())
                .collect(Collectors.toMap(Way::variant, Function.identity(), (a, b) -> a));
        return new LiveRotation(id, stretch, branches, rest, ways, gone);
    }

    /** A branch. */
    public record Part(Circumstance when, Shares shares) {}

    /**
     * Variants that share visitors.
     *
     * @param drawing those that visitors are drawn for and can get to, in the order of their turns; at least one
     * @param leader of them, that was decided to be the best
     * @param turns of new visitors
     * @param others turns of those for whom none is taken: crawlers, own visits, whoever only looks what is there
     */
    public record Shares(List<Way> drawing, Optional<Way> leader, Turns turns, Turns others) {

        /** Whose turn it is; turns of those that take nobody are passed over, so that the others' shares stay exact among each other. */
        private Optional<Way> draw(Turns from) {
            for (int passed = 0; passed < MOST_PASSED_OVER; passed++) {
                Way way = drawing.get(from.take());
                if (way.takes.getAsBoolean()) {
                    return Optional.of(way);
                }
            }
            return drawing.stream().filter(way -> way.takes.getAsBoolean()).findFirst();
        }
    }

    /**
     * @param share of new visitors, from 0 to 1
     * @param takes whether it takes one more; asked for each visitor
     */
    public record Way(VariantId variant, Target target, double share, BooleanSupplier takes) {}

    /** Whom a visitor was given. */
    public record Chosen(Target target, Draw draw) {

        /** Whether they stay on the page whose address they asked for. */
        public boolean stays(SiteSnapshot.LivePage page) {
            return target instanceof Target.ToPage(var host, String address)
                    && host.equals(page.host())
                    && address.equals(page.path());
        }
    }

    /**
     * The variant a visitor gets: the one they were given before, as long as it is at work, else the one whose turn it is in the first
     * branch that is for them.
     *
     * @param facts asked for only where there are branches
     * @param takes whether a turn is taken
     * @return empty where visitors are drawn for none
     */
    public Optional<Chosen> choose(Optional<VariantId> before, Supplier<Circumstance.Facts> facts, boolean takes) {
        Optional<Way> kept = before.map(ways::get);
        if (kept.isPresent() && kept.get().takes.getAsBoolean()) {
            return kept.map(way -> chosen(way, false));
        }
        boolean stranded = kept.isPresent() || before.filter(gone::contains).isPresent();
        boolean first = takes && !stranded;
        return shares(facts)
                .flatMap(shares -> shares.leader
                        .filter(leader -> stranded && leader.takes.getAsBoolean())
                        .or(() -> shares.draw(first ? shares.turns : shares.others)))
                .map(way -> chosen(way, first));
    }

    private Optional<Shares> shares(Supplier<Circumstance.Facts> facts) {
        if (!branches.isEmpty()) {
            Circumstance.Facts known = facts.get();
            for (Part part : branches) {
                if (part.when.holds(known)) {
                    return Optional.of(part.shares);
                }
            }
        }
        return rest;
    }

    private Chosen chosen(Way way, boolean first) {
        return new Chosen(way.target, new Draw(id, stretch, way.variant, way.share, first));
    }
}
