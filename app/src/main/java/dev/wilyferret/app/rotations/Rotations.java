package dev.wilyferret.app.rotations;

import dev.wilyferret.app.links.TrackingLink;
import dev.wilyferret.app.links.VariantsBehind;
import dev.wilyferret.app.storage.RowKey;
import dev.wilyferret.core.id.LinkId;
import dev.wilyferret.core.id.RotationId;
import dev.wilyferret.core.id.UuidV7;
import dev.wilyferret.core.id.VariantId;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.link.Destination;
import dev.wilyferret.core.rotation.Rotation;
import dev.wilyferret.core.rotation.Variant;
import dev.wilyferret.core.text.Refusal;
import java.time.Clock;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.random.RandomGenerator;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The rotations of a workspace. */
@Service
public class Rotations implements VariantsBehind {

    private final RotationStore rotations;
    private final VariantStore variants;
    private final UuidV7 ids;
    private final RandomGenerator random;
    private final Clock clock;

    Rotations(RotationStore rotations, VariantStore variants, UuidV7 ids, RandomGenerator random, Clock clock) {
        this.rotations = rotations;
        this.variants = variants;
        this.ids = ids;
        this.random = random;
        this.clock = clock;
    }

    @Transactional(readOnly = true)
    public List<LinkRotation> of(WorkspaceId workspace) {
        Map<UUID, List<Variant>> byRotation = variants.ofWorkspace(workspace.value()).stream()
                .collect(Collectors.groupingBy(
                        row -> row.rotation, Collectors.mapping(VariantRow::toVariant, Collectors.toList())));
        return rotations.ofWorkspace(workspace.value()).stream()
                .map(row -> row.toRotation(byRotation.getOrDefault(row.key.id(), List.of())))
                .toList();
    }

    /** The rotation behind a link; empty where it leads to one place. */
    @Transactional(readOnly = true)
    public Optional<LinkRotation> behind(WorkspaceId workspace, LinkId link) {
        return rotations.behind(workspace.value(), RotationRow.behind(link)).map(this::whole);
    }

    @Override
    @Transactional(readOnly = true)
    public Map<LinkId, Integer> variants(WorkspaceId workspace) {
        return of(workspace).stream()
                .filter(one -> !one.rotation().drawing().isEmpty())
                .collect(Collectors.toMap(
                        LinkRotation::link, one -> one.rotation().drawing().size()));
    }

    private LinkRotation whole(RotationRow row) {
        return row.toRotation(variants.of(row.key.workspace(), row.key.id()).stream()
                .map(VariantRow::toVariant)
                .toList());
    }

    /**
     * Puts a rotation behind a link: where it leads now is its first variant, and what is added the second, with the same weight.
     *
     * @throws Refusal if one of them is wrong
     */
    @Transactional
    public void begin(TrackingLink link, String firstName, String name, Destination to) {
        RotationRow row = rotations.save(new RotationRow(
                RowKey.of(link.workspace(), ids.next()),
                link.promotion(),
                link.id(),
                random.nextLong(),
                clock.instant()));
        add(row, firstName, link.details().to());
        add(row, name, to);
    }

    /** @throws Refusal if it is wrong, there are too many, or another one has its name */
    @Transactional
    public void add(WorkspaceId workspace, RotationId id, String name, Destination to) {
        RotationRow row = changing(workspace, id);
        add(row, name, to);
        row.sharedSince = clock.instant();
    }

    private void add(RotationRow row, String name, Destination to) {
        List<Variant> all = new ArrayList<>(whole(row).rotation().variants());
        Variant added = new Variant(new VariantId(ids.next()), name, "", to, 1, Variant.State.ACTIVE);
        all.add(added);
        // Refuses a name that is there twice, and one too many.
        row.toRotation(all);
        variants.saveAndFlush(
                new VariantRow(new RowKey(row.key.workspace(), added.id().value()), row.key.id(), added, all.size()));
    }

    /**
     * Keeps variants as they were changed; where shares change by that, turns are counted anew.
     *
     * @throws Refusal if two have one name
     */
    @Transactional
    public void change(WorkspaceId workspace, RotationId id, List<Variant> changed, boolean inTurn) {
        RotationRow row = changing(workspace, id);
        Rotation before = whole(row).rotation();
        Rotation now = new Rotation(id, changed, inTurn, row.seed, row.round);
        Map<UUID, VariantRow> rows = variants.of(workspace.value(), id.value()).stream()
                .collect(Collectors.toMap(one -> one.key.id(), one -> one));
        changed.forEach(one -> Optional.ofNullable(rows.get(one.id().value())).ifPresent(kept -> kept.keep(one)));
        row.inTurn = inTurn;
        if (!before.weights().equals(now.weights())
                || !before.drawing().stream()
                        .map(Variant::id)
                        .toList()
                        .equals(now.drawing().stream().map(Variant::id).toList())
                || before.inTurn() != inTurn) {
            row.sharedSince = clock.instant();
        }
    }

    private RotationRow changing(WorkspaceId workspace, RotationId id) {
        return rotations.toChange(RowKey.of(workspace, id)).orElseThrow();
    }
}
