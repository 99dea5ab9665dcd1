package dev.wilyferret.app.results;

import dev.wilyferret.app.clicks.PastClicks;
import dev.wilyferret.app.leads.Leads;
import dev.wilyferret.app.sales.Sales;
import dev.wilyferret.app.storage.DatabaseAway;
import dev.wilyferret.core.figures.Visit;
import dev.wilyferret.core.id.ClickId;
import dev.wilyferret.core.id.UuidV7;
import dev.wilyferret.core.id.VisitorId;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.text.Fault;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;

/** Tells visits anew, each whole, from what the rooms keep of their clicks. */
@Component
class Retelling {

    private static final Logger LOG = LoggerFactory.getLogger(Retelling.class);
    private static final Duration AHEAD = Duration.ofHours(1);
    private static final int NOBODY = Integer.MAX_VALUE;

    private final PastClicks clicks;
    private final Leads leads;
    private final Sales sales;
    private final FigureStore store;
    private final Clock clock;

    Retelling(PastClicks clicks, Leads leads, Sales sales, FigureStore store, Clock clock) {
        this.clock = clock;
        this.clicks = clicks;
        this.leads = leads;
        this.sales = sales;
        this.store = store;
    }

    /** All that is kept of some clicks, by visitor. */
    record Known(VisitorId visitor, Visit.Kept kept) {}

    /** Some clicks could not be told together; {@link #setUntoldAside} finds which of them it is. */
    static final class Untold extends RuntimeException {
        private static final long serialVersionUID = 1L;
        private final transient WorkspaceId workspace;
        private final transient List<ClickId> clicks;

        private Untold(WorkspaceId workspace, Collection<ClickId> clicks, RuntimeException why) {
            super("Of %d clicks not all can be told: %s".formatted(clicks.size(), why), why);
            this.workspace = workspace;
            this.clicks = List.copyOf(clicks);
        }
    }

    /** Those of the clicks that are not dated more than an hour ahead; the others are set aside. */
    Set<ClickId> notAhead(WorkspaceId workspace, Collection<ClickId> some) {
        Instant now = clock.instant();
        Map<Boolean, Set<ClickId>> byAhead =
                some.stream().collect(Collectors.partitioningBy(click -> ahead(click, now), Collectors.toSet()));
        byAhead.get(true).forEach(click -> store.setAside(workspace, click, FigureStore.AHEAD, now));
        return byAhead.get(false);
    }

    private static boolean ahead(ClickId click, Instant now) {
        return UuidV7.momentOf(click.value()).isAfter(now.plus(AHEAD));
    }

    /**
     * What the log says of some clicks, written nowhere; a visitor without a number gets one that nobody has.
     *
     * @throws Untold if one that is not set aside cannot be told
     */
    List<Visit> onlyRead(Generation generation, Collection<ClickId> some) {
        Instant now = clock.instant();
        List<Known> known = tellable(
                generation.workspace(),
                some.stream().filter(click -> !ahead(click, now)).toList());
        Map<VisitorId, Integer> numbers = store.known(
                generation.workspace(),
                generation.number(),
                known.stream().map(Known::visitor).toList());
        return known.stream()
                .map(one -> Visit.of(one.kept, numbers.getOrDefault(one.visitor, NOBODY)))
                .toList();
    }

    /**
     * Of the clicks that are there and not set aside as those that cannot be told.
     *
     * @throws Untold if another cannot be told either
     */
    List<Known> tellable(WorkspaceId workspace, Collection<ClickId> some) {
        Set<ClickId> aside = store.untold(workspace, some);
        return known(
                workspace, some.stream().filter(click -> !aside.contains(click)).toList());
    }

    /** Sets those aside that cannot be told by themselves either, so that all others can; to be called outside a transaction. */
    void setUntoldAside(Untold untold) {
        setUntoldAside(untold.workspace, untold.clicks);
    }

    private void setUntoldAside(WorkspaceId workspace, List<ClickId> some) {
        try {
            known(workspace, some);
        } catch (Untold trouble) {
            if (some.size() == 1) {
                setUntoldAside(workspace, some.getFirst(), trouble);
            } else {
                setUntoldAside(workspace, some.subList(0, some.size() / 2));
                setUntoldAside(workspace, some.subList(some.size() / 2, some.size()));
            }
        }
    }

    /** It is tried again after a while. */
    void setUntoldAside(WorkspaceId workspace, ClickId click, RuntimeException why) {
        LOG.error("The visit of click {} cannot be told: {}", click, Fault.of(why));
        store.setAside(workspace, click, FigureStore.UNTOLD, clock.instant());
    }

    /**
     * Of the clicks that are there.
     *
     * @throws Untold if one cannot be told; what fails for the database's sake is told as such
     */
    List<Known> known(WorkspaceId workspace, Collection<ClickId> some) {
        try {
            return read(workspace, some);
        } catch (RuntimeException trouble) {
            throw DatabaseAway.mayPass(trouble) ? trouble : new Untold(workspace, some, trouble);
        }
    }

    private List<Known> read(WorkspaceId workspace, Collection<ClickId> some) {
        List<PastClicks.Past> past = clicks.of(workspace, some);
        List<ClickId> there = past.stream().map(PastClicks.Past::click).toList();
        Map<ClickId, Visit.People> people = leads.of(workspace, there);
        Map<ClickId, List<Visit.Reported>> sold = sales.reported(workspace, there);
        return past.stream()
                .map(one -> new Known(
                        one.visitor(),
                        new Visit.Kept(
                                one.click(),
                                one.promotion(),
                                one.standing(),
                                one.known(),
                                one.followed(),
                                people.getOrDefault(one.click(), Visit.People.NONE),
                                sold.getOrDefault(one.click(), List.of()))))
                .toList();
    }

    /** The visits, with the numbers that visitors have in a generation. */
    List<Visit> visits(Generation generation, List<Known> known) {
        Map<VisitorId, Integer> numbers = store.numbers(
                generation.workspace(),
                generation.number(),
                known.stream().map(Known::visitor).toList());
        return known.stream()
                .map(one -> Visit.of(one.kept, numbers.get(one.visitor)))
                .toList();
    }
}
