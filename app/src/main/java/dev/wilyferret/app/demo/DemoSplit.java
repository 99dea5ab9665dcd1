package dev.wilyferret.app.demo;

import dev.wilyferret.app.pages.Page;
import dev.wilyferret.app.rotations.Rotating;
import dev.wilyferret.core.id.OfferId;
import dev.wilyferret.core.id.VariantId;
import dev.wilyferret.core.id.VisitorId;
import dev.wilyferret.core.rotation.Rotation;
import dev.wilyferret.core.rotation.Turns;
import dev.wilyferret.core.visit.Arrival;
import dev.wilyferret.core.visit.Draw;
import dev.wilyferret.core.visit.SiteEvent;
import dev.wilyferret.core.visit.Verdict;
import java.time.Duration;
import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Visits of a link whose visitors are shared out among variants, of which one may do better, or lose people on the way. */
final class DemoSplit extends DemoVisits {

    /**
     * A variant as people take it, in the order of the rotation's.
     *
     * @param goesOn how many in a hundred readers go on
     * @param arriving how many in a hundred who were drawn get to see it
     */
    record Arm(Page page, int goesOn, int arriving) {}

    /**
     * A test.
     *
     * @param seed the same gives the same visits
     */
    record Plan(Rotating rotating, List<Arm> arms, Page redirect, OfferId offer, int clicks, long seed) {}

    private final Plan plan;
    private final Rotation rotation;
    private final Turns turns;
    private final Map<VisitorId, Integer> given = new HashMap<>();
    private final Map<VariantId, Integer> arrivals = new HashMap<>();
    private final Map<VariantId, Integer> goings = new HashMap<>();

    private DemoSplit(Instant now, Scene scene, Plan plan) {
        super(now, scene, plan.seed);
        this.plan = plan;
        this.rotation = plan.rotating.rotation();
        this.turns = new Turns(rotation.weights().orElseThrow(), plan.seed, false, 0);
    }

    static DemoVisits upTo(Instant now, Scene scene, Plan plan) {
        DemoSplit split = new DemoSplit(now, scene, plan);
        split.come(plan.clicks, 100);
        return split;
    }

    @Override
    Optional<Draw> drawn(Arrival arrival) {
        boolean takes = !arrival.own() && Verdict.on(arrival) instanceof Verdict.Counted;
        boolean first = takes && !given.containsKey(arrival.visitor());
        int at = takes ? given.computeIfAbsent(arrival.visitor(), fresh -> turns.take()) : 0;
        VariantId variant = rotation.variants().get(at).id();
        return Optional.of(new Draw(
                rotation.id(),
                rotation.stretch(),
                variant,
                rotation.share(rotation.variants().get(at)),
                first));
    }

    private Arm arm(SiteEvent.Click click) {
        VariantId variant = click.variant().orElseThrow();
        return plan.arms.get(
                rotation.variants().indexOf(rotation.variant(variant).orElseThrow()));
    }

    /** So many in each hundred of a variant's, and no chance in it: the tests are to stand as they do at any hour. */
    private static boolean exactly(int percent, Map<VariantId, Integer> counted, SiteEvent.Click click) {
        int before = counted.merge(click.variant().orElseThrow(), 1, Integer::sum) - 1;
        return (before + 1) * percent / 100 > before * percent / 100;
    }

    @Override
    Page entry(SiteEvent.Click click) {
        return arm(click).page;
    }

    @Override
    int arriving(SiteEvent.Click click) {
        return exactly(arm(click).arriving, arrivals, click) ? 100 : 0;
    }

    @Override
    void read(SiteEvent.Click click, Instant at, int link) {
        if (exactly(arm(click).goesOn, goings, click)) {
            pass(click, plan.redirect, at.plusMillis(4_000 + below(91_000)))
                    .filter(left -> below(1000) < 40)
                    .ifPresent(left ->
                            buy(click, plan.offer, left.plus(Duration.ofSeconds(180 + below(100_000))), 2750, 8900));
        }
    }
}
