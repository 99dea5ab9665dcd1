package dev.wilyferret.app.live;

import dev.wilyferret.app.clicks.ClickCounts;
import dev.wilyferret.app.rotations.Rotating;
import dev.wilyferret.app.rotations.Rotations;
import dev.wilyferret.core.id.BranchId;
import dev.wilyferret.core.id.RotationId;
import dev.wilyferret.core.id.SplitMix;
import dev.wilyferret.core.id.VariantId;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.rotation.Rotation;
import dev.wilyferret.core.rotation.Turns;
import dev.wilyferret.core.rotation.Variant;
import dev.wilyferret.core.rotation.Weights;
import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/** Where each rotation stands in its turns: from the log once, counted on from then on, and anew where its shares change. */
@Component
class KeptTurns {

    /** What turns depend on. */
    private record Shared(List<VariantId> variants, Weights weights, boolean inTurn, Instant since) {}

    private record Kept(Shared shared, Turns turns) {}

    private record Place(RotationId rotation, Optional<BranchId> branch) {}

    /** How many turns were taken for a variant since shares changed, before this program knew of it. */
    private record Before(Instant since, Map<VariantId, Long> turns) {}

    private final ClickCounts clicks;
    private final Rotations rotations;
    private final Map<Place, Kept> kept = new ConcurrentHashMap<>();
    private final Map<RotationId, Before> before = new ConcurrentHashMap<>();

    KeptTurns(ClickCounts clicks, Rotations rotations) {
        this.clicks = clicks;
        this.rotations = rotations;
    }

    /** Counts in the log where rotations stand whose shares changed since they were read last, all of a workspace at once. */
    void countBefore(WorkspaceId workspace) {
        boolean known = rotations.sharedSince(workspace).entrySet().stream()
                .allMatch(one -> isKnown(one.getKey(), one.getValue()));
        if (known) {
            return;
        }
        List<Rotating> changed = rotations.of(workspace).stream()
                .filter(one -> !isKnown(one.rotation().id(), one.sharedSince()))
                .toList();
        Map<VariantId, ClickCounts.Turning> asked = new HashMap<>();
        changed.forEach(one -> one.rotation().variants().stream()
                .map(Variant::id)
                .forEach(variant -> asked.put(variant, new ClickCounts.Turning(one.promotion(), one.sharedSince()))));
        Map<VariantId, Long> turns = clicks.turns(workspace, asked);
        changed.forEach(one -> before.put(one.rotation().id(), new Before(one.sharedSince(), turnsOf(one, turns))));
    }

    private boolean isKnown(RotationId rotation, Instant since) {
        return Optional.ofNullable(before.get(rotation))
                .filter(one -> one.since.equals(since))
                .isPresent();
    }

    private static Map<VariantId, Long> turnsOf(Rotating rotating, Map<VariantId, Long> turns) {
        Map<VariantId, Long> its = new HashMap<>();
        rotating.rotation().variants().forEach(variant -> its.put(variant.id(), turns.getOrDefault(variant.id(), 0L)));
        return its;
    }

    /** @param branch whose visitors they are; empty for the rest
     * @param variants those that are drawn, with their weights in the same order */
    Turns of(Rotating behind, Optional<BranchId> branch, List<VariantId> variants, Weights weights) {
        Rotation rotation = behind.rotation();
        Shared shared = new Shared(variants, weights, rotation.inTurn(), behind.sharedSince());
        return kept.compute(
                        new Place(rotation.id(), branch),
                        (place, known) -> known != null && known.shared.equals(shared)
                                ? known
                                : new Kept(
                                        shared,
                                        new Turns(
                                                weights,
                                                rotation.seed()
                                                        ^ SplitMix.of(
                                                                rotation.id().hashCode())
                                                        ^ behind.sharedSince().toEpochMilli()
                                                        ^ branch.hashCode(),
                                                rotation.inTurn(),
                                                taken(behind, variants, Optional.ofNullable(known)))))
                .turns;
    }

    /** Where the variants that are drawn change and the shares do not, as where a page is taken off, the log is asked once more. */
    private long taken(Rotating behind, List<VariantId> variants, Optional<Kept> known) {
        Map<VariantId, Long> turns = Optional.ofNullable(
                        before.get(behind.rotation().id()))
                .filter(one -> one.since.equals(behind.sharedSince()))
                .filter(one -> known.filter(kept -> kept.shared.since.equals(one.since))
                        .isEmpty())
                .map(Before::turns)
                .orElseGet(() -> clicks.turns(
                        behind.workspace(),
                        variants.stream()
                                .collect(Collectors.toMap(
                                        Function.identity(),
                                        variant ->
                                                new ClickCounts.Turning(behind.promotion(), behind.sharedSince())))));
        return variants.stream()
                .mapToLong(variant -> turns.getOrDefault(variant, 0L))
                .sum();
    }
}
