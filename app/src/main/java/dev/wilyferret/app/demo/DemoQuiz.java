package dev.wilyferret.app.demo;

import dev.wilyferret.app.pages.Page;
import dev.wilyferret.core.id.OfferId;
import dev.wilyferret.core.visit.SiteEvent;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;

/** Visits of the promotion that asks three questions, and leads to one of two offers by the answers. */
final class DemoQuiz extends DemoVisits {

    private static final long SEED = 20_262;
    private static final int CLICKS = 1_150;
    private static final int[] LINK_SHARES = {62, 38};

    /**
     * Its pages, and where they lead.
     *
     * @param kit for those who have room, with the promotion's own offer
     * @param diary for those who have not, with the other one
     */
    record Course(Page quiz, Page kit, Page diary, OfferId offer, OfferId other) {}

    private final Course course;

    private DemoQuiz(Instant now, Scene scene, Course course) {
        super(now, scene, SEED);
        this.course = course;
    }

    static DemoVisits upTo(Instant now, Scene scene, Course course) {
        DemoQuiz quiz = new DemoQuiz(now, scene, course);
        quiz.come(CLICKS, LINK_SHARES);
        return quiz;
    }

    @Override
    Page entry(SiteEvent.Click click) {
        return course.quiz;
    }

    @Override
    void read(SiteEvent.Click click, Instant at, int link) {
        if (!chance(link == 0 ? 64 : 71)) {
            return;
        }
        boolean room = chance(66);
        Page end = room ? course.kit : course.diary;
        Instant answered = at.plusSeconds(12 + below(40));
        view(click, end, answered);
        if (chance(room ? 52 : 38)) {
            Instant left = answered.plusSeconds(5 + below(60));
            goOn(click, end, room ? Optional.empty() : Optional.of(course.other), left);
            if (chance(room ? 14 : 22)) {
                Instant signedUp = left.plus(Duration.ofSeconds(90 + below(3_000)));
                buy(click, room ? course.offer : course.other, signedUp, room ? 400 : 180, 0);
            }
        }
    }
}
