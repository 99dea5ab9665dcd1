package dev.wilyferret.app.live;

import dev.wilyferret.app.live.SiteSnapshot.Target;
import dev.wilyferret.core.id.RotationId;
import dev.wilyferret.core.id.VariantId;
import dev.wilyferret.core.rotation.Turns;
import dev.wilyferret.core.visit.Draw;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * A rotation as visitors are shared out by it.
 *
 * @param drawing the variants that visitors are drawn for and can get to, in the order of their turns; none if there is nothing to draw
 * @param leader of them, that was decided to be the best
 * @param retired whose visitors go to the leader, or are drawn anew, and count for none
 * @param turns of new visitors
 * @param others turns of those for whom none is taken: crawlers, own visits, whoever only looks what is there
 */
public record LiveRotation(
        RotationId id,
        int stretch,
        List<Way> drawing,
        Optional<Way> leader,
        Set<VariantId> retired,
        Turns turns,
        Turns others) {

    /** @param share of new visitors, from 0 to 1 */
    public record Way(VariantId variant, Target target, double share) {}

    /** Whom a visitor was given. */
    public record Chosen(Target target, Draw draw) {

        /** Whether they stay on the page whose address they asked for. */
        public boolean stays(SiteSnapshot.LivePage page) {
            return target instanceof Target.ToPage(var host, String address)
                    && host.equals(page.host())
                    && address.equals(page.path());
        }
    }

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
        boolean stranded = before.filter(retired::contains).isPresent();
        boolean first = takes && kept.isEmpty() && !stranded;
        Way way = kept.or(() -> stranded ? leader : Optional.empty())
                .orElseGet(() -> drawing.get((first ? turns : others).take()));
        return Optional.of(new Chosen(way.target, new Draw(id, stretch, way.variant, way.share, first)));
    }
}
