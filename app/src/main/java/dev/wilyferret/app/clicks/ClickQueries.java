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

    interface PixelSeen {
        UUID getPixel();

        Instant getLast();

        long getLastDay();

        long getLastWeek();
    }

    /** All clicks of the visitors of some. */
    @NativeQuery("""
            select id from click where workspace_id = :workspace and visitor_id in (
              select visitor_id from click where workspace_id = :workspace and id in (:clicks))
            """)
    List<UUID> ofTheSameVisitors(UUID workspace, List<UUID> clicks);

    @Modifying
    @NativeQuery("""
            update click set address = '', network = '', user_agent = '', referrer = '', language = '', query = '', headers = ''
            where workspace_id = :workspace and visitor_id in (
              select visitor_id from click where workspace_id = :workspace and id in (:clicks))
            """)
    void anonymize(UUID workspace, List<UUID> clicks);

    @Modifying
    @NativeQuery("""
            update site_event set step_label = '' where workspace_id = :workspace and step_label <> '' and click_id in (
              select id from click where workspace_id = :workspace and visitor_id in (
                select visitor_id from click where workspace_id = :workspace and id in (:clicks)))
            """)
    void emptyLabels(UUID workspace, List<UUID> clicks);

    @Query("""
            from StandingClickRow c
            where c.workspace = :workspace and c.promotion = :promotion and c.at >= :from
            order by c.at desc, c.id desc
            """)
    List<StandingClickRow> clicks(UUID workspace, UUID promotion, Instant from, Limit limit);

    @Query("""
            select count(*) from SiteEventRow e where e.workspace = :workspace and e.promotion in :promotions and e.at >= :from
              and e.kind = WENT_ON and (e.offer = :offer or e.offer is null and e.promotion in :own)
            """)
    long sentTo(UUID workspace, List<UUID> promotions, UUID offer, List<UUID> own, Instant from);

    @Query("""
            from SiteEventRow e where e.workspace = :workspace and e.promotion = :promotion and e.kind = WENT_ON order by e.at desc
            """)
    List<SiteEventRow> wentOn(UUID workspace, UUID promotion, Limit limit);

    @Query("from StandingClickRow c where c.workspace = :workspace and c.id in :ids order by c.at desc, c.id desc")
    List<StandingClickRow> clicks(UUID workspace, List<UUID> ids);

    @Query("from ClickRow c where c.workspace = :workspace and c.id = :id and c.at = :at")
    Optional<ClickRow> click(UUID workspace, UUID id, Instant at);

    /** The first so many of each click. */
    @NativeQuery("""
            select e.* from unnest(cast(:clicks as uuid[])) c (id) cross join lateral (
              select * from site_event where workspace_id = :workspace and click_id = c.id order by id limit :most) e
            order by e.at
            """)
    List<SiteEventRow> followed(UUID workspace, String[] clicks, int most);

    @Query(
            "from SiteEventRow e where e.workspace = :workspace and e.id = :id and e.at = :at and e.kind = PAGE_VIEW and e.page = :page")
    Optional<SiteEventRow> view(UUID workspace, UUID id, Instant at, UUID page);

    @Query("""
            from ClickRow c where c.workspace = :workspace and c.visitor = :visitor and c.promotion = :promotion
            order by c.at, c.id
            """)
    List<ClickRow> ofVisitor(UUID workspace, UUID promotion, UUID visitor, Limit limit);

    /** Asks each pixel by itself, for which there is an index of just these events. */
    @NativeQuery("""
            select p as pixel, l.at as last, c.day as "lastDay", c.week as "lastWeek"
            from unnest(cast(:pixels as uuid[])) p
            cross join lateral (select at from site_event where workspace_id = :workspace and pixel_id = p
              and pixel_answer in ('ANSWERED', 'RAN', 'ASKED_WITHOUT_SCRIPT') order by at desc limit 1) l
            cross join lateral (select count(*) filter (where at >= :dayAgo) as day, count(*) as week from site_event
              where workspace_id = :workspace and pixel_id = p and pixel_answer in ('ANSWERED', 'RAN', 'ASKED_WITHOUT_SCRIPT')
                and at >= :weekAgo) c
            """)
    List<PixelSeen> pixelsSeen(UUID workspace, String[] pixels, Instant dayAgo, Instant weekAgo);

    /** How often browsers fired an event of a pixel so. */
    interface FiredSum {
        String getEvent();

        String getAnswer();

        long getCount();

        Instant getLast();
    }

    @NativeQuery("""
            select pixel_event as event, pixel_answer as answer, count(*) as count, max(at) as last from site_event
            where workspace_id = :workspace and pixel_id = :pixel and at > :from and pixel_answer <> 'LEFT_TO_SERVER'
            group by 1, 2
            """)
    List<FiredSum> fired(UUID workspace, UUID pixel, Instant from);

    /** When each event of a pixel last reached its platform, and how often, among the latest that did. */
    interface LastReached {
        String getEvent();

        Instant getLast();

        long getCount();
    }

    @NativeQuery("""
            select pixel_event as event, max(at) as last, count(*) as count from (
              select pixel_event, at from site_event
              where workspace_id = :workspace and pixel_id = :pixel and pixel_answer in ('ANSWERED', 'RAN', 'ASKED_WITHOUT_SCRIPT')
              order by at desc limit :most) latest
            group by 1
            """)
    List<LastReached> lastReached(UUID workspace, UUID pixel, int most);

    @Query("""
            from SiteEventRow e
            where e.workspace = :workspace and e.pixel = :pixel and e.kind = PIXEL_FIRED and e.pixelAnswer <> LEFT_TO_SERVER
            order by e.at desc
            """)
    List<SiteEventRow> fires(UUID workspace, UUID pixel, Limit limit);

    @Query("""
            from SiteEventRow e
            where e.workspace = :workspace and e.promotion = :promotion and e.page = :page
            order by e.at desc
            """)
    List<SiteEventRow> onPage(UUID workspace, UUID promotion, UUID page, Limit limit);

    /** What was told of a page's step. */
    interface StepSum {
        String getName();

        long getCount();

        long getAmount();

        Instant getLast();
    }

    /** For which there is an index of just these events. */
    @NativeQuery("""
            select step_name as name, count(*) as count, coalesce(sum(step_amount), 0) as amount, max(at) as last
            from site_event
            where workspace_id = :workspace and page_id = :page and at >= :from and step_name is not null
            group by 1
            """)
    List<StepSum> steps(UUID workspace, UUID page, Instant from);

    /** Asks each promotion by itself, for which there is an index of just these events. */
    @NativeQuery("""
            select p from unnest(cast(:promotions as uuid[])) p where exists (select 1 from site_event
              where workspace_id = :workspace and promotion_id = p
                and pixel_event = 'LEAD' and pixel_answer in ('ANSWERED', 'RAN', 'ASKED_WITHOUT_SCRIPT'))
            """)
    List<UUID> promotionsWithLeadSeen(UUID workspace, String[] promotions);
}
