package dev.wilyferret.app.rotations;

import dev.wilyferret.app.storage.RowKey;
import dev.wilyferret.core.id.BranchId;
import dev.wilyferret.core.id.RotationId;
import dev.wilyferret.core.id.UuidV7;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.rotation.Branch;
import dev.wilyferret.core.rotation.Circumstance;
import dev.wilyferret.core.rotation.Variant;
import dev.wilyferret.core.text.Refusal;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The branches of rotations. */
@Service
class Branches {

    private final Rotations rotations;
    private final BranchStore branches;
    private final VariantStore variants;
    private final TimeLine timeLine;
    private final UuidV7 ids;

    Branches(Rotations rotations, BranchStore branches, VariantStore variants, TimeLine timeLine, UuidV7 ids) {
        this.rotations = rotations;
        this.branches = branches;
        this.variants = variants;
        this.timeLine = timeLine;
        this.ids = ids;
    }

    /**
     * Puts a branch before the rest, behind the other branches; as long as no variant is put into it, nothing changes.
     *
     * @throws Refusal if there are too many
     */
    @Transactional
    public BranchId branch(WorkspaceId workspace, RotationId id, Circumstance when) {
        RotationRow row = rotations.changing(workspace, id);
        List<Branch> all = new ArrayList<>(rotations.branchesOf(row));
        Branch added = new Branch(new BranchId(ids.next()), when);
        all.add(added);
        row.toRotation(rotations.variantsOf(row), all);
        branches.saveAndFlush(new BranchRow(RowKey.of(workspace, added.id()), row.key.id(), nextPlace(row), when));
        return added.id();
    }

    private int nextPlace(RotationRow row) {
        return branches.of(row.key.workspace(), row.key.id()).stream()
                        .mapToInt(one -> one.place)
                        .max()
                        .orElse(0)
                + 1;
    }

    /**
     * Lets one thing more be so of whom a branch is for.
     *
     * @throws Refusal if that is too much, or there already
     */
    @Transactional
    public void narrow(WorkspaceId workspace, RotationId id, BranchId branch, Circumstance and) {
        RotationRow row = rotations.changing(workspace, id);
        BranchRow narrowed = branchRow(row, branch);
        Circumstance before = narrowed.toBranch().when();
        narrowed.keep(new Circumstance.All(List.of(before, and)));
        timeLine.sharedAnew(
                row, "The branch for those who %s is for those alone who %s too.".formatted(before.said(), and.said()));
    }

    /** Reads a branch before the one that was before it. */
    @Transactional
    public void moveUp(WorkspaceId workspace, RotationId id, BranchId branch) {
        RotationRow row = rotations.changing(workspace, id);
        BranchRow moved = branchRow(row, branch);
        branches.of(workspace.value(), id.value()).stream()
                .filter(one -> one.place < moved.place)
                .reduce((a, b) -> b)
                .ifPresent(above -> {
                    int place = above.place;
                    above.place = moved.place;
                    moved.place = place;
                    timeLine.sharedAnew(
                            row,
                            "Those who %s are asked for before those who %s."
                                    .formatted(
                                            moved.toBranch().when().said(),
                                            above.toBranch().when().said()));
                });
    }

    private BranchRow branchRow(RotationRow row, BranchId branch) {
        return branches.toChange(RowKey.of(new WorkspaceId(row.key.workspace()), branch))
                .filter(one -> one.rotation.equals(row.key.id()))
                .orElseThrow(() -> new Refusal("The branch is there no more. Load the page again."));
    }

    /** Takes a branch out; its variants are the rest's, and paused. */
    @Transactional
    public void unbranch(WorkspaceId workspace, RotationId id, BranchId branch) {
        RotationRow row = rotations.changing(workspace, id);
        Optional<Branch> gone = rotations.branchesOf(row).stream()
                .filter(one -> one.id().equals(branch))
                .findFirst();
        gone.ifPresent(one -> {
            variants.of(workspace.value(), id.value()).stream()
                    .filter(variant -> branch.value().equals(variant.branch))
                    .forEach(variant -> {
                        variant.branch = null;
                        if (variant.state == Variant.State.ACTIVE) {
                            variant.state = Variant.State.PAUSED;
                        }
                    });
            variants.flush();
            branches.deleteById(RowKey.of(workspace, branch));
            timeLine.sharedAnew(
                    row,
                    "The branch for those who %s was taken out."
                            .formatted(one.when().said()));
        });
    }
}
