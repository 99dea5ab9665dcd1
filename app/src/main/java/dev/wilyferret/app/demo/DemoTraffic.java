package dev.wilyferret.app.demo;

import dev.wilyferret.app.pages.Page;
import dev.wilyferret.core.id.OfferId;
import dev.wilyferret.core.visit.SiteEvent;
import java.time.Duration;
import java.time.Instant;

/** Visits of the straight promotion: a bridge page, a redirect page, the offer. */
final class DemoTraffic extends DemoVisits {

    private static final long SEED = 20_261;
    private static final int CLICKS = 4_200;
    private static final int[] LINK_SHARES = {34, 24, 17, 15, 10};
    /** How many in a hundred readers go on, by link. */
    private static final int[] GO_ON = {33, 41, 46, 18, 22};

    /** Its pages, and what it pays. */
    record Course(Page bridge, Page redirect, OfferId offer) {}

    private final Course course;

    private DemoTraffic(Instant now, Scene scene, Course course) {
        super(now, scene, SEED);
        this.course = course;
    }

    static DemoVisits upTo(Instant now, Scene scene, Course course) {
        DemoTraffic traffic = new DemoTraffic(now, scene, course);
        traffic.come(CLICKS, LINK_SHARES);
        return traffic;
    }

    @Override
    Page entry(SiteEvent.Click click) {
        return course.bridge;
    }

    @Override
    void read(SiteEvent.Click click, Instant at, int link) {
        if (chance(GO_ON[link])) {
            pass(click, course.redirect, at.plusMillis(4_000 + below(91_000)))
                    .filter(left -> below(1000) < 31)
                    .ifPresent(left ->
                            buy(click, course.offer, left.plus(Duration.ofSeconds(180 + below(100_000))), 2750, 8900));
        }
    }
}
