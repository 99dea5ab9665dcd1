package dev.wilyferret.core.rotation;

import dev.wilyferret.core.id.BranchId;
import dev.wilyferret.core.id.RotationId;
import dev.wilyferret.core.id.VariantId;
import dev.wilyferret.core.text.Refusal;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.Stream;

/**
 * Variants behind one address, which share its new visitors.
 *
 * @param variants in the order they were added
 * @param inTurn strictly round and round, rather than in an order drawn for each block
 * @param seed of that order
 * @param round of counting, from 1 on
 * @param stretch between two changes, from 1 on through all rounds
 * @param sharing who decides on the weights
 * @param leader the variant that was decided to be the best; empty where nothing was
 * @param branches from top to bottom; whoever none is for goes to the rest
 * @param family how many variants something is said of at once: with those that are retired, and those of all branches
 */
public record Rotation(
        RotationId id,
        List<Variant> variants,
        boolean inTurn,
        long seed,
        int round,
        int stretch,
        Sharing sharing,
        Optional<VariantId> leader,
        List<Branch> branches,
        int family) {

    public static final int MOST_BRANCHES = 10;

    /** Who decides how new visitors are shared out. */
    public enum Sharing {
        BY_HAND("by weights you set"),
        /** Once a day by what was observed, each kept above a floor. */
        STEERED("steered: the better a variant does, the more it gets"),
        /** All new visitors go to the leader. */
        OFF("off: the leader gets everybody");

        private final String words;

        Sharing(String words) {
            this.words = words;
        }

        public String words() {
            return words;
        }
    }

    /** @throws Refusal if there are too many, or two have one name */
    public Rotation {
        variants = List.copyOf(variants);
        branches = List.copyOf(branches);
        if (branches.size() > MOST_BRANCHES) {
            throw new Refusal("A rotation has at most %d branches. Take one out before you add another."
                    .formatted(MOST_BRANCHES));
        }
        if (variants.size() > Weights.MOST_VARIANTS) {
            throw new Refusal("A rotation holds at most %d variants, retired ones too. Begin another link for more."
                    .formatted(Weights.MOST_VARIANTS));
        }
        Set<Optional<BranchId>> ways = new HashSet<>(ways(branches));
        variants.forEach(one -> {
            if (!ways.contains(one.branch())) {
                throw new Refusal(
                        "The branch that “%s” is for is there no more. Choose another for it.".formatted(one.name()));
            }
        });
        Set<String> names = new HashSet<>();
        variants.forEach(one -> {
            if (!names.add(one.name().toLowerCase(Locale.ROOT))) {
                throw new Refusal("There are two variants called “%s”. Give one another name.".formatted(one.name()));
            }
        });
    }

    /** Those that visitors are drawn for; where sharing is off and the leader can be drawn, the leader alone of its branch. */
    public List<Variant> drawing() {
        Optional<Variant> alone = sharing == Sharing.OFF ? led().filter(Variant::draws) : Optional.empty();
        return variants.stream()
                .filter(Variant::draws)
                .filter(one -> alone.isEmpty()
                        || one.equals(alone.get())
                        || !one.branch().equals(alone.get().branch()))
                .toList();
    }

    /** As visitors are shared out while nobody is drawn for some of its variants. */
    public Rotation passingBy(Predicate<Variant> shut) {
        return new Rotation(
                id,
                variants.stream()
                        .map(one -> shut.test(one) ? one.in(Variant.State.PAUSED) : one)
                        .toList(),
                inTurn,
                seed,
                round,
                stretch,
                sharing,
                leader,
                branches,
                family);
    }

    /** The part of it that is for a branch, or for the rest. */
    public Rotation within(Optional<BranchId> branch) {
        return new Rotation(
                id,
                variants.stream().filter(one -> one.branch().equals(branch)).toList(),
                inTurn,
                seed,
                round,
                stretch,
                sharing,
                leader,
                branches.stream()
                        .filter(one -> branch.equals(Optional.of(one.id())))
                        .toList(),
                family);
    }

    /** All its branches, and the rest. */
    public List<Optional<BranchId>> ways() {
        return ways(branches);
    }

    private static List<Optional<BranchId>> ways(List<Branch> branches) {
        return Stream.concat(branches.stream().map(one -> Optional.of(one.id())), Stream.of(Optional.<BranchId>empty()))
                .toList();
    }

    /** The leader. */
    public Optional<Variant> led() {
        return variants.stream()
                .filter(one -> leader.equals(Optional.of(one.id())))
                .findFirst();
    }

    public Optional<Variant> variant(VariantId id) {
        return variants.stream().filter(one -> one.id().equals(id)).findFirst();
    }

    public String name(VariantId id) {
        return variant(id).map(Variant::name).orElse("a variant that is gone");
    }

    /** Those that can be compared: not retired. */
    public List<Variant> compared() {
        return variants.stream()
                .filter(one -> one.state() != Variant.State.RETIRED)
                .toList();
    }

    /** How they share; empty where nobody is drawn for any. */
    public Optional<Weights> weights() {
        List<Variant> drawing = drawing();
        return drawing.isEmpty()
                ? Optional.empty()
                : Optional.of(new Weights(drawing.stream().map(Variant::weight).toList()));
    }

    /** A variant's part of the new visitors of its branch, from 0 to 1. */
    public double share(Variant variant) {
        List<Variant> drawing = drawing();
        int sum = drawing.stream()
                .filter(one -> one.branch().equals(variant.branch()))
                .mapToInt(Variant::weight)
                .sum();
        return drawing.contains(variant) ? (double) variant.weight() / sum : 0;
    }
}
