package dev.wilyferret.app.results;

import dev.wilyferret.core.figures.Sheet;
import dev.wilyferret.core.figures.Visit;
import dev.wilyferret.core.id.ClickId;
import dev.wilyferret.core.id.Id;
import dev.wilyferret.core.id.PromotionId;
import dev.wilyferret.core.id.VisitorId;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.visit.Standing;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Timestamp;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.UUID;
import java.util.function.BiConsumer;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** The tables of figures. Everything in them can be thrown away and made from the log again. */
@Repository
class FigureStore {

    /** Held for a transaction by the one program that follows. */
    private static final long FOLLOWER = 0x77_66_66_69_67L;

    static final String AHEAD = "It is dated more than an hour ahead.";
    static final String UNTOLD = "It cannot be told; the program's log says why.";
    /** After this long, what could not be told is tried again. */
    private static final Duration UNTOLD_RESTS = Duration.ofHours(1);

    static final String MISSING = "Its click is not in the log.";

    /** Below every click. */
    static final UUID BEGINNING = new UUID(0, 0);

    /** Where a sheet lies. */
    record Place(WorkspaceId workspace, int generation, PromotionId promotion, LocalDate day, UUID part) {

        /** Where a sheet that was cut off this one lies. */
        Place from(ClickId first) {
            return new Place(workspace, generation, promotion, day, first.value());
        }
    }

    /** A sheet by where it lies and which making of it. */
    record Made(PromotionId promotion, LocalDate day, UUID part, long made) {

        Place in(Generation shown) {
            return new Place(shown.workspace(), shown.number(), promotion, day, part);
        }
    }

    /**
     * How far a day that is being made was read in the log.
     *
     * @param to the last click that was read, whether it could be told or not
     * @param done whether there were no more
     */
    record Read(ClickId to, boolean done) {}

    private final JdbcClient sql;
    private final int most;

    /** @param most visits a sheet has: one of that size is made again in a fraction of a second */
    FigureStore(JdbcClient sql, @Value("${ferret.sheet-visits:30000}") int most) {
        this.sql = sql;
        this.most = most;
    }

    /** The most visits a sheet has. */
    int most() {
        return most;
    }

    /** Whether this transaction is the one that may write. */
    boolean alone() {
        return sql.sql("select pg_try_advisory_xact_lock(:key)")
                .param("key", FOLLOWER)
                .query(Boolean.class)
                .single();
    }

    List<Generation> generations(WorkspaceId workspace) {
        return sql.sql("select * from figure_generation where workspace_id = :workspace order by generation")
                .param("workspace", workspace.value())
                .query(FigureStore::generation)
                .list();
    }

    /** One that is still being made, of any workspace but some: first those whose screens wait for it, as nothing else is shown there. */
    Optional<Generation> unfinished(Collection<UUID> but) {
        return sql.sql("""
                        select * from figure_generation where made_from is not null and workspace_id <> all(:but)
                        order by shown desc, generation desc limit 1
                        """)
                .param("but", but.toArray(UUID[]::new))
                .query(FigureStore::generation)
                .optional();
    }

    /** Workspaces whose figures were never made. */
    List<WorkspaceId> without(Collection<WorkspaceId> all) {
        Set<UUID> known = new LinkedHashSet<>(sql.sql("select distinct workspace_id from figure_generation")
                .query(UUID.class)
                .list());
        return all.stream().filter(one -> !known.contains(one.value())).toList();
    }

    private static Generation generation(ResultSet row, int number) throws SQLException {
        return new Generation(
                new WorkspaceId(row.getObject("workspace_id", UUID.class)),
                row.getInt("generation"),
                row.getBoolean("shown"),
                Optional.ofNullable(row.getObject("made_from", LocalDate.class)),
                row.getObject("first_day", LocalDate.class),
                row.getObject("last_day", LocalDate.class));
    }

    void begin(Generation made) {
        sql.sql("""
                        insert into figure_generation (workspace_id, generation, shown, made_from, first_day, last_day)
                        values (:workspace, :generation, :shown, :from, :first, :last)
                        """)
                .param("workspace", made.workspace().value())
                .param("generation", made.number())
                .param("shown", made.shown())
                .param("from", made.madeFrom().orElse(null))
                .param("first", made.firstDay())
                .param("last", made.lastDay())
                .update();
    }

    /** Notes that all days from one on are made. */
    void madeFrom(Generation made, Optional<LocalDate> day) {
        sql.sql(
                        "update figure_generation set made_from = :day where workspace_id = :workspace and generation = :generation")
                .param("workspace", made.workspace().value())
                .param("generation", made.number())
                .param("day", day.orElse(null))
                .update();
        sql.sql("delete from figure_progress where workspace_id = :workspace and generation = :generation")
                .param("workspace", made.workspace().value())
                .param("generation", made.number())
                .update();
    }

    /** Puts a generation in the place of those before it. */
    void show(Generation made) {
        sql.sql("update figure_generation set shown = (generation = :generation) where workspace_id = :workspace")
                .param("workspace", made.workspace().value())
                .param("generation", made.number())
                .update();
    }

    /** A generation that had its time; its rows are left to {@link #sweep}. */
    void drop(WorkspaceId workspace, int generation) {
        sql.sql("insert into figure_leftover (workspace_id, generation) values (:workspace, :generation)")
                .param("workspace", workspace.value())
                .param("generation", generation)
                .update();
        sql.sql("delete from figure_generation where workspace_id = :workspace and generation = :generation")
                .param("workspace", workspace.value())
                .param("generation", generation)
                .update();
    }

    /** Throws some rows of generations away that had their time; false if there are none. */
    boolean sweep(int some) {
        if (sql.sql("select not exists (select 1 from figure_leftover)")
                .query(Boolean.class)
                .single()) {
            return false;
        }
        int swept = 0;
        for (String table : List.of("visit", "day_sheet", "visitor_number")) {
            if (swept == 0) {
                swept = sql.sql("""
                                delete from %1$s where ctid = any(array(select t.ctid from figure_leftover l
                                  join %1$s t using (workspace_id, generation) limit :some))
                                """.formatted(table)).param("some", some).update();
            }
        }
        return swept > 0 || sql.sql("delete from figure_leftover").update() > 0;
    }

    /** The numbers of visitors; who has none gets the next one. */
    Map<VisitorId, Integer> numbers(WorkspaceId workspace, int generation, Collection<VisitorId> visitors) {
        Map<VisitorId, Integer> numbers = known(workspace, generation, visitors);
        List<VisitorId> fresh = visitors.stream()
                .distinct()
                .filter(one -> !numbers.containsKey(one))
                .toList();
        if (!fresh.isEmpty()) {
            int next = sql.sql("""
                            update figure_generation set visitors = visitors + :more
                            where workspace_id = :workspace and generation = :generation returning visitors - :more
                            """)
                    .param("workspace", workspace.value())
                    .param("generation", generation)
                    .param("more", fresh.size())
                    .query(Integer.class)
                    .single();
            sql.sql("""
                            insert into visitor_number (workspace_id, generation, visitor_id, number)
                            select :workspace, :generation, v.id, :next + v.place - 1
                            from unnest(cast(:visitors as uuid[])) with ordinality v (id, place)
                            """)
                    .param("workspace", workspace.value())
                    .param("generation", generation)
                    .param("next", next)
                    .param("visitors", Id.texts(fresh))
                    .update();
            for (VisitorId one : fresh) {
                numbers.put(one, next++);
            }
        }
        return numbers;
    }

    Map<VisitorId, Integer> known(WorkspaceId workspace, int generation, Collection<VisitorId> visitors) {
        Map<VisitorId, Integer> numbers = new HashMap<>();
        // Each by itself: of a generation that is growing the database does not know how large it is, and would read
        // all of it.
        sql.sql("""
                        select v.id as visitor_id, n.number from unnest(cast(:visitors as uuid[])) v (id)
                        cross join lateral (select number from visitor_number where workspace_id = :workspace
                          and generation = :generation and visitor_id = v.id limit 1) n
                        """)
                .param("workspace", workspace.value())
                .param("generation", generation)
                .param("visitors", Id.texts(visitors))
                .query(row -> {
                    numbers.put(new VisitorId(row.getObject("visitor_id", UUID.class)), row.getInt("number"));
                });
        return numbers;
    }

    /** Keeps visits beside the sheets, in place of what was kept of the same clicks. */
    void keep(WorkspaceId workspace, int generation, List<Visit> visits, Instant now) {
        if (visits.isEmpty()) {
            return;
        }
        sql.sql("""
                        insert into visit (workspace_id, generation, click_id, promotion_id, day, visitor, standing, traits, legs,
                          opt_ins, confirmed, sold, told_at)
                        select :workspace, :generation, v.*, :now from unnest(cast(:clicks as uuid[]), cast(:promotions as uuid[]),
                          cast(:days as date[]), cast(:visitors as int[]), cast(:standings as text[]), cast(:traits as text[]),
                          cast(:legs as text[]), cast(:optIns as int[]), cast(:confirmed as int[]), cast(:sold as text[])) v
                        on conflict (workspace_id, generation, click_id) do update set visitor = excluded.visitor,
                          standing = excluded.standing, traits = excluded.traits, legs = excluded.legs, opt_ins = excluded.opt_ins,
                          confirmed = excluded.confirmed, sold = excluded.sold, told_at = excluded.told_at
                        """)
                .param("workspace", workspace.value())
                .param("generation", generation)
                .param("now", Timestamp.from(now))
                .param("clicks", texts(visits, visit -> visit.click().toString()))
                .param("promotions", texts(visits, visit -> visit.promotion().toString()))
                .param("days", texts(visits, visit -> visit.day().toString()))
                .param("visitors", visits.stream().map(Visit::visitor).toArray(Integer[]::new))
                .param("standings", texts(visits, visit -> visit.standing().name()))
                .param("traits", texts(visits, visit -> VisitText.traits(visit.traits())))
                .param("legs", texts(visits, visit -> VisitText.legs(visit.legs())))
                .param("optIns", visits.stream().map(Visit::optIns).toArray(Integer[]::new))
                .param("confirmed", visits.stream().map(Visit::confirmed).toArray(Integer[]::new))
                .param("sold", texts(visits, visit -> VisitText.sold(visit.sold())))
                .update();
    }

    /** The visits beside the sheets of some days. */
    List<Visit> beside(WorkspaceId workspace, int generation, LocalDate first, LocalDate last) {
        return sql.sql("""
                        select * from visit where workspace_id = :workspace and generation = :generation
                          and day between :first and :last
                        """)
                .param("workspace", workspace.value())
                .param("generation", generation)
                .param("first", first)
                .param("last", last)
                .query(FigureStore::visit)
                .list();
    }

    private static Visit visit(ResultSet row, int number) throws SQLException {
        return new Visit(
                new ClickId(row.getObject("click_id", UUID.class)),
                new PromotionId(row.getObject("promotion_id", UUID.class)),
                row.getInt("visitor"),
                Standing.valueOf(row.getString("standing")),
                VisitText.traits(row.getString("traits")),
                VisitText.legs(row.getString("legs")),
                row.getInt("opt_ins"),
                row.getInt("confirmed"),
                VisitText.sold(row.getString("sold")));
    }

    /**
     * The promotion and day whose sheet is to be made again most of all: many visits lie beside it, for its size, or the last of
     * them came a while ago.
     *
     * @param many so many, or a quarter of what is in the sheet if that is more, so that a sheet that grows fast is made again seldom
     * @param but workspaces that are left alone
     */
    Optional<Place> marked(int many, Instant now, Duration quiet, Collection<UUID> but) {
        return sql.sql("""
                        select v.workspace_id, v.generation, v.promotion_id, v.day, s.part, count(*) as visits
                        from visit v
                        join figure_generation g using (workspace_id, generation)
                        left join lateral (select part, visits from day_sheet d where d.workspace_id = v.workspace_id
                          and d.generation = v.generation and d.promotion_id = v.promotion_id and d.day = v.day
                          and d.part <= v.click_id order by part desc limit 1) s on true
                        where (g.made_from is null or v.day >= g.made_from) and v.workspace_id <> all(:but)
                        group by v.workspace_id, v.generation, v.promotion_id, v.day, s.part, s.visits
                        having count(*) >= greatest(:many, coalesce(s.visits, 0) / 4) or max(v.told_at) < :before
                        order by count(*) desc limit 1
                        """)
                .param("many", many)
                .param("but", but.toArray(UUID[]::new))
                .param("before", Timestamp.from(now.minus(quiet)))
                .query((row, number) -> new Place(
                        new WorkspaceId(row.getObject("workspace_id", UUID.class)),
                        row.getInt("generation"),
                        new PromotionId(row.getObject("promotion_id", UUID.class)),
                        row.getObject("day", LocalDate.class),
                        Optional.ofNullable(row.getObject("part", UUID.class)).orElse(BEGINNING)))
                .optional();
    }

    /** Takes the visits that lie beside a sheet away, to be put into it. */
    List<Visit> takeAway(Place at) {
        return sql.sql("""
                        delete from visit where workspace_id = :workspace and generation = :generation
                          and promotion_id = :promotion and day = :day and click_id >= :part
                          and not exists (select 1 from day_sheet d where d.workspace_id = :workspace and d.generation = :generation
                            and d.promotion_id = :promotion and d.day = :day and d.part > :part and d.part <= click_id)
                        returning *
                        """)
                .param("workspace", at.workspace.value())
                .param("generation", at.generation)
                .param("promotion", at.promotion.value())
                .param("day", at.day)
                .param("part", at.part)
                .query(FigureStore::visit)
                .list();
    }

    Optional<Sheet> sheet(Place at) {
        return sql.sql("""
                        select columns, clicks from day_sheet where workspace_id = :workspace and generation = :generation
                          and promotion_id = :promotion and day = :day and part = :part
                        """)
                .param("workspace", at.workspace.value())
                .param("generation", at.generation)
                .param("promotion", at.promotion.value())
                .param("day", at.day)
                .param("part", at.part)
                .query((row, number) -> Sheet.read(at.promotion, row.getBytes("columns"), row.getBytes("clicks")))
                .optional();
    }

    /** How far a day of a promotion is read that is being made; empty if it is not begun. */
    Optional<Read> read(Generation generation, PromotionId promotion, LocalDate day) {
        return sql.sql("""
                        select read_to, done from figure_progress where workspace_id = :workspace and generation = :generation
                          and promotion_id = :promotion and day = :day
                        """)
                .param("workspace", generation.workspace().value())
                .param("generation", generation.number())
                .param("promotion", promotion.value())
                .param("day", day)
                .query((row, number) ->
                        new Read(new ClickId(row.getObject("read_to", UUID.class)), row.getBoolean("done")))
                .optional();
    }

    void read(Generation generation, PromotionId promotion, LocalDate day, Read read) {
        sql.sql("""
                        insert into figure_progress (workspace_id, generation, promotion_id, day, read_to, done)
                        values (:workspace, :generation, :promotion, :day, :readTo, :done)
                        on conflict (workspace_id, generation, promotion_id, day)
                          do update set read_to = excluded.read_to, done = excluded.done
                        """)
                .param("workspace", generation.workspace().value())
                .param("generation", generation.number())
                .param("promotion", promotion.value())
                .param("day", day)
                .param("readTo", read.to.value())
                .param("done", read.done)
                .update();
    }

    /**
     * Hands over the sheets of some days, one after the other.
     *
     * @param cut those of which not all visits matter; all others come without their clicks
     */
    void sheets(
            Generation shown,
            PromotionId promotion,
            LocalDate first,
            LocalDate last,
            Set<Long> cut,
            BiConsumer<Long, Sheet> each) {
        sql.sql("""
                        select made, columns, case when made = any(:cut) then clicks else '' end as clicks
                        from day_sheet where workspace_id = :workspace and generation = :generation
                          and promotion_id = :promotion and day between :first and :last
                        """)
                .param("workspace", shown.workspace().value())
                .param("generation", shown.number())
                .param("promotion", promotion.value())
                .param("first", first)
                .param("last", last)
                .param("cut", cut.toArray(Long[]::new))
                .query(row -> {
                    each.accept(
                            row.getLong("made"),
                            Sheet.read(promotion, row.getBytes("columns"), row.getBytes("clicks")));
                });
    }

    /** Keeps a sheet, cut into several if it is large. */
    void keep(Place at, Sheet whole) {
        List<Sheet> parts = whole.cut(most);
        keepOne(at, parts.getFirst());
        parts.stream().skip(1).forEach(part -> keepOne(at.from(part.firstClick()), part));
    }

    private void keepOne(Place at, Sheet sheet) {
        sql.sql("""
                        insert into day_sheet (workspace_id, generation, promotion_id, day, part, visits, columns, clicks, tally)
                        values (:workspace, :generation, :promotion, :day, :part, :visits, :columns, :clicks, :tally)
                        on conflict (workspace_id, generation, promotion_id, day, part) do update set made = default,
                          visits = excluded.visits, columns = excluded.columns, clicks = excluded.clicks, tally = excluded.tally
                        """)
                .param("workspace", at.workspace().value())
                .param("generation", at.generation())
                .param("promotion", at.promotion().value())
                .param("day", at.day())
                .param("part", at.part())
                .param("visits", sheet.size())
                .param("columns", sheet.columns())
                .param("clicks", sheet.clicks())
                .param("tally", sheet.tally().bytes())
                .update();
    }

    /** The sheets there are of some days. */
    List<Made> made(WorkspaceId workspace, int generation, LocalDate first, LocalDate last) {
        return sql.sql("""
                        select promotion_id, day, part, made from day_sheet where workspace_id = :workspace and generation = :generation
                          and day between :first and :last
                        """)
                .param("workspace", workspace.value())
                .param("generation", generation)
                .param("first", first)
                .param("last", last)
                .query((row, number) -> new Made(
                        new PromotionId(row.getObject("promotion_id", UUID.class)),
                        row.getObject("day", LocalDate.class),
                        row.getObject("part", UUID.class),
                        row.getLong("made")))
                .list();
    }

    /** What whole days add up to, packed, by the sheet they belong to. */
    Map<Made, byte[]> tallies(WorkspaceId workspace, int generation, Collection<Made> some) {
        Map<Long, Made> byMaking = some.stream().collect(Collectors.toMap(Made::made, Function.identity()));
        Map<Made, byte[]> tallies = new HashMap<>();
        sql.sql("""
                        select s.made, s.tally from day_sheet s
                        join unnest(cast(:promotions as uuid[]), cast(:days as date[]), cast(:parts as uuid[])) w (promotion_id, day, part)
                          using (promotion_id, day, part)
                        where s.workspace_id = :workspace and s.generation = :generation
                        """)
                .param("workspace", workspace.value())
                .param("generation", generation)
                .param("promotions", texts(some, one -> one.promotion().toString()))
                .param("days", texts(some, one -> one.day().toString()))
                .param("parts", texts(some, one -> one.part().toString()))
                .query(row -> {
                    Made made = byMaking.get(row.getLong("made"));
                    if (made != null) {
                        tallies.put(made, row.getBytes("tally"));
                    }
                });
        return tallies;
    }

    void setAside(WorkspaceId workspace, ClickId click, String why, Instant now) {
        sql.sql("""
                        insert into visit_aside (workspace_id, click_id, why, noted_at) values (:workspace, :click, :why, :now)
                        on conflict (workspace_id, click_id) do update set why = excluded.why, noted_at = excluded.noted_at
                        """)
                .param("workspace", workspace.value())
                .param("click", click.value())
                .param("why", why)
                .param("now", Timestamp.from(now))
                .update();
    }

    /** Strikes clicks out that can be told now. */
    void noLongerAside(WorkspaceId workspace, Collection<ClickId> clicks) {
        sql.sql("delete from visit_aside where workspace_id = :workspace and click_id = any(cast(:clicks as uuid[]))")
                .param("workspace", workspace.value())
                .param("clicks", Id.texts(clicks))
                .update();
    }

    /** Those of the clicks that are set aside since they could not be told. */
    Set<ClickId> untold(WorkspaceId workspace, Collection<ClickId> some) {
        return sql
                .sql("""
                        select click_id from visit_aside
                        where workspace_id = :workspace and why = :untold and click_id = any(cast(:clicks as uuid[]))
                        """)
                .param("workspace", workspace.value())
                .param("untold", UNTOLD)
                .param("clicks", Id.texts(some))
                .query(UUID.class)
                .stream()
                .map(ClickId::new)
                .collect(Collectors.toSet());
    }

    /** A click that is set aside. */
    record Aside(WorkspaceId workspace, ClickId click) {}

    /**
     * Clicks set aside that may be told now: those whose moment, which begins their id, has come since; and, after a while, those
     * that could not be told, since the trouble may not have been theirs.
     */
    List<Aside> asideForAnotherTry(Instant now) {
        return sql.sql("""
                        select workspace_id, click_id from visit_aside
                        where why = :ahead and ('x' || left(replace(click_id::text, '-', ''), 12))::bit(48)::bigint <= :now
                          or why = :untold and noted_at < :before limit 1000
                        """)
                .param("ahead", AHEAD)
                .param("now", now.toEpochMilli())
                .param("untold", UNTOLD)
                .param("before", Timestamp.from(now.minus(UNTOLD_RESTS)))
                .query((row, number) -> new Aside(
                        new WorkspaceId(row.getObject("workspace_id", UUID.class)),
                        new ClickId(row.getObject("click_id", UUID.class))))
                .list();
    }

    /** How many are set aside, by why. */
    SortedMap<String, Long> aside(WorkspaceId workspace) {
        SortedMap<String, Long> aside = new TreeMap<>();
        sql.sql("select why, count(*) from visit_aside where workspace_id = :workspace group by why")
                .param("workspace", workspace.value())
                .query(row -> {
                    aside.put(row.getString("why"), row.getLong("count"));
                });
        return aside;
    }

    private static <T> String[] texts(Collection<T> all, Function<T, String> text) {
        return all.stream().map(text).toArray(String[]::new);
    }
}
