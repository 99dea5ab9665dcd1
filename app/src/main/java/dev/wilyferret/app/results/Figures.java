package dev.wilyferret.app.results;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import dev.wilyferret.app.clicks.VisitWork;
import dev.wilyferret.core.figures.Behind;
import dev.wilyferret.core.figures.Dimension;
import dev.wilyferret.core.figures.Period;
import dev.wilyferret.core.figures.Rate;
import dev.wilyferret.core.figures.Sheet;
import dev.wilyferret.core.figures.Station;
import dev.wilyferret.core.figures.Tally;
import dev.wilyferret.core.figures.Visit;
import dev.wilyferret.core.id.ClickId;
import dev.wilyferret.core.id.PageId;
import dev.wilyferret.core.id.PromotionId;
import dev.wilyferret.core.id.WorkspaceId;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.NavigableMap;
import java.util.NavigableSet;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Isolation;
import org.springframework.transaction.annotation.Transactional;

/**
 * Answers what visits added up to. Every figure on a screen comes from here. A question reads one state of the tables, so that
 * sheets that are made again, or a generation that takes the place of another meanwhile, are seen whole or not at all.
 */
@Service
public class Figures {

    private static final long CACHED_BYTES = 48L << 20;
    private static final Duration PATIENCE = Duration.ofSeconds(2);
    private static final Duration LOOK_AGAIN = Duration.ofMillis(20);

    private record Place(PromotionId promotion, LocalDate day) {

        static Place of(Visit visit) {
            return new Place(visit.promotion(), visit.day());
        }
    }

    private record Whole(WorkspaceId workspace, int generation, FigureStore.Made made) {}

    private record Cached(Tally tally, int bytes) {}

    private final FigureStore store;
    private final Making making;
    private final VisitWork work;
    private final Clock clock;
    private final Cache<Whole, Cached> whole = Caffeine.newBuilder()
            .maximumWeight(CACHED_BYTES)
            .weigher((Whole key, Cached cached) -> cached.bytes + 200)
            .build();

    Figures(FigureStore store, Making making, VisitWork work, Clock clock) {
        this.store = store;
        this.work = work;
        this.clock = clock;
        this.making = making;
    }

    /** By promotion; one without a visit in the period has no tally. */
    @Transactional(readOnly = true, isolation = Isolation.REPEATABLE_READ)
    public Map<PromotionId, Tally> of(WorkspaceId workspace, Period period) {
        Optional<Generation> shown = shown(workspace);
        if (shown.isEmpty()) {
            return Map.of();
        }
        Map<PromotionId, List<Tally>> parts = new HashMap<>();
        gather(shown.get(), period, parts);
        Map<PromotionId, Tally> tallies = new HashMap<>();
        parts.forEach((promotion, all) -> tallies.put(promotion, Tally.sum(all)));
        return tallies;
    }

    @Transactional(readOnly = true, isolation = Isolation.REPEATABLE_READ)
    public Tally of(WorkspaceId workspace, PromotionId promotion, Period period) {
        return of(workspace, period).getOrDefault(promotion, Tally.NONE);
    }

    /**
     * A promotion's tallies told apart by what their visits have of some dimensions, in their order; empty where it is not known.
     */
    @Transactional(readOnly = true, isolation = Isolation.REPEATABLE_READ)
    public Map<List<String>, Tally> of(
            WorkspaceId workspace, PromotionId promotion, Period period, List<Dimension> dimensions) {
        Map<List<String>, List<Tally>> parts = new HashMap<>();
        shown(workspace).ifPresent(shown -> {
            Map<LocalDate, List<Visit>> beside =
                    store.beside(workspace, shown.number(), period.firstUtcDay(), period.lastUtcDay()).stream()
                            .filter(visit -> visit.promotion().equals(promotion))
                            .collect(Collectors.groupingBy(Visit::day));
            Set<LocalDate> cut = new HashSet<>(beside.keySet());
            Stream.of(period.firstUtcDay(), period.lastUtcDay())
                    .filter(day -> !period.holds(day))
                    .forEach(cut::add);
            store.sheets(shown, promotion, period.firstUtcDay(), period.lastUtcDay(), cut, (day, sheet) -> {
                Set<ClickId> without = beside.getOrDefault(day, List.of()).stream()
                        .map(Visit::click)
                        .collect(Collectors.toSet());
                add(
                        parts,
                        cut.contains(day)
                                ? sheet.by(dimensions, period.from(), period.until(), without)
                                : sheet.by(dimensions));
            });
            List<Visit> changed = beside.values().stream()
                    .flatMap(List::stream)
                    .filter(visit -> period.holds(visit.at()))
                    .toList();
            add(parts, Sheet.of(promotion, changed).by(dimensions, period.from(), period.until(), Set.of()));
        });
        Map<List<String>, Tally> tallies = new HashMap<>();
        parts.forEach((key, all) -> tallies.put(key, Tally.sum(all)));
        return tallies;
    }

    /** The clicks behind a figure of a promotion, the latest first. */
    @Transactional(readOnly = true, isolation = Isolation.REPEATABLE_READ)
    public List<ClickId> behind(WorkspaceId workspace, PromotionId promotion, Period period, Behind behind, int most) {
        return shown(workspace)
                .map(shown -> behind(shown, promotion, period, behind, most))
                .orElse(List.of());
    }

    private List<ClickId> behind(Generation shown, PromotionId promotion, Period period, Behind behind, int most) {
        NavigableMap<LocalDate, List<Visit>> beside = new TreeMap<>();
        for (Visit visit : store.beside(shown.workspace(), shown.number(), period.firstUtcDay(), period.lastUtcDay())) {
            if (visit.promotion().equals(promotion)) {
                beside.computeIfAbsent(visit.day(), fresh -> new ArrayList<>()).add(visit);
            }
        }
        List<FigureStore.Made> made =
                store.made(shown.workspace(), shown.number(), period.firstUtcDay(), period.lastUtcDay()).stream()
                        .filter(one -> one.promotion().equals(promotion))
                        .toList();
        Set<LocalDate> sheets = wholeDays(shown, made).entrySet().stream()
                .filter(day -> day.getValue().has(behind))
                .map(day -> day.getKey().day())
                .collect(Collectors.toSet());
        NavigableSet<LocalDate> days = new TreeSet<>(beside.keySet());
        days.addAll(sheets);
        List<ClickId> clicks = new ArrayList<>();
        for (LocalDate day : days.descendingSet()) {
            List<Visit> changed = beside.getOrDefault(day, List.of());
            List<ClickId> ofDay = new ArrayList<>();
            changed.stream()
                    .filter(visit -> visit.is(behind) && period.holds(visit.at()))
                    .map(Visit::click)
                    .forEach(ofDay::add);
            if (sheets.contains(day)) {
                Set<ClickId> without = changed.stream().map(Visit::click).collect(Collectors.toSet());
                store.sheet(shown.workspace(), shown.number(), promotion, day)
                        .map(sheet -> sheet.behind(behind, period.from(), period.until(), without, most))
                        .ifPresent(ofDay::addAll);
            }
            ofDay.sort(Comparator.comparing(ClickId::value).reversed());
            clicks.addAll(ofDay);
            if (clicks.size() >= most) {
                return clicks.subList(0, most);
            }
        }
        return clicks;
    }

    /** Waits until what was just written about a click is in the figures, two seconds at most: who changes one looks at it next. */
    public void follow(WorkspaceId workspace, ClickId click) {
        Instant patience = clock.instant().plus(PATIENCE);
        try {
            while (work.waits(workspace, click) && clock.instant().isBefore(patience)) {
                Thread.sleep(LOOK_AGAIN);
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    /** Waits until all that was written before is in the figures, and they are whole. False if that takes longer. */
    public boolean settle(WorkspaceId workspace, Duration patience) {
        Instant end = clock.instant().plus(patience);
        try {
            while (waiting(workspace) > 0 || percentMade(workspace).isPresent()) {
                if (clock.instant().isAfter(end)) {
                    return false;
                }
                Thread.sleep(LOOK_AGAIN);
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            return false;
        }
        return true;
    }

    private static void add(Map<List<String>, List<Tally>> parts, Map<List<String>, Tally> more) {
        more.forEach((key, tally) ->
                parts.computeIfAbsent(key, fresh -> new ArrayList<>()).add(tally));
    }

    /** By page, of all there ever was: of its visitors, those who went on from it or left an address on it. */
    @Transactional(readOnly = true, isolation = Isolation.REPEATABLE_READ)
    public Map<PageId, Rate> ledOn(WorkspaceId workspace) {
        Map<PageId, Rate> rates = new HashMap<>();
        of(workspace, Period.EVER)
                .values()
                .forEach(tally -> tally.stations().forEach(station -> {
                    if (station instanceof Station.Page(PageId page)) {
                        long led = tally.visitors(leg -> leg.from().equals(Optional.of(station)));
                        rates.put(page, new Rate(led, tally.reached(station)));
                    }
                }));
        return rates;
    }

    private Optional<Generation> shown(WorkspaceId workspace) {
        return store.generations(workspace).stream().filter(Generation::shown).findFirst();
    }

    private void gather(Generation shown, Period period, Map<PromotionId, List<Tally>> parts) {
        LocalDate first = period.firstUtcDay();
        LocalDate last = period.lastUtcDay();
        Map<Place, List<Visit>> beside = store.beside(shown.workspace(), shown.number(), first, last).stream()
                .collect(Collectors.groupingBy(Place::of));
        List<FigureStore.Made> asTheyAre = new ArrayList<>();
        for (FigureStore.Made made : store.made(shown.workspace(), shown.number(), first, last)) {
            Place place = new Place(made.promotion(), made.day());
            if (period.holds(made.day()) && !beside.containsKey(place)) {
                asTheyAre.add(made);
            } else {
                Set<ClickId> without = beside.getOrDefault(place, List.of()).stream()
                        .map(Visit::click)
                        .collect(Collectors.toSet());
                store.sheet(shown.workspace(), shown.number(), made.promotion(), made.day())
                        .map(sheet -> sheet.tally(period.from(), period.until(), without))
                        .ifPresent(tally -> add(parts, made.promotion(), tally));
            }
        }
        wholeDays(shown, asTheyAre).forEach((made, tally) -> add(parts, made.promotion(), tally));
        beside.forEach((place, visits) -> add(
                parts,
                place.promotion,
                Tally.of(visits.stream()
                        .filter(visit -> period.holds(visit.at()))
                        .toList())));
    }

    private static void add(Map<PromotionId, List<Tally>> parts, PromotionId promotion, Tally tally) {
        parts.computeIfAbsent(promotion, fresh -> new ArrayList<>()).add(tally);
    }

    private Map<FigureStore.Made, Tally> wholeDays(Generation shown, List<FigureStore.Made> days) {
        Map<FigureStore.Made, Tally> tallies = new HashMap<>();
        List<FigureStore.Made> missing = new ArrayList<>();
        for (FigureStore.Made day : days) {
            Optional.ofNullable(whole.getIfPresent(new Whole(shown.workspace(), shown.number(), day)))
                    .ifPresentOrElse(cached -> tallies.put(day, cached.tally), () -> missing.add(day));
        }
        store.tallies(shown.workspace(), shown.number(), missing).forEach((made, bytes) -> {
            Tally tally = Tally.read(bytes);
            whole.put(new Whole(shown.workspace(), shown.number(), made), new Cached(tally, bytes.length));
            tallies.put(made, tally);
        });
        return tallies;
    }

    /** How much of the figures is made, 0 to 99 in a hundred; empty once all are. */
    @Transactional(readOnly = true)
    public Optional<Integer> percentMade(WorkspaceId workspace) {
        return shown(workspace).filter(one -> !one.whole()).map(Figures::percent);
    }

    /** How much of the figures is counted again beside those that are shown; empty if they are not being counted. */
    @Transactional(readOnly = true)
    public Optional<Integer> percentMadeAnew(WorkspaceId workspace) {
        return store.generations(workspace).stream()
                .filter(one -> !one.shown())
                .findFirst()
                .map(Figures::percent);
    }

    /** Begins to count all there is in the log again, in the background; false if that is being done. */
    @Transactional
    public boolean countAnew(WorkspaceId workspace) {
        boolean busy = store.generations(workspace).stream().anyMatch(one -> !one.whole());
        if (!busy) {
            making.beginAnew(workspace);
        }
        return !busy;
    }

    private static int percent(Generation generation) {
        long all = ChronoUnit.DAYS.between(generation.firstDay(), generation.lastDay()) + 1;
        long left = ChronoUnit.DAYS.between(
                generation.firstDay(), generation.madeFrom().orElse(generation.firstDay()));
        return Math.clamp(100 * (all - left) / all, 0, 99);
    }

    /** Of how many clicks something was written that is not in the figures yet. */
    @Transactional(readOnly = true)
    public long waiting(WorkspaceId workspace) {
        return work.waiting(workspace);
    }

    /** How many clicks could not be told: their log entry is missing, or dated ahead. */
    @Transactional(readOnly = true)
    public long setAside(WorkspaceId workspace) {
        return store.aside(workspace);
    }
}
