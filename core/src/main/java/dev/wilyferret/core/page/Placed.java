package dev.wilyferret.core.page;

import dev.wilyferret.core.text.Refusal;
import java.util.List;

/**
 * A block in its place on a page.
 *
 * @param hidden kept, but not shown to anybody
 * @param inside the blocks it holds, if its kind holds any
 */
public record Placed(BlockId id, Block block, boolean hidden, Audience audience, List<Placed> inside) {

    /** Who sees a block, by the width of the screen. */
    public enum Audience {
        EVERYONE,
        /** Screens under 40 rem. */
        PHONES,
        /** Screens of 40 rem and more. */
        WIDE_SCREENS
    }

    public Placed {
        inside = List.copyOf(inside);
        for (Placed inner : inside) {
            if (!block.kind().holds(inner.block.kind())) {
                throw new Refusal("A %s cannot stand inside a %s. Put it elsewhere on the page."
                        .formatted(inner.block.kind().words(), block.kind().words()));
            }
        }
    }

    public static Placed of(String id, Block block, Placed... inside) {
        return new Placed(new BlockId(id), block, false, Audience.EVERYONE, List.of(inside));
    }

    public Placed with(Block other) {
        return new Placed(id, other, hidden, audience, inside);
    }

    public Placed with(boolean nowHidden, Audience nowFor) {
        return new Placed(id, block, nowHidden, nowFor, inside);
    }

    public Placed holding(List<Placed> others) {
        return new Placed(id, block, hidden, audience, others);
    }
}
