package dev.wilyferret.app.pixels;

import dev.wilyferret.app.clicks.PastClicks;
import dev.wilyferret.app.leads.Leads;
import dev.wilyferret.app.sales.Sale;
import dev.wilyferret.app.sales.Sales;
import dev.wilyferret.core.figures.Visit;
import dev.wilyferret.core.id.ClickId;
import dev.wilyferret.core.id.EventId;
import dev.wilyferret.core.id.Id;
import dev.wilyferret.core.id.PageId;
import dev.wilyferret.core.id.PixelId;
import dev.wilyferret.core.id.UuidV7;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.pixel.PixelAnswer;
import dev.wilyferret.core.pixel.PixelEvent;
import dev.wilyferret.core.visit.SiteEvent;
import java.sql.Timestamp;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.Set;
import java.util.UUID;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.context.event.EventListener;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/**
 * What the program is to tell ad platforms itself. An event is put here in the transaction that tells its visit to the figures,
 * once, and stays until the platform has answered, or for a day at most; each try is noted before it is made, so that after a
 * crash it is made again under the same event id.
 */
@Component
public class PixelQueue {

    /** What is older than that is not told any more. */
    static final Duration LASTS = Duration.ofDays(1);

    private static final Duration KEPT = Duration.ofDays(30);

    private final PixelAccounts accounts;
    private final PastClicks clicks;
    private final Sales sales;
    private final JdbcClient sql;
    private final Clock clock;

    PixelQueue(PixelAccounts accounts, PastClicks clicks, Sales sales, JdbcClient sql, Clock clock) {
        this.accounts = accounts;
        this.clicks = clicks;
        this.sales = sales;
        this.sql = sql;
        this.clock = clock;
    }

    /** How an event stands. */
    public enum State {
        /** To be told, for the first time or again. */
        WAITING,
        /** The platform took it. */
        TAKEN,
        /** The platform answered that it does not take it; asked again it would say the same. */
        REFUSED,
        /** A day went by and the last try had no answer: whether the platform has it is not known. */
        UNKNOWN
    }

    /**
     * An event to be told.
     *
     * @param page empty of a sale
     * @param value of a sale, its commission in minor units
     * @param tries that were made
     */
    record Due(
            WorkspaceId workspace,
            UUID id,
            PixelId pixel,
            ClickId click,
            Optional<PageId> page,
            PixelEvent event,
            String eventId,
            Instant happenedAt,
            OptionalLong value,
            int tries) {}

    /** As a list shows it. */
    public record Told(Instant happenedAt, PixelEvent event, ClickId click, State state, int tries, String answer) {}

    /** How many events of an account stand so. */
    public record Sum(PixelEvent event, State state, long count, Instant last) {}

    /** Puts in what some visits have that is to be told and was not put in before. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void fill(WorkspaceId workspace, Collection<Visit.Kept> visits) {
        Instant from = clock.instant().minus(LASTS);
        List<Due> all = new ArrayList<>();
        visits.forEach(visit -> all.addAll(left(visit, from)));
        List<ClickId> bought = visits.stream()
                .filter(visit ->
                        visit.sales().stream().anyMatch(sale -> sale.at().isAfter(from)))
                .map(Visit.Kept::click)
                .toList();
        if (!bought.isEmpty()) {
            all.addAll(sold(workspace, bought, from));
        }
        put(all);
    }

    /** What the visit left to the program to tell. */
    private static List<Due> left(Visit.Kept visit, Instant from) {
        List<SiteEvent.PixelFired> fires = visit.followed().stream()
                .filter(SiteEvent.PixelFired.class::isInstance)
                .map(SiteEvent.PixelFired.class::cast)
                .filter(fire ->
                        fire.answer() == PixelAnswer.LEFT_TO_SERVER && fire.at().isAfter(from))
                .toList();
        if (fires.isEmpty()) {
            return List.of();
        }
        // A fire has the moment of its view, so that there are few to choose from.
        Map<Instant, List<EventId>> views = visit.followed().stream()
                .filter(SiteEvent.PageView.class::isInstance)
                .collect(Collectors.groupingBy(
                        SiteEvent::at,
                        Collectors.mapping(view -> new EventId(view.id().value()), Collectors.toList())));
        return fires.stream()
                .map(fire -> due(fire, view(views.getOrDefault(fire.at(), List.of()), fire)))
                .toList();
    }

    /** The view whose id browsers tell as the event's. */
    private static String view(List<EventId> views, SiteEvent.PixelFired fire) {
        return views.stream()
                .filter(view -> SiteEvent.PixelFired.idForServer(view, fire.pixel(), fire.event())
                        .equals(fire.id()))
                .findFirst()
                .orElse(fire.id())
                .toString();
    }

    private static Due due(SiteEvent.PixelFired fire, String eventId) {
        return new Due(
                fire.workspace(),
                fire.id().value(),
                fire.pixel(),
                fire.click(),
                Optional.of(fire.page()),
                fire.event(),
                eventId,
                fire.at(),
                OptionalLong.empty(),
                0);
    }

    /** Sales are told to platforms whose pixel their visit fired: to those that know of the visitor, with consent where it was asked for. */
    private List<Due> sold(WorkspaceId workspace, List<ClickId> bought, Instant from) {
        List<PixelAccount> told = accounts.of(workspace).stream()
                .filter(account -> !account.details().saleEvent().isEmpty())
                .toList();
        if (told.isEmpty()) {
            return List.of();
        }
        Map<ClickId, Set<PixelId>> fired = clicks.pixelsFired(workspace, bought);
        List<Due> all = new ArrayList<>();
        for (Sale sale : sales.ofClicks(workspace, bought)) {
            if (!sale.soldAt().isAfter(from) || !sale.stands()) {
                continue;
            }
            told.stream()
                    .filter(account ->
                            fired.getOrDefault(sale.click(), Set.of()).contains(account.id()))
                    .forEach(account -> all.add(new Due(
                            workspace,
                            UuidV7.derived(sale.id().value(), account.id().value()),
                            account.id(),
                            sale.click(),
                            Optional.empty(),
                            PixelEvent.SALE,
                            sale.id().toString(),
                            sale.soldAt(),
                            OptionalLong.of(sale.commission().minor()),
                            0)));
        }
        return all;
    }

    private void put(List<Due> all) {
        if (all.isEmpty()) {
            return;
        }
        sql.sql("""
                        insert into pixel_send (workspace_id, id, pixel_id, click_id, page_id, event, event_id, happened_at,
                          value_minor, state, tries, due_at, answer)
                        select w, i, p, c, nullif(g, '')::uuid, e, ei, a::timestamptz, nullif(v, '')::bigint, 'WAITING', 0,
                          a::timestamptz, ''
                        from unnest(cast(:workspaces as uuid[]), cast(:ids as uuid[]), cast(:pixels as uuid[]),
                          cast(:clicks as uuid[]), cast(:pages as text[]), cast(:events as text[]), cast(:eventIds as text[]),
                          cast(:moments as text[]), cast(:values as text[])) as due (w, i, p, c, g, e, ei, a, v)
                        where not exists (select 1 from pixel_forgotten f where f.workspace_id = w and f.click_id = c)
                        on conflict do nothing
                        """)
                .param("workspaces", texts(all, due -> due.workspace))
                .param("ids", texts(all, due -> due.id))
                .param("pixels", texts(all, due -> due.pixel))
                .param("clicks", texts(all, due -> due.click))
                .param("pages", texts(all, due -> due.page.map(PageId::toString).orElse("")))
                .param("events", texts(all, due -> due.event.text()))
                .param("eventIds", texts(all, due -> due.eventId))
                .param("moments", texts(all, due -> due.happenedAt))
                .param("values", texts(all, due -> due.value.isPresent() ? due.value.getAsLong() : ""))
                .update();
    }

    private static <T> String[] texts(List<T> all, Function<T, Object> part) {
        return all.stream().map(one -> part.apply(one).toString()).toArray(String[]::new);
    }

    /** An account for which something is due. */
    record Waiting(WorkspaceId workspace, PixelId pixel) {}

    List<Waiting> waiting() {
        return sql.sql("""
                        select workspace_id, id from pixel_account a where exists (
                          select 1 from pixel_send where pixel_id = a.id and state = 'WAITING' and due_at <= :now)
                        """)
                .param("now", Timestamp.from(clock.instant()))
                .query((row, number) -> new Waiting(
                        new WorkspaceId(row.getObject(1, UUID.class)), new PixelId(row.getObject(2, UUID.class))))
                .list();
    }

    /** Takes some that are due for an account, until the next try is: whoever else looks does not see them before. */
    @Transactional
    public List<Due> take(PixelId pixel, int most) {
        return sql.sql("""
                        update pixel_send p set tries = p.tries + 1, answer = 'no answer yet', due_at = :now + case p.tries
                            when 0 then interval '1 minute' when 1 then interval '5 minutes' when 2 then interval '30 minutes'
                            else interval '2 hours' end
                        from (select workspace_id, id from pixel_send
                          where pixel_id = :pixel and state = 'WAITING' and due_at <= :now and not exists (
                            select 1 from pixel_forgotten f
                            where f.workspace_id = pixel_send.workspace_id and f.click_id = pixel_send.click_id)
                          order by due_at limit :most for update skip locked) due
                        where p.workspace_id = due.workspace_id and p.id = due.id returning p.*
                        """)
                .param("now", clock.instant().atOffset(ZoneOffset.UTC))
                .param("pixel", pixel.value())
                .param("most", most)
                .query((row, number) -> new Due(
                        new WorkspaceId(row.getObject("workspace_id", UUID.class)),
                        row.getObject("id", UUID.class),
                        pixel,
                        new ClickId(row.getObject("click_id", UUID.class)),
                        Optional.ofNullable(row.getObject("page_id", UUID.class))
                                .map(PageId::new),
                        PixelEvent.read(row.getString("event")),
                        row.getString("event_id"),
                        row.getTimestamp("happened_at").toInstant(),
                        row.getObject("value_minor") == null
                                ? OptionalLong.empty()
                                : OptionalLong.of(row.getLong("value_minor")),
                        row.getInt("tries")))
                .list();
    }

    /** What came of telling one. */
    record Answered(Due due, State state, String words) {}

    @Transactional
    public void note(List<Answered> some) {
        sql.sql("""
                        update pixel_send p set state = told.s, answer = told.a
                        from unnest(cast(:workspaces as uuid[]), cast(:ids as uuid[]), cast(:states as text[]),
                          cast(:answers as text[])) as told (w, i, s, a)
                        where p.workspace_id = told.w and p.id = told.i
                        """)
                .param("workspaces", texts(some, one -> one.due.workspace))
                .param("ids", texts(some, one -> one.due.id))
                .param("states", texts(some, one -> one.state))
                .param("answers", texts(some, one -> one.words))
                .update();
    }

    /** What was not answered within its day is not told any more, and what was told long ago is forgotten. */
    @Transactional
    public void end() {
        Instant now = clock.instant();
        sql.sql("update pixel_send set state = 'UNKNOWN' where state = 'WAITING' and happened_at < :day")
                .param("day", Timestamp.from(now.minus(LASTS)))
                .update();
        // Put in at the very moment of an erasure.
        sql.sql(
                        "delete from pixel_send p using pixel_forgotten f where p.workspace_id = f.workspace_id and p.click_id = f.click_id")
                .update();
        sql.sql("delete from pixel_send where happened_at < :long and state <> 'WAITING'")
                .param("long", Timestamp.from(now.minus(KEPT)))
                .update();
    }

    /**
     * Of whoever is erased nothing more is told, and nothing is kept that was; nor is it put in again when their visits are told anew, or
     * a sale of theirs is reported later, however late.
     */
    @EventListener
    @Transactional
    public void forget(Leads.Forgotten erased) {
        sql.sql("""
                        insert into pixel_forgotten (workspace_id, click_id, at)
                        select cast(:workspace as uuid), c, cast(:now as timestamptz) from unnest(cast(:clicks as uuid[])) c
                        on conflict do nothing
                        """)
                .param("workspace", erased.workspace().value())
                .param("clicks", Id.texts(erased.clicks()))
                .param("now", Timestamp.from(clock.instant()))
                .update();
        sql.sql("delete from pixel_send where workspace_id = :workspace and click_id = any(cast(:clicks as uuid[]))")
                .param("workspace", erased.workspace().value())
                .param("clicks", Id.texts(erased.clicks()))
                .update();
    }

    /** The latest first. */
    @Transactional(readOnly = true)
    public List<Told> latest(WorkspaceId workspace, PixelId pixel, int most) {
        return sql.sql("""
                        select happened_at, event, click_id, state, tries, answer from pixel_send
                        where workspace_id = :workspace and pixel_id = :pixel order by happened_at desc, id desc limit :most
                        """)
                .param("workspace", workspace.value())
                .param("pixel", pixel.value())
                .param("most", most)
                .query((row, number) -> new Told(
                        row.getTimestamp("happened_at").toInstant(),
                        PixelEvent.read(row.getString("event")),
                        new ClickId(row.getObject("click_id", UUID.class)),
                        State.valueOf(row.getString("state")),
                        row.getInt("tries"),
                        row.getString("answer")))
                .list();
    }

    /** When a platform last took each event, of those that are kept. */
    @Transactional(readOnly = true)
    public Map<PixelEvent, Instant> lastTaken(WorkspaceId workspace, PixelId pixel) {
        Map<PixelEvent, Instant> last = new HashMap<>();
        sql.sql("""
                        select event, max(happened_at) from (
                          select event, happened_at from pixel_send
                          where workspace_id = :workspace and pixel_id = :pixel and state = 'TAKEN'
                          order by happened_at desc limit 20000) latest
                        group by 1
                        """)
                .param("workspace", workspace.value())
                .param("pixel", pixel.value())
                .query(row -> {
                    last.put(
                            PixelEvent.read(row.getString(1)),
                            row.getTimestamp(2).toInstant());
                });
        return last;
    }

    /** Since a moment, by event and how they stand. */
    @Transactional(readOnly = true)
    public List<Sum> sums(WorkspaceId workspace, PixelId pixel, Instant from) {
        return sql.sql("""
                        select event, state, count(*), max(happened_at) from pixel_send
                        where workspace_id = :workspace and pixel_id = :pixel and happened_at > :from group by 1, 2
                        """)
                .param("workspace", workspace.value())
                .param("pixel", pixel.value())
                .param("from", Timestamp.from(from))
                .query((row, number) -> new Sum(
                        PixelEvent.read(row.getString(1)),
                        State.valueOf(row.getString(2)),
                        row.getLong(3),
                        row.getTimestamp(4).toInstant()))
                .list();
    }
}
