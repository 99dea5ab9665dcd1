package dev.wilyferret.core.rotation;

import dev.wilyferret.core.id.RotationId;
import dev.wilyferret.core.text.Refusal;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;

/**
 * Variants behind one address, which share its new visitors.
 *
 * @param variants in the order they were added
 * @param inTurn strictly round and round, rather than in an order drawn for each block
 * @param seed of that order
 * @param round how often counting began anew, from 1 on
 */
public record Rotation(RotationId id, List<Variant> variants, boolean inTurn, long seed, int round) {

    /** @throws Refusal if there are too many, or two have one name */
    public Rotation {
        variants = List.copyOf(variants);
        if (variants.size() > Weights.MOST_VARIANTS) {
            throw new Refusal("A rotation holds at most %d variants, retired ones too. Begin another link for more."
                    .formatted(Weights.MOST_VARIANTS));
        }
        Set<String> names = new HashSet<>();
        variants.forEach(one -> {
            if (!names.add(one.name().toLowerCase(Locale.ROOT))) {
                throw new Refusal("There are two variants called “%s”. Give one another name.".formatted(one.name()));
            }
        });
    }

    /** Those that visitors are drawn for. */
    public List<Variant> drawing() {
        return variants.stream().filter(Variant::draws).toList();
    }

    /** How they share; empty where nobody is drawn for any. */
    public Optional<Weights> weights() {
        List<Variant> drawing = drawing();
        return drawing.isEmpty()
                ? Optional.empty()
                : Optional.of(new Weights(drawing.stream().map(Variant::weight).toList()));
    }

    /** A variant's part of new visitors, from 0 to 1. */
    public double share(Variant variant) {
        int sum = drawing().stream().mapToInt(Variant::weight).sum();
        return variant.draws() ? (double) variant.weight() / sum : 0;
    }
}
