package dev.wilyferret.app.demo;

import dev.wilyferret.app.pages.Page;
import dev.wilyferret.core.visit.SiteEvent;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** Visits of the promotion that grows a list: an opt-in, a look into the inbox, a confirmation, a download. */
final class DemoCalendar extends DemoVisits {

    private static final long SEED = 20_263;
    private static final int CLICKS = 900;
    private static final int[] LINK_SHARES = {42, 33, 25};

    /** @param file that the download page hands out, by its name on the shelf */
    record Course(Page squeeze, Page inbox, Page thanks, Page download, String file) {}

    /** Somebody who left an address. */
    record OptedIn(SiteEvent.Click click, Instant at, Optional<Instant> confirmedAt) {}

    private final Course course;
    private final List<OptedIn> optedIn = new ArrayList<>();

    private DemoCalendar(Instant now, Scene scene, Course course) {
        super(now, scene, SEED);
        this.course = course;
    }

    static DemoCalendar upTo(Instant now, Scene scene, Course course) {
        DemoCalendar calendar = new DemoCalendar(now, scene, course);
        calendar.come(CLICKS, LINK_SHARES);
        return calendar;
    }

    List<OptedIn> optedIn() {
        return optedIn;
    }

    @Override
    Page entry(SiteEvent.Click click) {
        return course.squeeze;
    }

    @Override
    void read(SiteEvent.Click click, Instant at, int link) {
        if (click.own() || !chance(link == 2 ? 48 : 41)) {
            return;
        }
        Instant sent = at.plusSeconds(8 + below(70));
        view(click, course.inbox, sent.plusMillis(300));
        Instant confirmed = sent.plusSeconds(60 + below(1500));
        boolean confirms = chance(82) && past(confirmed);
        optedIn.add(new OptedIn(click, sent, Optional.of(confirmed).filter(moment -> confirms)));
        if (confirms) {
            view(click, course.thanks, confirmed.plusMillis(400));
            if (chance(74) && past(confirmed.plusSeconds(60))) {
                Instant there = confirmed.plusSeconds(4 + below(30));
                view(click, course.download, there);
                if (chance(91)) {
                    handOut(click, course.download, course.file, there.plusSeconds(2 + below(20)));
                }
            }
        }
    }
}
