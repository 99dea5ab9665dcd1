package dev.wilyferret.app.live;

import dev.wilyferret.app.clicks.ClickBook;
import dev.wilyferret.app.rotations.Rotating;
import dev.wilyferret.core.id.BranchId;
import dev.wilyferret.core.id.RotationId;
import dev.wilyferret.core.id.VariantId;
import dev.wilyferret.core.rotation.Rotation;
import dev.wilyferret.core.rotation.Turns;
import dev.wilyferret.core.rotation.Weights;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import org.springframework.stereotype.Component;

/** Where each rotation stands in its turns: from the log once, counted on from then on, and anew where its shares change. */
@Component
class KeptTurns {

    /** What turns depend on. */
    private record Shared(List<VariantId> variants, Weights weights, boolean inTurn, Instant since) {}

    private record Kept(Shared shared, Turns turns) {}

    private final ClickBook clicks;

    private record Place(RotationId rotation, Optional<BranchId> branch) {}

    private final Map<Place, Kept> kept = new ConcurrentHashMap<>();

    KeptTurns(ClickBook clicks) {
        this.clicks = clicks;
    }

    /** @param branch whose visitors they are; empty for the rest
     * @param variants those that are drawn, with their weights in the same order */
    Turns of(Rotating behind, Optional<BranchId> branch, List<VariantId> variants, Weights weights) {
        Rotation rotation = behind.rotation();
        Shared shared = new Shared(variants, weights, rotation.inTurn(), behind.sharedSince());
        return kept.compute(
                        new Place(rotation.id(), branch),
                        (place, before) -> before != null && before.shared.equals(shared)
                                ? before
                                : new Kept(
                                        shared,
                                        new Turns(
                                                weights,
                                                rotation.seed()
                                                        ^ behind.sharedSince().toEpochMilli()
                                                        ^ branch.hashCode(),
                                                rotation.inTurn(),
                                                clicks.draws(
                                                        behind.workspace(),
                                                        behind.promotion(),
                                                        variants,
                                                        behind.sharedSince()))))
                .turns;
    }
}
