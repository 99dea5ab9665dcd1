package dev.wilyferret.app.results;

import dev.wilyferret.app.clicks.PastClicks;
import dev.wilyferret.app.leads.Leads;
import dev.wilyferret.app.sales.Sales;
import dev.wilyferret.core.figures.Visit;
import dev.wilyferret.core.id.ClickId;
import dev.wilyferret.core.id.UuidV7;
import dev.wilyferret.core.id.VisitorId;
import dev.wilyferret.core.id.WorkspaceId;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/** Tells visits anew, each whole, from what the rooms keep of their clicks. */
@Component
class Retelling {

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

    /** What the log says of some clicks, written nowhere; a visitor without a number gets one that nobody has. */
    List<Visit> onlyRead(Generation generation, Collection<ClickId> some) {
        Instant now = clock.instant();
        List<Known> known = known(
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

    /** Of the clicks that are there. */
    List<Known> known(WorkspaceId workspace, Collection<ClickId> some) {
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
