package dev.wilyferret.app.pages;

import dev.wilyferret.core.id.PageId;
import java.time.Clock;
import java.time.Instant;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Component;

/** What scripts of pages elsewhere told and the site did not take, for their bench: the last few of each page since the program started. */
@Component
public class NotTaken {

    private static final int MOST_A_PAGE = 10;
    private static final int MOST_PAGES = 500;

    /**
     * @param why in a sentence
     * @param step the name of a step that is not among the page's; empty if it was something else
     */
    public record One(Instant at, String why, String step) {}

    private final Map<PageId, Deque<One>> byPage = new LinkedHashMap<>();
    private final Clock clock;

    NotTaken(Clock clock) {
        this.clock = clock;
    }

    public void note(PageId page, String why) {
        note(page, why, "");
    }

    /** A step whose name is not among those of the page. */
    public void unlisted(PageId page, String step) {
        note(page, "It has no step called “%s”.".formatted(step), step);
    }

    private synchronized void note(PageId page, String why, String step) {
        Deque<One> some = byPage.computeIfAbsent(page, fresh -> new ArrayDeque<>());
        some.removeIf(one -> one.why.equals(why));
        some.addFirst(new One(clock.instant(), why, step));
        if (some.size() > MOST_A_PAGE) {
            some.removeLast();
        }
        if (byPage.size() > MOST_PAGES) {
            byPage.remove(byPage.keySet().iterator().next());
        }
    }

    /** The latest first; the same again is there once. */
    public synchronized List<One> of(PageId page) {
        return List.copyOf(byPage.getOrDefault(page, new ArrayDeque<>()));
    }

    /** Forgets what was said of a page, since it may be mended. */
    public synchronized void mended(PageId page) {
        byPage.remove(page);
    }
}
