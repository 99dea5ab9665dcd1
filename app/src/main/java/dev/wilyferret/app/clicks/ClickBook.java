package dev.wilyferret.app.clicks;

import dev.wilyferret.core.id.ClickId;
import dev.wilyferret.core.id.EventId;
import dev.wilyferret.core.id.Id;
import dev.wilyferret.core.id.OfferId;
import dev.wilyferret.core.id.PageId;
import dev.wilyferret.core.id.PixelId;
import dev.wilyferret.core.id.PromotionId;
import dev.wilyferret.core.id.UuidV7;
import dev.wilyferret.core.id.VisitorId;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.pixel.PixelAnswer;
import dev.wilyferret.core.pixel.PixelEvent;
import dev.wilyferret.core.visit.SiteEvent;
import dev.wilyferret.core.visit.VisitLife;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Reads the click log: counts, lists and single walks. */
@Service
public class ClickBook {

    /** The most clicks a list shows. */
    public static final int LIST = 200;

    private static final int LOOKED_AT = 20_000;

    /**
     * What a pixel saw.
     *
     * @param last the last time the platform was reached
     * @param lastDay how often within 24 hours
     * @param lastWeek within seven times that
     */
    public record PixelSeen(Instant last, long lastDay, long lastWeek) {}

    private final ClickQueries queries;
    private final RulingStore rulings;
    private final BrowserNames browsers;
    private final VisitWork work;
    private final Clock clock;

    ClickBook(ClickQueries queries, RulingStore rulings, BrowserNames browsers, VisitWork work, Clock clock) {
        this.queries = queries;
        this.work = work;
        this.rulings = rulings;
        this.browsers = browsers;
        this.clock = clock;
    }

    /**
     * Takes from every click of the visitors of these clicks what could tell who they are. The figures stay: verdicts, links and
     * moments are not touched. The one thing that changes a click that is written.
     *
     * @return all clicks of those visitors
     */
    @Transactional
    public List<ClickId> anonymize(WorkspaceId workspace, List<ClickId> clicks) {
        if (clicks.isEmpty()) {
            return List.of();
        }
        List<ClickId> all = queries.ofTheSameVisitors(workspace.value(), Id.values(clicks)).stream()
                .map(ClickId::new)
                .toList();
        work.note(workspace, all);
        queries.emptyLabels(workspace.value(), Id.values(clicks));
        queries.anonymize(workspace.value(), Id.values(clicks));
        return all;
    }

    @Transactional(readOnly = true)
    public List<ListedClick> all(WorkspaceId workspace, PromotionId promotion, Instant from) {
        return listed(queries.clicks(workspace.value(), promotion.value(), from, Limit.of(LIST)));
    }

    /**
     * How often somebody was sent to an offer since a moment, whoever that was. Reads the promotions' events since then.
     *
     * @param promotions all that could send there
     * @param own those that the offer is the own one of
     */
    @Transactional(readOnly = true)
    public long sentTo(
            WorkspaceId workspace,
            Collection<PromotionId> promotions,
            OfferId offer,
            Collection<PromotionId> own,
            Instant from) {
        return queries.sentTo(workspace.value(), Id.values(promotions), offer.value(), Id.values(own), from);
    }

    /** How long after their click the latest visitors went on to an offer. */
    @Transactional(readOnly = true)
    public List<Duration> untilWentOn(WorkspaceId workspace, PromotionId promotion) {
        return queries.wentOn(workspace.value(), promotion.value(), Limit.of(LIST)).stream()
                .map(row -> Duration.between(UuidV7.momentOf(row.click), row.at))
                .toList();
    }

    @Transactional(readOnly = true)
    public List<ListedClick> these(WorkspaceId workspace, List<ClickId> ids) {
        return listed(queries.clicks(workspace.value(), Id.values(ids)));
    }

    private List<ListedClick> listed(List<StandingClickRow> rows) {
        return rows.stream().map(row -> row.toListed(browsers)).toList();
    }

    @Transactional(readOnly = true)
    public Optional<SiteEvent.Click> click(WorkspaceId workspace, ClickId id) {
        return queries.click(workspace.value(), id.value(), UuidV7.momentOf(id.value()))
                .map(ClickRow::toClick);
    }

    /** The click that a view of a page belongs to; empty if it was not viewed so. */
    @Transactional(readOnly = true)
    public Optional<SiteEvent.Click> viewed(WorkspaceId workspace, PageId page, EventId view) {
        return queries.view(workspace.value(), view.value(), UuidV7.momentOf(view.value()), page.value())
                .flatMap(row -> click(workspace, new ClickId(row.click)));
    }

    /** What followed a click in its visit, as far as a visit takes it. */
    @Transactional(readOnly = true)
    public List<SiteEvent.Followed> followed(WorkspaceId workspace, ClickId click) {
        return followed(workspace, List.of(click)).getOrDefault(click, List.of());
    }

    /** What followed each of some clicks; those that nothing followed are missing. */
    @Transactional(readOnly = true)
    public Map<ClickId, List<SiteEvent.Followed>> followed(WorkspaceId workspace, List<ClickId> clicks) {
        return queries.followed(workspace.value(), Id.texts(clicks), VisitLife.MOST_EVENTS).stream()
                .map(SiteEventRow::toEvent)
                .collect(Collectors.groupingBy(SiteEvent.Followed::click));
    }

    /** The clicks of a visitor in a promotion, the first one first. */
    @Transactional(readOnly = true)
    public List<SiteEvent.Click> ofVisitor(WorkspaceId workspace, PromotionId promotion, VisitorId visitor, int most) {
        return queries.ofVisitor(workspace.value(), promotion.value(), visitor.value(), Limit.of(most)).stream()
                .map(ClickRow::toClick)
                .toList();
    }

    /** The latest events on a page, whatever their click's standing; the latest first. */
    @Transactional(readOnly = true)
    public List<SiteEvent.Followed> latestOn(WorkspaceId workspace, PromotionId promotion, PageId page) {
        return queries.onPage(workspace.value(), promotion.value(), page.value(), Limit.of(60)).stream()
                .map(SiteEventRow::toEvent)
                .toList();
    }

    /** By pixel account; one without an entry was never answered. */
    @Transactional(readOnly = true)
    public Map<PixelId, PixelSeen> pixelsSeen(WorkspaceId workspace, Collection<PixelId> pixels) {
        Instant now = clock.instant();
        return queries
                .pixelsSeen(
                        workspace.value(),
                        Id.texts(pixels),
                        now.minus(Duration.ofDays(1)),
                        now.minus(Duration.ofDays(7)))
                .stream()
                .collect(Collectors.toMap(
                        row -> new PixelId(row.getPixel()),
                        row -> new PixelSeen(row.getLast(), row.getLastDay(), row.getLastWeek())));
    }

    /** How often browsers fired an event of a pixel with the same outcome. */
    public record FiredSum(PixelEvent event, PixelAnswer answer, long count, Instant last) {}

    /** What browsers fired of a pixel since a moment. */
    @Transactional(readOnly = true)
    public List<FiredSum> fired(WorkspaceId workspace, PixelId pixel, Instant from) {
        return queries.fired(workspace.value(), pixel.value(), from).stream()
                .map(row -> new FiredSum(
                        PixelEvent.read(row.getEvent()),
                        PixelAnswer.valueOf(row.getAnswer()),
                        row.getCount(),
                        row.getLast()))
                .toList();
    }

    /**
     * What was told of a page's step, whatever its clicks' standing.
     *
     * @param amount together, in minor units of the workspace's currency
     */
    public record StepSum(String name, long count, long amount, Instant last) {}

    /** The steps taken on a page since a moment. */
    @Transactional(readOnly = true)
    public List<StepSum> steps(WorkspaceId workspace, PageId page, Instant from) {
        return queries.steps(workspace.value(), page.value(), from).stream()
                .map(row -> new StepSum(row.getName(), row.getCount(), row.getAmount(), row.getLast()))
                .toList();
    }

    /**
     * When each event of a pixel last reached its platform by a browser.
     *
     * @param all whether that is all there ever was, rather than the latest of very many
     */
    public record LastReached(Map<PixelEvent, Instant> at, boolean all) {}

    /** Looks at the latest 20,000 fires that reached the platform, so that it takes no longer the more there are. */
    @Transactional(readOnly = true)
    public LastReached lastReached(WorkspaceId workspace, PixelId pixel) {
        List<ClickQueries.LastReached> rows = queries.lastReached(workspace.value(), pixel.value(), LOOKED_AT);
        return new LastReached(
                rows.stream()
                        .collect(Collectors.toMap(
                                row -> PixelEvent.read(row.getEvent()), ClickQueries.LastReached::getLast)),
                rows.stream().mapToLong(ClickQueries.LastReached::getCount).sum() < LOOKED_AT);
    }

    @Transactional(readOnly = true)
    public List<SiteEvent.PixelFired> fires(WorkspaceId workspace, PixelId pixel, int most) {
        return queries.fires(workspace.value(), pixel.value(), Limit.of(most)).stream()
                .map(SiteEventRow::toFire)
                .toList();
    }

    /** Those of some promotions whose lead pixel reached its platform at least once. */
    @Transactional(readOnly = true)
    public Set<PromotionId> promotionsWithLeadSeen(WorkspaceId workspace, List<PromotionId> some) {
        return queries.promotionsWithLeadSeen(workspace.value(), Id.texts(some)).stream()
                .map(PromotionId::new)
                .collect(Collectors.toSet());
    }

    /** Takes a click out of the figures, or puts it back; the click itself stays as it is. */
    @Transactional
    public void rule(WorkspaceId workspace, ClickId click, boolean counts) {
        rulings.save(new RulingRow(new RulingRow.Key(workspace.value(), click.value()), counts, clock.instant()));
        work.note(workspace, List.of(click));
    }
}
