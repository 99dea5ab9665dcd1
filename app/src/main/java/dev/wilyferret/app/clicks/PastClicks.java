package dev.wilyferret.app.clicks;

import dev.wilyferret.core.figures.Visit;
import dev.wilyferret.core.id.ClickId;
import dev.wilyferret.core.id.ElsewhereId;
import dev.wilyferret.core.id.EventId;
import dev.wilyferret.core.id.Id;
import dev.wilyferret.core.id.LinkId;
import dev.wilyferret.core.id.OfferId;
import dev.wilyferret.core.id.PageId;
import dev.wilyferret.core.id.PixelId;
import dev.wilyferret.core.id.PromotionId;
import dev.wilyferret.core.id.RotationId;
import dev.wilyferret.core.id.UuidV7;
import dev.wilyferret.core.id.VariantId;
import dev.wilyferret.core.id.VisitorId;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.pixel.PixelAnswer;
import dev.wilyferret.core.pixel.PixelEvent;
import dev.wilyferret.core.visit.Device;
import dev.wilyferret.core.visit.Draw;
import dev.wilyferret.core.visit.SiteEvent;
import dev.wilyferret.core.visit.Standing;
import dev.wilyferret.core.visit.TakenStep;
import dev.wilyferret.core.visit.VisitLife;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Timestamp;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Collections;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.Set;
import java.util.UUID;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The click log read in bulk, for whoever makes figures of it. */
@Service
public class PastClicks {

    /** A click with what followed it on the site. */
    public record Past(
            ClickId click,
            PromotionId promotion,
            VisitorId visitor,
            Standing standing,
            Visit.Known known,
            List<SiteEvent.Followed> followed) {}

    private final JdbcClient sql;
    private final BrowserNames browsers;

    PastClicks(JdbcClient sql, BrowserNames browsers) {
        this.sql = sql;
        this.browsers = browsers;
    }

    /** Those of the clicks that are there. */
    @Transactional(readOnly = true)
    public List<Past> of(WorkspaceId workspace, Collection<ClickId> clicks) {
        if (clicks.isEmpty()) {
            return List.of();
        }
        String[] ids = Id.texts(clicks);
        List<Instant> moments =
                clicks.stream().map(click -> UuidV7.momentOf(click.value())).toList();
        Map<ClickId, List<SiteEvent.Followed>> followed = followed(workspace, ids, Collections.min(moments));
        return sql.sql("""
                        select id, promotion_id, visitor_id, link_id, variant_id, rotation_id, stretch, share, first_draw, standing, tags, country, device, browser, user_agent
                        from standing_click
                        where workspace_id = :workspace and id = any(cast(:ids as uuid[])) and at between :from and :until
                        """)
                .param("workspace", workspace.value())
                .param("ids", ids)
                .param("from", Timestamp.from(Collections.min(moments)))
                .param("until", Timestamp.from(Collections.max(moments)))
                .query((row, number) -> {
                    ClickId id = new ClickId(row.getObject("id", UUID.class));
                    return new Past(
                            id,
                            new PromotionId(row.getObject("promotion_id", UUID.class)),
                            new VisitorId(row.getObject("visitor_id", UUID.class)),
                            Standing.valueOf(row.getString("standing")),
                            known(row),
                            followed.getOrDefault(id, List.of()));
                })
                .list();
    }

    private Visit.Known known(ResultSet row) throws SQLException {
        String browser = row.getString("browser");
        return new Visit.Known(
                Optional.ofNullable(row.getObject("link_id", UUID.class)).map(LinkId::new),
                draw(row),
                KeptText.tags(row.getString("tags")),
                row.getString("country"),
                Device.valueOf(row.getString("device")),
                browser.isEmpty() ? browsers.of(row.getString("user_agent")) : browser);
    }

    private static Optional<Draw> draw(ResultSet row) throws SQLException {
        UUID rotation = row.getObject("rotation_id", UUID.class);
        return rotation == null
                ? Optional.empty()
                : Optional.of(new Draw(
                        new RotationId(rotation),
                        row.getInt("stretch"),
                        new VariantId(row.getObject("variant_id", UUID.class)),
                        row.getDouble("share"),
                        row.getBoolean("first_draw")));
    }

    private Map<ClickId, List<SiteEvent.Followed>> followed(WorkspaceId workspace, String[] clicks, Instant from) {
        Map<ClickId, List<SiteEvent.Followed>> followed = new HashMap<>();
        // Each click by itself: of tables that grow fast the database does not know how large they are, and would
        // read all events of a workspace to find those of some clicks.
        sql.sql("""
                        select e.* from unnest(cast(:clicks as uuid[])) c (id) cross join lateral (
                          select id, click_id, promotion_id, visitor_id, page_id, kind, offer_id, elsewhere_id, file, pixel_id, pixel_event, step_name,
                            variant_id, rotation_id, stretch, share, first_draw
                          from site_event
                          where workspace_id = :workspace and click_id = c.id and at >= :from and (pixel_answer is null or pixel_answer = 'LEFT_TO_SERVER')
                          order by id limit :most) e
                        """)
                .param("workspace", workspace.value())
                .param("clicks", clicks)
                .param("from", Timestamp.from(from))
                .param("most", VisitLife.MOST_EVENTS)
                .query(row -> {
                    SiteEvent.Followed event = event(workspace, row);
                    followed.computeIfAbsent(event.click(), fresh -> new ArrayList<>())
                            .add(event);
                });
        return followed;
    }

    private static SiteEvent.Followed event(WorkspaceId workspace, ResultSet row) throws SQLException {
        EventId id = new EventId(row.getObject("id", UUID.class));
        ClickId click = new ClickId(row.getObject("click_id", UUID.class));
        PromotionId promotion = new PromotionId(row.getObject("promotion_id", UUID.class));
        VisitorId visitor = new VisitorId(row.getObject("visitor_id", UUID.class));
        Optional<PageId> page =
                Optional.ofNullable(row.getObject("page_id", UUID.class)).map(PageId::new);
        return switch (row.getString("kind")) {
            case "PAGE_VIEW" -> new SiteEvent.PageView(id, workspace, promotion, click, visitor, page.orElseThrow());
            case "DRAWN" ->
                new SiteEvent.Drawn(
                        id, workspace, promotion, click, visitor, draw(row).orElseThrow());
            case "SENT_ELSEWHERE" ->
                new SiteEvent.SentElsewhere(
                        id,
                        workspace,
                        promotion,
                        click,
                        visitor,
                        page,
                        new ElsewhereId(row.getObject("elsewhere_id", UUID.class)));
            case "HANDED_OUT" ->
                new SiteEvent.HandedOut(
                        id, workspace, promotion, click, visitor, page.orElseThrow(), row.getString("file"));
            case "STEP_TAKEN" ->
                new SiteEvent.StepTaken(
                        id,
                        workspace,
                        promotion,
                        click,
                        visitor,
                        page.orElseThrow(),
                        new TakenStep(row.getString("step_name"), OptionalLong.empty(), ""));
            case "PIXEL_FIRED" ->
                new SiteEvent.PixelFired(
                        id,
                        workspace,
                        promotion,
                        click,
                        visitor,
                        page.orElseThrow(),
                        new PixelId(row.getObject("pixel_id", UUID.class)),
                        PixelEvent.read(row.getString("pixel_event")),
                        PixelAnswer.LEFT_TO_SERVER,
                        0);
            default ->
                new SiteEvent.WentOn(
                        id,
                        workspace,
                        promotion,
                        click,
                        visitor,
                        page,
                        Optional.ofNullable(row.getObject("offer_id", UUID.class))
                                .map(OfferId::new));
        };
    }

    /** Which pixels some clicks' visits fired, by browser or by server. */
    @Transactional(readOnly = true)
    public Map<ClickId, Set<PixelId>> pixelsFired(WorkspaceId workspace, Collection<ClickId> clicks) {
        Map<ClickId, Set<PixelId>> fired = new HashMap<>();
        sql.sql("""
                        select distinct c.id, e.pixel_id from unnest(cast(:clicks as uuid[])) c (id) cross join lateral (
                          select pixel_id, kind from site_event
                          where workspace_id = :workspace and click_id = c.id order by id limit :most) e
                        where e.kind = 'PIXEL_FIRED'
                        """)
                .param("workspace", workspace.value())
                .param("clicks", Id.texts(clicks))
                .param("most", VisitLife.MOST_EVENTS)
                .query(row -> {
                    fired.computeIfAbsent(new ClickId(row.getObject(1, UUID.class)), fresh -> new HashSet<>())
                            .add(new PixelId(row.getObject(2, UUID.class)));
                });
        return fired;
    }

    /**
     * Clicks of a promotion on a UTC day, in their order.
     *
     * @param after the one they come after; empty for the first
     */
    @Transactional(readOnly = true)
    public List<ClickId> of(
            WorkspaceId workspace, PromotionId promotion, LocalDate day, Optional<ClickId> after, int most) {
        UUID before = after.map(ClickId::value).orElse(UuidV7.first(begin(day)));
        return sql.sql("""
                        select id from click where workspace_id = :workspace and promotion_id = :promotion
                          and at >= :from and at < :until and (at > :from or id > :before) order by at, id limit :most
                        """)
                .param("workspace", workspace.value())
                .param("promotion", promotion.value())
                .param("from", Timestamp.from(UuidV7.momentOf(before)))
                .param("until", Timestamp.from(begin(day.plusDays(1))))
                .param("before", before)
                .param("most", most)
                .query((row, number) -> new ClickId(row.getObject("id", UUID.class)))
                .list();
    }

    /** Those of some promotions that have clicks on a UTC day. */
    @Transactional(readOnly = true)
    public List<PromotionId> promotions(WorkspaceId workspace, Collection<PromotionId> some, LocalDate day) {
        return sql.sql("""
                        select p from unnest(cast(:some as uuid[])) p where exists (select 1 from click
                          where workspace_id = :workspace and promotion_id = p and at >= :from and at < :until)
                        """)
                .param("workspace", workspace.value())
                .param("some", Id.texts(some))
                .param("from", Timestamp.from(begin(day)))
                .param("until", Timestamp.from(begin(day.plusDays(1))))
                .query((row, number) -> new PromotionId(row.getObject("p", UUID.class)))
                .list();
    }

    /** The last UTC day with a click that lies before another. Ids are in the order of their moments, and have an index. */
    @Transactional(readOnly = true)
    public Optional<LocalDate> dayBefore(WorkspaceId workspace, LocalDate day) {
        return edge(
                "select id from click where workspace_id = :workspace and id < :before order by id desc limit 1",
                workspace,
                UuidV7.first(begin(day)));
    }

    /** The first UTC day with a click. */
    @Transactional(readOnly = true)
    public Optional<LocalDate> firstDay(WorkspaceId workspace) {
        return edge(
                "select id from click where workspace_id = :workspace and id > :before order by id limit 1",
                workspace,
                new UUID(0, 0));
    }

    private Optional<LocalDate> edge(String question, WorkspaceId workspace, UUID before) {
        return sql.sql(question)
                .param("workspace", workspace.value())
                .param("before", before)
                .query(UUID.class)
                .optional()
                .map(id -> LocalDate.ofInstant(UuidV7.momentOf(id), ZoneOffset.UTC));
    }

    private static Instant begin(LocalDate day) {
        return day.atStartOfDay(ZoneOffset.UTC).toInstant();
    }
}
