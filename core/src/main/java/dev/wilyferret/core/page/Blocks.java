package dev.wilyferret.core.page;

import dev.wilyferret.core.text.Refusal;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.function.Supplier;
import java.util.stream.Stream;

/** A page's blocks in reading order, some of them holding others. At most 200 in all, each with an id of its own. */
public record Blocks(List<Placed> top) {

    public static final int MOST = 200;

    public Blocks {
        top = List.copyOf(top);
        Set<BlockId> seen = new HashSet<>();
        all(top).forEach(placed -> {
            if (!seen.add(placed.id())) {
                throw new Refusal("Two blocks have the id “%s”.".formatted(placed.id()));
            }
        });
        if (seen.size() > MOST) {
            throw new Refusal(
                    "A page holds at most %d blocks, and this one would have %d. Drop some, or make a second page."
                            .formatted(MOST, seen.size()));
        }
        for (Placed placed : top) {
            if (!placed.block().kind().standsOnPage()) {
                throw new Refusal("A %s stands only inside another block."
                        .formatted(placed.block().kind().words()));
            }
        }
    }

    /** Each block before those it holds. */
    public Stream<Placed> all() {
        return all(top);
    }

    /** Every single way on from a block, hidden ones included. */
    public Stream<NextStep> ways() {
        return all().flatMap(placed -> placed.block().ways().stream());
    }

    private static Stream<Placed> all(List<Placed> blocks) {
        return blocks.stream().flatMap(placed -> Stream.concat(Stream.of(placed), all(placed.inside())));
    }

    public Optional<Placed> find(BlockId id) {
        return all().filter(placed -> placed.id().equals(id)).findFirst();
    }

    /** The block that holds another. */
    public Optional<Placed> holderOf(BlockId id) {
        return all().filter(placed ->
                        placed.inside().stream().anyMatch(inner -> inner.id().equals(id)))
                .findFirst();
    }

    /** The blocks a block stands among. */
    public List<Placed> neighbours(BlockId id) {
        return holderOf(id).map(Placed::inside).orElse(top);
    }

    public Blocks changed(BlockId id, Function<Placed, Placed> change) {
        return new Blocks(replaced(top, id, placed -> List.of(change.apply(placed))));
    }

    public Blocks without(BlockId id) {
        return new Blocks(replaced(top, id, placed -> List.of()));
    }

    private static List<Placed> replaced(List<Placed> blocks, BlockId id, Function<Placed, List<Placed>> change) {
        List<Placed> result = new ArrayList<>();
        for (Placed placed : blocks) {
            if (placed.id().equals(id)) {
                result.addAll(change.apply(placed));
            } else {
                result.add(placed.inside().isEmpty() ? placed : placed.holding(replaced(placed.inside(), id, change)));
            }
        }
        return result;
    }

    /** With a block added after another; at the very beginning if there is none to stand after. */
    public Blocks after(Optional<BlockId> before, Placed added) {
        if (before.isEmpty()) {
            List<Placed> all = new ArrayList<>(top);
            all.addFirst(added);
            return new Blocks(all);
        }
        return new Blocks(replaced(top, before.get(), placed -> List.of(placed, added)));
    }

    /** With a block added as the last inside another. */
    public Blocks inside(BlockId holder, Placed added) {
        return changed(holder, placed -> {
            List<Placed> inside = new ArrayList<>(placed.inside());
            inside.add(added);
            return placed.holding(inside);
        });
    }

    /**
     * With a block moved among its neighbours.
     *
     * @param by how many places on; negative towards the beginning; beyond the ends means to the end
     */
    public Blocks moved(BlockId id, int by) {
        List<Placed> among = new ArrayList<>(neighbours(id));
        int from = indexOf(among, id);
        if (from < 0) {
            return this;
        }
        Placed moving = among.remove(from);
        among.add(Math.clamp((long) from + by, 0, among.size()), moving);
        return holderOf(id)
                .map(holder -> changed(holder.id(), placed -> placed.holding(among)))
                .orElseGet(() -> new Blocks(among));
    }

    private static int indexOf(List<Placed> blocks, BlockId id) {
        for (int i = 0; i < blocks.size(); i++) {
            if (blocks.get(i).id().equals(id)) {
                return i;
            }
        }
        return -1;
    }

    /** With a copy of a block right after it. */
    public Blocks duplicated(BlockId id, Supplier<BlockId> ids) {
        return find(id).map(placed -> after(Optional.of(id), copy(placed, ids))).orElse(this);
    }

    private static Placed copy(Placed placed, Supplier<BlockId> ids) {
        return new Placed(
                ids.get(),
                placed.block(),
                placed.hidden(),
                placed.audience(),
                placed.inside().stream().map(inner -> copy(inner, ids)).toList());
    }

    /** The first shown block of a kind, if there is one. */
    public <B extends Block> Optional<B> first(Class<B> kind) {
        return shown().map(Placed::block)
                .filter(kind::isInstance)
                .map(kind::cast)
                .findFirst();
    }

    /** Each block that is not hidden and stands in none that is. */
    public Stream<Placed> shown() {
        return shown(top);
    }

    private static Stream<Placed> shown(List<Placed> blocks) {
        return blocks.stream()
                .filter(placed -> !placed.hidden())
                .flatMap(placed -> Stream.concat(Stream.of(placed), shown(placed.inside())));
    }
}
