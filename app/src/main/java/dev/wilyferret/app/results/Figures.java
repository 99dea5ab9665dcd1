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
import dev.wilyferret.core.id.LinkId;
import dev.wilyferret.core.id.PageId;
import dev.wilyferret.core.id.PromotionId;
import dev.wilyferret.core.id.UuidV7;
import dev.wilyferret.core.id.VariantId;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.sale.SaleSums;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.NavigableMap;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.UUID;
import java.util.function.BiConsumer;
import java.util.function.BooleanSupplier;
import java.util.function.Consumer;
import java.util.function.Predicate;
import java.util.stream.Collectors;
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

    /** A sheet, or the part of it that lies between two moments. A sheet that is made again is another one. */
    private record Part(long made, Instant from, Instant until) {

        static Part whole(FigureStore.Made made) {
            return new Part(made.made(), Instant.MIN, Instant.MAX);
        }
    }

    private record Cached(Tally tally, int bytes) {}

    private final FigureStore store;
    private final Making making;
    private final VisitWork work;
    private final Clock clock;
    private final Cache<Part, Cached> kept = Caffeine.newBuilder()
            .maximumWeight(CACHED_BYTES)
            .weigher((Part key, Cached cached) -> cached.bytes + 200)
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
        return shown(workspace)
                .map(shown -> gather(shown, period, promotion -> true))
                .orElse(Map.of());
    }

    /** By the link they came by, of all there ever were; of one promotion or of all. Visitors are not told apart, which costs most. */
    @Transactional(readOnly = true, isolation = Isolation.REPEATABLE_READ)
    public Map<LinkId, Tally.Clicks> clicksByLink(WorkspaceId workspace, Optional<PromotionId> only) {
        Map<LinkId, Tally.Clicks> clicks = new HashMap<>();
        shown(workspace)
                .map(shown -> parts(
                        shown,
                        Period.EVER,
                        promotion -> only.isEmpty() || only.get().equals(promotion)))
                .orElse(Map.of())
                .values()
                .forEach(parts -> parts.forEach(tally -> tally.byLink()
                        .forEach((link, some) -> link.ifPresent(id -> clicks.merge(id, some, Tally.Clicks::plus)))));
        return clicks;
    }

    /** Of some promotions; one without a visit in the period has no tally. */
    @Transactional(readOnly = true, isolation = Isolation.REPEATABLE_READ)
    public Map<PromotionId, Tally> of(WorkspaceId workspace, Set<PromotionId> some, Period period) {
        return shown(workspace)
                .map(shown -> gather(shown, period, some::contains))
                .orElse(Map.of());
    }

    @Transactional(readOnly = true, isolation = Isolation.REPEATABLE_READ)
    public Tally of(WorkspaceId workspace, PromotionId promotion, Period period) {
        return of(workspace, Set.of(promotion), period).getOrDefault(promotion, Tally.NONE);
    }

    /**
     * A promotion's tallies by UTC day; days without a visit are missing.
     *
     * @param first the first UTC day
     */
    @Transactional(readOnly = true, isolation = Isolation.REPEATABLE_READ)
    public SortedMap<LocalDate, Tally> daily(WorkspaceId workspace, PromotionId promotion, LocalDate first) {
        Map<LocalDate, List<Tally>> parts = new HashMap<>();
        shown(workspace).ifPresent(shown -> {
            Period period = new Period(first, LocalDate.ofInstant(clock.instant(), ZoneOffset.UTC), ZoneOffset.UTC);
            Sheets sheets = sheets(shown, period, promotion::equals);
            wholeDays(shown, sheets.asTheyAre()).forEach((made, tally) -> add(parts, made.day(), tally));
            sheets.cut.forEach((made, without) ->
                    cut(shown, made, period, without).ifPresent(tally -> add(parts, made.day(), tally)));
            sheets.beside.stream()
                    .filter(visit -> period.holds(visit.at()))
                    .collect(Collectors.groupingBy(Visit::day))
                    .forEach((day, visits) -> add(parts, day, Tally.of(visits)));
        });
        SortedMap<LocalDate, Tally> daily = new TreeMap<>();
        parts.forEach((day, all) -> daily.put(day, Tally.sum(all)));
        return daily;
    }

    /**
     * A promotion's tallies told apart by what their visits have of some dimensions, in their order; empty where it is not known.
     */
    @Transactional(readOnly = true, isolation = Isolation.REPEATABLE_READ)
    public Map<List<String>, Tally> of(
            WorkspaceId workspace, PromotionId promotion, Period period, List<Dimension> dimensions) {
        Map<List<String>, List<Tally>> parts = new HashMap<>();
        read(
                workspace,
                promotion,
                period,
                sheet -> add(parts, sheet.by(dimensions)),
                (sheet, without) -> add(parts, sheet.by(dimensions, period.from(), period.until(), without)));
        Map<List<String>, Tally> tallies = new HashMap<>();
        parts.forEach((key, all) -> tallies.put(key, Tally.sum(all)));
        return tallies;
    }

    /** What was sold on counted visits of a promotion, by each variant that was drawn on them: of two rotations by both. */
    @Transactional(readOnly = true, isolation = Isolation.REPEATABLE_READ)
    public Map<VariantId, SaleSums> soldByVariant(WorkspaceId workspace, PromotionId promotion, Period period) {
        Map<VariantId, SaleSums> sold = new HashMap<>();
        BiConsumer<VariantId, SaleSums> add = (variant, sums) -> sold.merge(variant, sums, SaleSums::plus);
        read(
                workspace,
                promotion,
                period,
                sheet -> sheet.soldByVariant().forEach(add),
                (sheet, without) -> sheet.soldByVariant(period.from(), period.until(), without)
                        .forEach(add));
        return sold;
    }

    /**
     * Reads a promotion's sheets of a period.
     *
     * @param whole takes one of which everything counts
     * @param some takes one of which only what is in the period does, without some visits
     */
    private void read(
            WorkspaceId workspace,
            PromotionId promotion,
            Period period,
            Consumer<Sheet> whole,
            BiConsumer<Sheet, Set<ClickId>> some) {
        shown(workspace).ifPresent(shown -> {
            Sheets sheets = sheets(shown, period, promotion::equals);
            Map<Long, Set<ClickId>> cut = sheets.cut.entrySet().stream()
                    .collect(Collectors.toMap(one -> one.getKey().made(), Map.Entry::getValue));
            store.sheets(
                    shown,
                    promotion,
                    period.firstUtcDay(),
                    period.lastUtcDay(),
                    cut.keySet(),
                    (made, sheet) -> Optional.ofNullable(cut.get(made))
                            .ifPresentOrElse(without -> some.accept(sheet, without), () -> whole.accept(sheet)));
            whole.accept(Sheet.of(
                    promotion,
                    sheets.beside.stream()
                            .filter(visit -> period.holds(visit.at()))
                            .toList()));
        });
    }

    /**
     * The clicks behind a figure of a promotion, the latest first.
     *
     * @param before only those before this one
     */
    @Transactional(readOnly = true, isolation = Isolation.REPEATABLE_READ)
    public List<ClickId> behind(
            WorkspaceId workspace,
            PromotionId promotion,
            Period period,
            Behind behind,
            Optional<ClickId> before,
            int most) {
        return shown(workspace)
                .map(shown -> behind(shown, promotion, period, behind, before, most))
                .orElse(List.of());
    }

    private List<ClickId> behind(
            Generation shown, PromotionId promotion, Period period, Behind behind, Optional<ClickId> before, int most) {
        Sheets sheets = sheets(shown, period, promotion::equals);
        Map<LocalDate, List<Visit>> beside = sheets.beside.stream().collect(Collectors.groupingBy(Visit::day));
        NavigableMap<LocalDate, NavigableMap<UUID, FigureStore.Made>> parts = new TreeMap<>();
        beside.keySet().forEach(day -> parts.put(day, new TreeMap<>()));
        wholeDays(shown, sheets.all).forEach((made, tally) -> {
            if (tally.has(behind)) {
                parts.computeIfAbsent(made.day(), fresh -> new TreeMap<>()).put(made.part(), made);
            }
        });
        List<ClickId> clicks = new ArrayList<>();
        LocalDate last = before.map(Figures::day).orElse(LocalDate.MAX);
        for (Map.Entry<LocalDate, NavigableMap<UUID, FigureStore.Made>> day :
                parts.headMap(last, true).descendingMap().entrySet()) {
            List<ClickId> ofDay = new ArrayList<>();
            for (FigureStore.Made part : day.getValue().descendingMap().values()) {
                if (ofDay.size() < most) {
                    Set<ClickId> without = sheets.cut.getOrDefault(part, Set.of());
                    store.sheet(part.in(shown))
                            .map(sheet -> sheet.behind(behind, period.from(), period.until(), before, without, most))
                            .ifPresent(ofDay::addAll);
                }
            }
            beside.getOrDefault(day.getKey(), List.of()).stream()
                    .filter(visit -> visit.is(behind) && period.holds(visit.at()))
                    .map(Visit::click)
                    .filter(click -> before.isEmpty()
                            || click.value().compareTo(before.get().value()) < 0)
                    .forEach(ofDay::add);
            ofDay.sort(Comparator.comparing(ClickId::value).reversed());
            clicks.addAll(ofDay);
            if (clicks.size() >= most) {
                return clicks.subList(0, most);
            }
        }
        return clicks;
    }

    private static LocalDate day(ClickId click) {
        return LocalDate.ofInstant(UuidV7.momentOf(click.value()), ZoneOffset.UTC);
    }

    /** Waits until what was just written about a click is in the figures, two seconds at most: who changes one looks at it next. */
    public void follow(WorkspaceId workspace, ClickId click) {
        await(PATIENCE, () -> !work.waits(workspace, click));
    }

    /** Waits until all that was written before is in the figures, and they are whole. False if that takes longer. */
    public boolean settle(WorkspaceId workspace, Duration patience) {
        return await(
                patience,
                () -> waiting(workspace) == 0 && percentMade(workspace).isEmpty());
    }

    private boolean await(Duration patience, BooleanSupplier come) {
        Instant end = clock.instant().plus(patience);
        try {
            while (!come.getAsBoolean()) {
                if (clock.instant().isAfter(end)) {
                    return false;
                }
                Thread.sleep(LOOK_AGAIN);
            }
            return true;
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            return false;
        }
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

    /**
     * The sheets of a period.
     *
     * @param cut those that do not count whole, with the clicks that stand elsewhere
     * @param beside the visits that stand elsewhere
     */
    private record Sheets(List<FigureStore.Made> all, Map<FigureStore.Made, Set<ClickId>> cut, List<Visit> beside) {

        /** Those that count whole. */
        List<FigureStore.Made> asTheyAre() {
            return all.stream().filter(one -> !cut.containsKey(one)).toList();
        }
    }

    private Sheets sheets(Generation shown, Period period, Predicate<PromotionId> some) {
        LocalDate first = period.firstUtcDay();
        LocalDate last = period.lastUtcDay();
        List<Visit> beside = store.beside(shown.workspace(), shown.number(), first, last).stream()
                .filter(visit -> some.test(visit.promotion()))
                .toList();
        List<FigureStore.Made> all = store.made(shown.workspace(), shown.number(), first, last).stream()
                .filter(made -> some.test(made.promotion()))
                .toList();
        Map<FigureStore.Made, Set<ClickId>> cut = new HashMap<>();
        Map<PromotionId, Map<LocalDate, NavigableMap<UUID, FigureStore.Made>>> parts = new HashMap<>();
        for (FigureStore.Made made : all) {
            parts.computeIfAbsent(made.promotion(), fresh -> new HashMap<>())
                    .computeIfAbsent(made.day(), fresh -> new TreeMap<>())
                    .put(made.part(), made);
            if (!period.holds(made.day())) {
                cut.put(made, new HashSet<>());
            }
        }
        for (Visit visit : beside) {
            Optional.ofNullable(parts.getOrDefault(visit.promotion(), Map.of()).get(visit.day()))
                    .map(ofDay -> ofDay.floorEntry(visit.click().value()))
                    .ifPresent(part -> cut.computeIfAbsent(part.getValue(), fresh -> new HashSet<>())
                            .add(visit.click()));
        }
        return new Sheets(all, cut, beside);
    }

    private Map<PromotionId, Tally> gather(Generation shown, Period period, Predicate<PromotionId> some) {
        Map<PromotionId, Tally> tallies = new HashMap<>();
        parts(shown, period, some).forEach((promotion, all) -> tallies.put(promotion, Tally.sum(all)));
        return tallies;
    }

    /** What adds up to the tally of each promotion. */
    private Map<PromotionId, List<Tally>> parts(Generation shown, Period period, Predicate<PromotionId> some) {
        Map<PromotionId, List<Tally>> parts = new HashMap<>();
        Sheets sheets = sheets(shown, period, some);
        wholeDays(shown, sheets.asTheyAre()).forEach((made, tally) -> add(parts, made.promotion(), tally));
        sheets.cut.forEach((made, without) ->
                cut(shown, made, period, without).ifPresent(tally -> add(parts, made.promotion(), tally)));
        sheets.beside.stream()
                .filter(visit -> period.holds(visit.at()))
                .collect(Collectors.groupingBy(Visit::promotion))
                .forEach((promotion, visits) -> add(parts, promotion, Tally.of(visits)));
        return parts;
    }

    /** Of a sheet what lies in a period. The days at its edges are asked for again and again. */
    private Optional<Tally> cut(Generation shown, FigureStore.Made made, Period period, Set<ClickId> without) {
        Instant begins = made.day().atStartOfDay(ZoneOffset.UTC).toInstant();
        Instant ends = begins.plus(Duration.ofDays(1));
        Instant from = begins.isAfter(period.from()) ? begins : period.from();
        Instant until = ends.isBefore(period.until()) ? ends : period.until();
        Part part = new Part(made.made(), from, until);
        Optional<Tally> known = Optional.ofNullable(kept.getIfPresent(part))
                .filter(cached -> without.isEmpty())
                .map(Cached::tally);
        if (known.isPresent()) {
            return known;
        }
        Optional<Tally> counted = store.sheet(made.in(shown)).map(sheet -> sheet.tally(from, until, without));
        counted.filter(tally -> without.isEmpty())
                .ifPresent(tally -> kept.put(part, new Cached(tally, tally.bytes().length)));
        return counted;
    }

    private static <K> void add(Map<K, List<Tally>> parts, K of, Tally tally) {
        parts.computeIfAbsent(of, fresh -> new ArrayList<>()).add(tally);
    }

    private Map<FigureStore.Made, Tally> wholeDays(Generation shown, List<FigureStore.Made> days) {
        Map<FigureStore.Made, Tally> tallies = new HashMap<>();
        List<FigureStore.Made> missing = new ArrayList<>();
        for (FigureStore.Made day : days) {
            Optional.ofNullable(kept.getIfPresent(Part.whole(day)))
                    .ifPresentOrElse(cached -> tallies.put(day, cached.tally), () -> missing.add(day));
        }
        store.tallies(shown.workspace(), shown.number(), missing).forEach((made, bytes) -> {
            Tally tally = Tally.read(bytes);
            kept.put(Part.whole(made), new Cached(tally, bytes.length));
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

    /** How many clicks are set aside, by why, in a sentence about one of them. */
    @Transactional(readOnly = true)
    public SortedMap<String, Long> setAside(WorkspaceId workspace) {
        return store.aside(workspace);
    }
}
