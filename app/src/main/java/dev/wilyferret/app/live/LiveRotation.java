package dev.wilyferret.app.live;

import dev.wilyferret.app.live.SiteSnapshot.Target;
import dev.wilyferret.core.id.RotationId;
import dev.wilyferret.core.id.VariantId;
import dev.wilyferret.core.rotation.Turns;
import dev.wilyferret.core.visit.Draw;
import java.util.List;
import java.util.Optional;

/**
 * A rotation as visitors are shared out by it.
 *
 * @param drawing the variants that visitors are drawn for and can get to, in the order of their turns; none if there is nothing to draw
 * @param turns of new visitors
 * @param others turns of those for whom none is taken: crawlers, own visits, whoever only looks what is there
 */
public record LiveRotation(RotationId id, int round, List<Way> drawing, Turns turns, Turns others) {

    /** @param share of new visitors, from 0 to 1 */
    public record Way(VariantId variant, Target target, double share) {}

    /** Whom a visitor was given. */
    public record Chosen(Target target, Draw draw) {}

    /**
     * The variant a visitor gets: the one they were given before, as long as it is at work, else the one whose turn it is.
     *
     * @param takes whether a turn is taken
     * @return empty where visitors are drawn for none
     */
    public Optional<Chosen> choose(Optional<VariantId> before, boolean takes) {
        if (drawing.isEmpty()) {
            return Optional.empty();
        }
        Optional<Way> kept = before.flatMap(variant ->
                drawing.stream().filter(way -> way.variant.equals(variant)).findFirst());
        Way way = kept.orElseGet(() -> drawing.get((takes ? turns : others).take()));
        return Optional.of(
                new Chosen(way.target, new Draw(id, round, way.variant, way.share, takes && kept.isEmpty())));
    }
}
