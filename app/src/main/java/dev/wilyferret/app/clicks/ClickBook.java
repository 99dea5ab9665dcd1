package dev.wilyferret.app.clicks;

import dev.wilyferret.core.figures.ClickCounts;
import dev.wilyferret.core.figures.Rate;
import dev.wilyferret.core.id.UuidV7;
import dev.wilyferret.core.visit.SiteEvent;
import dev.wilyferret.core.visit.Standing;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Reads the click log: counts, lists and single walks. */
@Service
public class ClickBook {

    /** The most clicks a list shows. */
    public static final int LIST = 200;

    /**
     * How many visitors of counted clicks reached what.
     *
     * @param viewers visitors by page
     * @param wentOn visitors sent on to the offer, by the page they left from
     */
    public record Reach(Map<UUID, Long> viewers, Map<UUID, Long> wentOn) {
        public static final Reach NONE = new Reach(Map.of(), Map.of());
    }

    /**
     * What a pixel saw.
     *
     * @param last the last time the platform was reached
     * @param lastDay how often within 24 hours
     */
    public record PixelSeen(Instant last, long lastDay, long ever) {}

    private final ClickQueries queries;
    private final RulingStore rulings;
    private final BrowserNames browsers;
    private final Clock clock;

    ClickBook(ClickQueries queries, RulingStore rulings, BrowserNames browsers, Clock clock) {
        this.queries = queries;
        this.rulings = rulings;
        this.browsers = browsers;
        this.clock = clock;
    }

    /**
     * Takes from every click of the visitors of these clicks what could tell who they are. The figures stay: verdicts, links and
     * moments are not touched. The one thing that changes a click that is written.
     */
    @Transactional
    public void anonymize(UUID workspace, List<UUID> clicks) {
        if (!clicks.isEmpty()) {
            queries.anonymize(workspace, clicks);
        }
    }

    /** By promotion. */
    @Transactional(readOnly = true)
    public Map<UUID, ClickCounts> counts(UUID workspace, Instant from) {
        Map<UUID, ClickCounts> counts = new HashMap<>();
        for (var row : queries.counts(workspace, from)) {
            counts.put(
                    row.promotion(),
                    new ClickCounts(row.raw(), row.own(), row.filtered(), row.takenOut(), row.unique()));
        }
        return counts;
    }

    /** By promotion. */
    @Transactional(readOnly = true)
    public Map<UUID, Reach> reach(UUID workspace, Instant from) {
        Map<UUID, Reach> reach = new HashMap<>();
        for (var row : queries.reached(workspace, from)) {
            Reach one = reach.computeIfAbsent(row.promotion(), id -> new Reach(new HashMap<>(), new HashMap<>()));
            (row.kind() == SiteEventRow.Kind.PAGE_VIEW ? one.viewers() : one.wentOn()).put(row.page(), row.visitors());
        }
        return reach;
    }

    /** By page: of its counted visitors, those who went on from it or left an address on it. */
    @Transactional(readOnly = true)
    public Map<UUID, Rate> ledOn(UUID workspace) {
        Map<UUID, Rate> rates = new HashMap<>();
        queries.ledOn(workspace).forEach(row -> rates.put(row.getPage(), new Rate(row.getLed(), row.getVisitors())));
        return rates;
    }

    @Transactional(readOnly = true)
    public List<ListedClick> all(UUID workspace, UUID promotion, Instant from) {
        return listed(queries.clicks(workspace, promotion, from, Limit.of(LIST)));
    }

    @Transactional(readOnly = true)
    public List<ListedClick> standing(UUID workspace, UUID promotion, Instant from, Standing standing) {
        return listed(queries.clicks(workspace, promotion, from, standing, Limit.of(LIST)));
    }

    /** Counted clicks whose visitor saw one of the pages. */
    @Transactional(readOnly = true)
    public List<ListedClick> saw(UUID workspace, UUID promotion, Instant from, List<UUID> pages) {
        return listed(queries.clicksThatReached(
                workspace, promotion, from, SiteEventRow.Kind.PAGE_VIEW, pages, Limit.of(LIST)));
    }

    /** Counted clicks whose visitor was sent on to the offer from one of the pages. */
    @Transactional(readOnly = true)
    public List<ListedClick> wentOn(UUID workspace, UUID promotion, Instant from, List<UUID> pages) {
        return listed(queries.clicksThatReached(
                workspace, promotion, from, SiteEventRow.Kind.WENT_ON, pages, Limit.of(LIST)));
    }

    @Transactional(readOnly = true)
    public List<ListedClick> these(UUID workspace, List<UUID> ids) {
        return listed(queries.clicks(workspace, ids));
    }

    private List<ListedClick> listed(List<StandingClickRow> rows) {
        return rows.stream().map(row -> row.toListed(browsers)).toList();
    }

    @Transactional(readOnly = true)
    public Optional<SiteEvent.Click> click(UUID workspace, UUID id) {
        return queries.click(workspace, id, UuidV7.momentOf(id)).map(ClickRow::toClick);
    }

    @Transactional(readOnly = true)
    public List<SiteEvent.Followed> followed(UUID workspace, UUID click) {
        return queries.followed(workspace, click).stream()
                .map(SiteEventRow::toEvent)
                .toList();
    }

    /** The latest events on a page, whatever their click's standing; the latest first. */
    @Transactional(readOnly = true)
    public List<SiteEvent.Followed> latestOn(UUID workspace, UUID promotion, UUID page) {
        return queries.onPage(workspace, promotion, page, Limit.of(60)).stream()
                .map(SiteEventRow::toEvent)
                .toList();
    }

    /** By pixel account; one without an entry was never answered. */
    @Transactional(readOnly = true)
    public Map<UUID, PixelSeen> pixelsSeen(UUID workspace) {
        Map<UUID, PixelSeen> seen = new HashMap<>();
        for (var row : queries.pixelsSeen(workspace, clock.instant().minus(Duration.ofDays(1)))) {
            seen.put(row.pixel(), new PixelSeen(row.last(), row.lastDay(), row.ever()));
        }
        return seen;
    }

    @Transactional(readOnly = true)
    public List<SiteEvent.PixelFired> fires(UUID workspace, UUID pixel) {
        return queries.fires(workspace, pixel, Limit.of(LIST)).stream()
                .map(SiteEventRow::toFire)
                .toList();
    }

    /** Promotions whose lead pixel reached its platform at least once. */
    @Transactional(readOnly = true)
    public Set<UUID> promotionsWithLeadSeen(UUID workspace) {
        return new HashSet<>(queries.promotionsWithLeadSeen(workspace));
    }

    @Transactional(readOnly = true)
    public Map<UUID, LinkClicks> byLink(UUID workspace, UUID promotion, Instant from) {
        Map<UUID, LinkClicks> clicks = new HashMap<>();
        queries.byLink(workspace, promotion, from).forEach(row -> clicks.put(row.link(), row));
        return clicks;
    }

    /** Takes a click out of the figures, or puts it back; the click itself stays as it is. */
    @Transactional
    public void rule(UUID workspace, UUID click, boolean counts) {
        rulings.save(new RulingRow(new RulingRow.Key(workspace, click), counts, clock.instant()));
    }
}
