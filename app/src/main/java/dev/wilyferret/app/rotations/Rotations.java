package dev.wilyferret.app.rotations;

import dev.wilyferret.app.links.VariantsBehind;
import dev.wilyferret.app.pages.Pages;
import dev.wilyferret.app.storage.RowKey;
import dev.wilyferret.core.id.BranchId;
import dev.wilyferret.core.id.LinkId;
import dev.wilyferret.core.id.PageId;
import dev.wilyferret.core.id.PromotionId;
import dev.wilyferret.core.id.RotationId;
import dev.wilyferret.core.id.UuidV7;
import dev.wilyferret.core.id.VariantId;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.link.Destination;
import dev.wilyferret.core.rotation.Behind;
import dev.wilyferret.core.rotation.Branch;
import dev.wilyferret.core.rotation.Rotation;
import dev.wilyferret.core.rotation.Variant;
import dev.wilyferret.core.text.PlainText;
import dev.wilyferret.core.text.Refusal;
import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.random.RandomGenerator;
import java.util.stream.Collectors;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The rotations of a workspace. */
@Service
public class Rotations implements VariantsBehind {

    private static final int MOST_WORDS = 1_000;

    private final RotationStore rotations;
    private final VariantStore variants;
    private final BranchStore branches;
    private final TimeLine timeLine;
    private final UuidV7 ids;
    private final RandomGenerator random;
    private final Clock clock;

    Rotations(
            RotationStore rotations,
            VariantStore variants,
            BranchStore branches,
            TimeLine timeLine,
            UuidV7 ids,
            RandomGenerator random,
            Clock clock) {
        this.rotations = rotations;
        this.variants = variants;
        this.branches = branches;
        this.timeLine = timeLine;
        this.ids = ids;
        this.random = random;
        this.clock = clock;
    }

    @Transactional(readOnly = true)
    public List<Rotating> of(WorkspaceId workspace) {
        Map<UUID, List<Variant>> byRotation = variants.ofWorkspace(workspace.value()).stream()
                .collect(Collectors.groupingBy(
                        row -> row.rotation, Collectors.mapping(VariantRow::toVariant, Collectors.toList())));
        Map<UUID, List<Branch>> branchesOf = branches.ofWorkspace(workspace.value()).stream()
                .collect(Collectors.groupingBy(
                        row -> row.rotation, Collectors.mapping(BranchRow::toBranch, Collectors.toList())));
        return rotations.ofWorkspace(workspace.value()).stream()
                .map(row -> row.toRotating(
                        byRotation.getOrDefault(row.key.id(), List.of()),
                        branchesOf.getOrDefault(row.key.id(), List.of())))
                .toList();
    }

    /** Since when each shares visitors out as it does. */
    @Transactional(readOnly = true)
    public Map<RotationId, Instant> sharedSince(WorkspaceId workspace) {
        return rotations.shared(workspace.value()).stream()
                .collect(Collectors.toMap(row -> new RotationId(row.getRotation()), RotationStore.Shared::getSince));
    }

    @Transactional(readOnly = true)
    public Optional<Rotating> find(WorkspaceId workspace, RotationId id) {
        return rotations.findById(RowKey.of(workspace, id)).map(this::whole);
    }

    /** One of a promotion's. */
    @Transactional(readOnly = true)
    public Optional<Rotating> find(WorkspaceId workspace, PromotionId promotion, RotationId id) {
        return find(workspace, id).filter(one -> one.promotion().equals(promotion));
    }

    /** The one that a variant belongs to. */
    @Transactional(readOnly = true)
    public Optional<Rotating> with(WorkspaceId workspace, VariantId variant) {
        return variants.findById(RowKey.of(workspace, variant))
                .flatMap(row -> find(workspace, new RotationId(row.rotation)));
    }

    /** The rotation behind something; empty where that leads to one place. */
    @Transactional(readOnly = true)
    public Optional<Rotating> behind(WorkspaceId workspace, Behind behind) {
        return rotations.behind(workspace.value(), behind.text()).map(this::whole);
    }

    @Override
    @Transactional(readOnly = true)
    public Map<LinkId, Integer> variants(WorkspaceId workspace) {
        return of(workspace).stream()
                .filter(one ->
                        one.link().isPresent() && !one.rotation().drawing().isEmpty())
                .collect(Collectors.toMap(
                        one -> one.link().orElseThrow(),
                        one -> one.rotation().drawing().size()));
    }

    private Rotating whole(RotationRow row) {
        return row.toRotating(variantsOf(row), branchesOf(row));
    }

    List<Variant> variantsOf(RotationRow row) {
        return variants.of(row.key.workspace(), row.key.id()).stream()
                .map(VariantRow::toVariant)
                .toList();
    }

    List<Branch> branchesOf(RotationRow row) {
        return branches.of(row.key.workspace(), row.key.id()).stream()
                .map(BranchRow::toBranch)
                .toList();
    }

    private Rotation rotation(RotationRow row) {
        return row.toRotation(variantsOf(row), branchesOf(row));
    }

    /** What changed, as it came. */
    @Transactional(readOnly = true)
    public List<Mark> marks(WorkspaceId workspace, RotationId id) {
        return timeLine.of(rotations.findById(RowKey.of(workspace, id)).orElseThrow());
    }

    /**
     * Puts a rotation behind something: where that leads now is its first variant, and what is added the second, with the same weight.
     *
     * @throws Refusal if one of them is wrong, or there is a rotation already
     */
    @Transactional
    public RotationId begin(
            WorkspaceId workspace,
            PromotionId promotion,
            Behind behind,
            String firstName,
            Destination first,
            String name,
            Destination to) {
        if (rotations.behind(workspace.value(), behind.text()).isPresent()) {
            throw new Refusal("Its visitors are shared out already. Open its rotation, and add the variant there.");
        }
        return begun(
                workspace,
                promotion,
                behind,
                clock.instant(),
                List.of(new Named(firstName, first), new Named(name, to)));
    }

    /** A variant that is to be. */
    public record Named(String name, Destination to) {}

    /**
     * A rotation as it began at a moment, of whose visitors it is known already what they were given.
     *
     * @throws Refusal if something is wrong with its variants
     */
    @Transactional
    public RotationId begun(
            WorkspaceId workspace, PromotionId promotion, Behind behind, Instant at, List<Named> named) {
        RotationRow row = rotations.save(
                new RotationRow(RowKey.of(workspace, ids.next()), promotion, behind, random.nextLong(), at));
        named.forEach(one -> add(row, one.name, one.to, Optional.empty()));
        timeLine.begun(row, at);
        return new RotationId(row.key.id());
    }

    /** @throws Refusal if it is wrong, there are too many, or another one has its name */
    @Transactional
    public void add(WorkspaceId workspace, RotationId id, String name, Destination to) {
        add(workspace, id, name, to, Optional.empty());
    }

    /**
     * @param branch whose visitors it is for; empty for the rest
     * @throws Refusal if it is wrong, there are too many, or another one has its name
     */
    @Transactional
    public void add(WorkspaceId workspace, RotationId id, String name, Destination to, Optional<BranchId> branch) {
        RotationRow row = changing(workspace, id);
        add(row, name, to, branch);
        timeLine.sharedAnew(
                row,
                "“%s” came in with weight 1%s."
                        .formatted(
                                name,
                                branchesOf(row).stream()
                                        .filter(one -> branch.equals(Optional.of(one.id())))
                                        .map(one ->
                                                " for those who " + one.when().said())
                                        .collect(Collectors.joining())));
    }

    private void add(RotationRow row, String name, Destination to, Optional<BranchId> branch) {
        List<Variant> all = new ArrayList<>(variantsOf(row));
        refuseCircles(row, to);
        Variant added = new Variant(new VariantId(ids.next()), name, "", to, 1, Variant.State.ACTIVE, branch);
        all.add(added);
        // Refuses a name that is there twice, and one too many.
        row.toRotation(all, branchesOf(row));
        variants.saveAndFlush(
                new VariantRow(new RowKey(row.key.workspace(), added.id().value()), row.key.id(), added, all.size()));
    }

    /**
     * A page that shares out whoever comes to it, or goes on from it, by itself must not be led to by another such, which could lead back.
     *
     * @throws Refusal if it would be
     */
    private void refuseCircles(RotationRow row, Destination to) {
        Behind behind = Behind.read(row.behind).orElseThrow();
        if (behind instanceof Behind.OfLink || !(to instanceof Destination.ToPage(PageId page))) {
            return;
        }
        List<Rotating> others = of(new WorkspaceId(row.key.workspace())).stream()
                .filter(one -> one.link().isEmpty())
                .toList();
        boolean shares = behind instanceof Behind.OfOut(PageId left, Destination _) && left.equals(page)
                || others.stream()
                        .filter(one -> !one.rotation().id().value().equals(row.key.id()))
                        .anyMatch(one -> one.behind().page().equals(Optional.of(page)));
        PageId own = behind.page().orElseThrow();
        boolean ledTo = others.stream()
                .filter(one -> !one.rotation().id().value().equals(row.key.id()))
                .flatMap(one -> one.rotation().variants().stream())
                .anyMatch(one -> one.to().equals(new Destination.ToPage(own)));
        if (shares || ledTo) {
            throw new Refusal(
                    "That could send visitors round in circles: a page whose visitors are shared out cannot be a variant of another page’s rotation. Choose another page, or put the rotation behind the link.");
        }
    }

    /**
     * Keeps variants as they were changed; where shares change by that, turns are counted anew.
     *
     * @throws Refusal if two have one name
     */
    @Transactional
    public void change(WorkspaceId workspace, RotationId id, List<Variant> changed, boolean inTurn) {
        change(changing(workspace, id), changed, inTurn, Mark.Kind.SHARES, "");
    }

    /** Keeps the weights that steering found, at the beginning of a day. */
    @Transactional
    void steer(WorkspaceId workspace, RotationId id, List<Variant> changed, String why) {
        RotationRow row = changing(workspace, id);
        change(row, changed, row.inTurn, Mark.Kind.STEERED, why);
    }

    private void change(RotationRow row, List<Variant> changed, boolean inTurn, Mark.Kind kind, String why) {
        Rotation before = rotation(row);
        row.inTurn = inTurn;
        Rotation now = row.toRotation(changed, branchesOf(row));
        Map<UUID, VariantRow> rows = variants.of(row.key.workspace(), row.key.id()).stream()
                .collect(Collectors.toMap(one -> one.key.id(), one -> one));
        changed.forEach(one -> Optional.ofNullable(rows.get(one.id().value())).ifPresent(kept -> kept.keep(one)));
        if (kind == Mark.Kind.STEERED
                || !branchOf(before).equals(branchOf(now))
                || !shares(before).equals(shares(now))
                || before.inTurn() != inTurn) {
            timeLine.sharedAnew(row, kind, "Shares are %s.%s".formatted(said(now), why.isEmpty() ? "" : " " + why));
        }
    }

    private static Map<VariantId, Double> shares(Rotation rotation) {
        return rotation.drawing().stream().collect(Collectors.toMap(Variant::id, rotation::share));
    }

    private static Map<VariantId, Optional<BranchId>> branchOf(Rotation rotation) {
        return rotation.variants().stream().collect(Collectors.toMap(Variant::id, Variant::branch));
    }

    /** As "Bridge page 83 %, New words 17 %". */
    private static String said(Rotation rotation) {
        return rotation.drawing().isEmpty()
                ? "none: nobody is drawn"
                : rotation.drawing().stream()
                        .map(one -> "%s %.0f %%".formatted(one.name(), 100 * rotation.share(one)))
                        .collect(Collectors.joining(", "));
    }

    /** What is to be reached, and how much of a difference counts. */
    @Transactional
    public void aim(WorkspaceId workspace, RotationId id, Goal goal, int worth) {
        RotationRow row = changing(workspace, id);
        row.goal = goal;
        row.worth = worth;
    }

    /**
     * Says who decides on the shares.
     *
     * @param leader the variant decided to be the best; empty where nothing is decided
     * @param floor that steering leaves each variant, in percent
     */
    @Transactional
    public void share(
            WorkspaceId workspace, RotationId id, Rotation.Sharing sharing, Optional<VariantId> leader, int floor) {
        RotationRow row = changing(workspace, id);
        Rotation before = rotation(row);
        if (sharing == Rotation.Sharing.OFF && leader.isEmpty()) {
            throw new Refusal("Choose which variant gets everybody.");
        }
        if (sharing == Rotation.Sharing.OFF
                && before.variant(leader.get()).filter(Variant::draws).isEmpty()) {
            throw new Refusal("“%s” is not at work, so nobody could get it. Put it to work first, with a weight."
                    .formatted(before.name(leader.get())));
        }
        row.sharing = sharing;
        row.leader = leader.map(VariantId::value).orElse(null);
        row.floor = floor;
        Rotation now = rotation(row);
        if (!before.leader().equals(now.leader())) {
            timeLine.note(
                    row,
                    Mark.Kind.LEADER,
                    leader.map(one -> "“%s” is the leader.".formatted(now.name(one)))
                            .orElse("There is no leader any more."));
        }
        if (!shares(before).equals(shares(now))) {
            timeLine.sharedAnew(row, "Shares are %s.".formatted(said(now)));
        }
    }

    /** Begins a round: whoever is drawn from now on counts in it, and earlier figures stay with theirs. */
    @Transactional
    public void startAnew(WorkspaceId workspace, RotationId id) {
        RotationRow row = changing(workspace, id);
        row.round = timeLine.lastRound(row) + 1;
        timeLine.sharedAnew(row, Mark.Kind.ROUND, "Counting began anew: round %d.".formatted(row.round));
    }

    /** Goes on with an earlier round. */
    @Transactional
    public void bringBack(WorkspaceId workspace, RotationId id, int round) {
        RotationRow row = changing(workspace, id);
        if (round < 1 || round > timeLine.lastRound(row)) {
            throw new Refusal("There is no round %d. Choose one of 1 to %d.".formatted(round, timeLine.lastRound(row)));
        }
        if (round != row.round) {
            row.round = round;
            timeLine.sharedAnew(row, Mark.Kind.ROUND, "Round %d was brought back, and goes on.".formatted(round));
        }
    }

    /** The number of the latest round. */
    @Transactional(readOnly = true)
    public int lastRound(WorkspaceId workspace, RotationId id) {
        return timeLine.lastRound(rotations.findById(RowKey.of(workspace, id)).orElseThrow());
    }

    /** A variant whose page is published is another thing from then on. */
    @EventListener
    void tell(Pages.Published published) {
        String page = new Destination.ToPage(published.page()).text();
        variants.leadingTo(published.workspace().value(), page).stream()
                .filter(variant -> variant.state != Variant.State.RETIRED)
                .forEach(variant -> {
                    RotationRow row = changing(published.workspace(), new RotationId(variant.rotation));
                    timeLine.parted(
                            row,
                            Mark.Kind.PAGE,
                            PlainText.cut(
                                    "The page of “%s” was published. %s"
                                            .formatted(variant.name, String.join(" ", published.changes())),
                                    MOST_WORDS));
                });
    }

    /** For the transaction alone. */
    RotationRow changing(WorkspaceId workspace, RotationId id) {
        return rotations.toChange(RowKey.of(workspace, id)).orElseThrow();
    }
}
