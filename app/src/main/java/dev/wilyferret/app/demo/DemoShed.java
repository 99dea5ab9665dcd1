package dev.wilyferret.app.demo;

import dev.wilyferret.app.pages.Page;
import dev.wilyferret.core.id.OfferId;
import dev.wilyferret.core.visit.SiteEvent;
import dev.wilyferret.core.visit.TakenStep;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import java.util.OptionalLong;

/** Visits of a page on a host elsewhere: it shows a film, and leads straight to the offer. */
final class DemoShed extends DemoVisits {

    static final String FILM = "Watched the film";

    private static final long SEED = 20_265;
    private static final int CLICKS = 260;
    private static final TakenStep WATCHED = new TakenStep(FILM, OptionalLong.empty(), "cellar tour");

    private final Page page;
    private final OfferId offer;

    private DemoShed(Instant now, Scene scene, Page page, OfferId offer) {
        super(now, scene, SEED);
        this.page = page;
        this.offer = offer;
    }

    static DemoVisits upTo(Instant now, Scene scene, Page page, OfferId offer) {
        DemoShed shed = new DemoShed(now, scene, page, offer);
        shed.come(CLICKS, 100);
        return shed;
    }

    @Override
    Page entry(SiteEvent.Click click) {
        return page;
    }

    /** No pixel of an ad platform is on it. */
    @Override
    void opened(SiteEvent.Click click, SiteEvent.PageView view) {}

    @Override
    void read(SiteEvent.Click click, Instant at, int link) {
        boolean watches = chance(46);
        Instant watched = at.plusSeconds(20 + below(90));
        if (watches) {
            take(click, page, WATCHED, watched);
        }
        if (chance(watches ? 48 : 17)) {
            Instant left = watched.plusSeconds(4 + below(60));
            goOn(click, page, Optional.empty(), left);
            if (chance(watches ? 13 : 6)) {
                buy(click, offer, left.plus(Duration.ofSeconds(200 + below(4_000))), 2750, 8900);
            }
        }
    }
}
