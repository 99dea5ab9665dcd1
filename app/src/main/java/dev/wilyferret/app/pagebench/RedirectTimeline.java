package dev.wilyferret.app.pagebench;

import dev.wilyferret.core.id.ClickId;
import dev.wilyferret.core.id.PixelId;
import dev.wilyferret.core.page.Hold;
import dev.wilyferret.core.pixel.PixelAnswer;
import dev.wilyferret.core.visit.SiteEvent;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.OptionalLong;
import java.util.stream.Collectors;

/**
 * The redirect page's time line in milliseconds, drawn to one scale: the set-up, and the last real visits.
 *
 * @param endMillis the right end of the scale
 */
record RedirectTimeline(int endMillis, List<Visit> visits) {

    private static final int VISITS = 8;
    private static final int WIDTH = 800;

    /** A pixel's asking on the scale; x in units of the drawing. */
    record Asked(PixelId pixel, PixelAnswer answer, int millis, int x) {}

    /** @param wentOnMillis from the page's opening to the visitor's being sent on; empty if they left */
    record Visit(ClickId click, Instant at, List<Asked> asked, OptionalLong wentOnMillis, int wentOnX) {

        /** Where the last pixel stands, so that words stand behind it. */
        public int lastX() {
            return asked.stream().mapToInt(Asked::x).max().orElse(0);
        }
    }

    /**
     * A pixel over the visits that are drawn.
     *
     * @param slowest of its answers, in milliseconds; 0 if there was none
     */
    public record Doing(PixelId pixel, long answered, int slowest, long failed, long blocked, long silent) {

        static Doing of(PixelId pixel, List<Asked> asked) {
            return new Doing(
                    pixel,
                    count(asked, PixelAnswer.ANSWERED) + count(asked, PixelAnswer.RAN),
                    asked.stream()
                            .filter(one -> one.answer == PixelAnswer.ANSWERED || one.answer == PixelAnswer.RAN)
                            .mapToInt(Asked::millis)
                            .max()
                            .orElse(0),
                    count(asked, PixelAnswer.FAILED),
                    count(asked, PixelAnswer.BLOCKED),
                    count(asked, PixelAnswer.NO_ANSWER_IN_TIME));
        }

        private static long count(List<Asked> asked, PixelAnswer answer) {
            return asked.stream().filter(one -> one.answer == answer).count();
        }

        /** Whether somebody should look at it. */
        public boolean odd() {
            return failed + blocked + silent > 0;
        }
    }

    /** The pixels that browsers fired in these visits. */
    public List<Doing> doings() {
        Map<PixelId, List<Asked>> byPixel = visits.stream()
                .flatMap(visit -> visit.asked.stream())
                .collect(Collectors.groupingBy(Asked::pixel, LinkedHashMap::new, Collectors.toList()));
        return byPixel.entrySet().stream()
                .map(one -> Doing.of(one.getKey(), one.getValue()))
                .toList();
    }

    static RedirectTimeline of(Hold hold, List<SiteEvent.Followed> latest) {
        List<SiteEvent.PageView> views = latest.stream()
                .filter(SiteEvent.PageView.class::isInstance)
                .map(SiteEvent.PageView.class::cast)
                .limit(VISITS)
                .toList();
        int longest = latest.stream()
                .filter(SiteEvent.PixelFired.class::isInstance)
                .mapToInt(event -> ((SiteEvent.PixelFired) event).tookMillis())
                .max()
                .orElse(0);
        int end = (Math.max(Math.max(hold.millis(), longest), 500) + 499) / 500 * 500 + 250;
        Map<ClickId, Visit> visits = new LinkedHashMap<>();
        views.forEach(view -> visits.putIfAbsent(view.click(), visit(view, latest, end)));
        return new RedirectTimeline(end, List.copyOf(visits.values()));
    }

    private static Visit visit(SiteEvent.PageView view, List<SiteEvent.Followed> latest, int end) {
        List<Asked> asked = new ArrayList<>();
        OptionalLong wentOn = OptionalLong.empty();
        for (SiteEvent.Followed event : latest) {
            if (!event.click().equals(view.click()) || event.at().isBefore(view.at())) {
                continue;
            }
            if (event instanceof SiteEvent.PixelFired fire && fire.answer() != PixelAnswer.LEFT_TO_SERVER) {
                asked.add(new Asked(fire.pixel(), fire.answer(), fire.tookMillis(), x(fire.tookMillis(), end)));
            } else if (event instanceof SiteEvent.WentOn out) {
                wentOn = OptionalLong.of(Duration.between(view.at(), out.at()).toMillis());
            }
        }
        asked.sort(Comparator.comparingInt(Asked::millis));
        return new Visit(view.click(), view.at(), List.copyOf(asked), wentOn, x(wentOn.orElse(0), end));
    }

    private static int x(long millis, int end) {
        return (int) Math.min(WIDTH, millis * WIDTH / end);
    }

    /** Where a moment stands on the scale, in units of the drawing. */
    public int x(int millis) {
        return x(millis, endMillis);
    }

    /** The marks of the scale, every half second. */
    public List<Integer> marks() {
        List<Integer> marks = new ArrayList<>();
        int step = endMillis > 2500 ? 1000 : 500;
        for (int millis = 0; millis <= endMillis; millis += step) {
            marks.add(millis);
        }
        return marks;
    }
}
