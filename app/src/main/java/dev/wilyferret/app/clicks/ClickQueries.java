package dev.wilyferret.app.clicks;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.NativeQuery;
import org.springframework.data.jpa.repository.Query;
import org.springframework.data.repository.Repository;

/** The questions asked of the click log. */
interface ClickQueries extends Repository<StandingClickRow, ClickRow.Key> {

    record Counted(UUID promotion, long raw, long own, long filtered, long takenOut, long unique) {}

    record Reached(UUID promotion, UUID page, SiteEventRow.Kind kind, long visitors) {}

    record PixelSeen(UUID pixel, Instant last, long lastDay, long ever) {}

    @Modifying
    @NativeQuery("""
            update click set address = '', network = '', user_agent = '', referrer = '', language = '', query = '', headers = ''
            where workspace_id = :workspace and visitor_id in (
              select visitor_id from click where workspace_id = :workspace and id in (:clicks))
            """)
    void anonymize(UUID workspace, List<UUID> clicks);

    @Query("""
            select new dev.wilyferret.app.clicks.ClickQueries$Counted(
              c.promotion, count(*),
              count(*) filter (where c.standing = OWN),
              count(*) filter (where c.standing = FILTERED),
              count(*) filter (where c.standing = TAKEN_OUT),
              count(distinct case when c.standing = COUNTED then c.visitor end))
            from StandingClickRow c
            where c.workspace = :workspace and c.at >= :from
            group by c.promotion
            """)
    List<Counted> counts(UUID workspace, Instant from);

    @Query("""
            select new dev.wilyferret.app.clicks.ClickQueries$Reached(e.promotion, e.page, e.kind, count(distinct e.visitor))
            from SiteEventRow e
            join StandingClickRow c on c.workspace = e.workspace and c.id = e.click
            where e.workspace = :workspace and e.at >= :from and c.at >= :from
              and c.standing = COUNTED and c.promotion = e.promotion and e.kind <> PIXEL_FIRED
            group by e.promotion, e.page, e.kind
            """)
    List<Reached> reached(UUID workspace, Instant from);

    @Query("""
            from StandingClickRow c
            where c.workspace = :workspace and c.promotion = :promotion and c.at >= :from
            order by c.at desc
            """)
    List<StandingClickRow> clicks(UUID workspace, UUID promotion, Instant from, Limit limit);

    @Query("""
            from StandingClickRow c
            where c.workspace = :workspace and c.promotion = :promotion and c.at >= :from and c.standing = :standing
            order by c.at desc
            """)
    List<StandingClickRow> clicks(
            UUID workspace, UUID promotion, Instant from, dev.wilyferret.core.visit.Standing standing, Limit limit);

    @Query("""
            from StandingClickRow c
            where c.workspace = :workspace and c.promotion = :promotion and c.at >= :from and c.standing = COUNTED
              and exists (select 1 from SiteEventRow e
                where e.workspace = c.workspace and e.click = c.id and e.kind = :kind and e.page in :pages)
            order by c.at desc
            """)
    List<StandingClickRow> clicksThatReached(
            UUID workspace, UUID promotion, Instant from, SiteEventRow.Kind kind, List<UUID> pages, Limit limit);

    @Query("from StandingClickRow c where c.workspace = :workspace and c.id in :ids order by c.at desc")
    List<StandingClickRow> clicks(UUID workspace, List<UUID> ids);

    /** Counted visitors of each page, and those of them who went on from it or left an address on it. */
    @NativeQuery("""
            select e.page_id as page, count(distinct e.visitor_id) as visitors,
              count(distinct e.visitor_id) filter (where
                exists (select 1 from site_event n where n.workspace_id = e.workspace_id and n.click_id = e.click_id
                  and n.id > e.id and (n.page_id <> e.page_id or n.kind = 'WENT_ON'))
                or exists (select 1 from lead l where l.workspace_id = e.workspace_id and l.click_id = e.click_id
                  and l.page_id = e.page_id)) as led
            from site_event e
            join standing_click c on c.workspace_id = e.workspace_id and c.id = e.click_id
            where e.workspace_id = :workspace and e.kind = 'PAGE_VIEW' and c.standing = 'COUNTED'
            group by e.page_id
            """)
    List<LedOn> ledOn(UUID workspace);

    record ByLink(UUID link, long raw, long counted) {}

    interface LedOn {
        UUID getPage();

        long getVisitors();

        long getLed();
    }

    @Query("from ClickRow c where c.workspace = :workspace and c.id = :id and c.at = :at")
    Optional<ClickRow> click(UUID workspace, UUID id, Instant at);

    @Query("from SiteEventRow e where e.workspace = :workspace and e.click = :click order by e.at")
    List<SiteEventRow> followed(UUID workspace, UUID click);

    @Query("""
            select new dev.wilyferret.app.clicks.ClickQueries$PixelSeen(
              e.pixel, max(e.at), count(*) filter (where e.at >= :dayAgo), count(*))
            from SiteEventRow e
            where e.workspace = :workspace and e.kind = PIXEL_FIRED and e.pixelAnswer in (ANSWERED, ASKED_WITHOUT_SCRIPT)
            group by e.pixel
            """)
    List<PixelSeen> pixelsSeen(UUID workspace, Instant dayAgo);

    @Query("""
            from SiteEventRow e
            where e.workspace = :workspace and e.pixel = :pixel and e.kind = PIXEL_FIRED
            order by e.at desc
            """)
    List<SiteEventRow> fires(UUID workspace, UUID pixel, Limit limit);

    @Query("""
            from SiteEventRow e
            where e.workspace = :workspace and e.promotion = :promotion and e.page = :page
            order by e.at desc
            """)
    List<SiteEventRow> onPage(UUID workspace, UUID promotion, UUID page, Limit limit);

    @Query("""
            select distinct e.promotion from SiteEventRow e
            where e.workspace = :workspace and e.kind = PIXEL_FIRED and e.pixelEvent = LEAD
              and e.pixelAnswer in (ANSWERED, ASKED_WITHOUT_SCRIPT)
            """)
    List<UUID> promotionsWithLeadSeen(UUID workspace);

    @Query("""
            select new dev.wilyferret.app.clicks.ClickQueries$ByLink(c.link, count(*), count(*) filter (where c.standing = COUNTED))
            from StandingClickRow c
            where c.workspace = :workspace and c.promotion = :promotion and c.at >= :from and c.link is not null
            group by c.link
            """)
    List<ByLink> byLink(UUID workspace, UUID promotion, Instant from);
}
