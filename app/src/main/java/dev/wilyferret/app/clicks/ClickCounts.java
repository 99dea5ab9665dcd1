package dev.wilyferret.app.clicks;

import dev.wilyferret.core.id.Id;
import dev.wilyferret.core.id.LinkId;
import dev.wilyferret.core.id.PromotionId;
import dev.wilyferret.core.id.UuidV7;
import dev.wilyferret.core.id.VariantId;
import dev.wilyferret.core.id.WorkspaceId;
import java.sql.Timestamp;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.function.BiConsumer;
import java.util.stream.Collectors;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;

/**
 * Counts in the click log for whoever counts on from there: many things of a workspace at once, a month after the other, so that no
 * question takes long. There is no index of just these clicks, which each click would pay for.
 */
@Service
public class ClickCounts {

    /** Where turns stand: with the click, or in the middle of a visit. */
    private static final List<String> TABLES = List.of("click", "site_event");

    private final JdbcClient sql;
    private final PastClicks past;
    private final Clock clock;

    ClickCounts(JdbcClient sql, PastClicks past, Clock clock) {
        this.sql = sql;
        this.past = past;
        this.clock = clock;
    }

    /**
     * Clicks by some links that their sellers bill for: not one's own, no declared crawlers, none that goes on with a visit.
     *
     * @param links with the promotions they are of
     * @param before below this id; ids are in the order of their moments
     * @return links without clicks are missing
     */
    public Map<LinkId, Long> billed(WorkspaceId workspace, Map<LinkId, PromotionId> links, UUID before) {
        Map<LinkId, Long> counts = new HashMap<>();
        Optional<LocalDate> first = past.firstDay(workspace);
        if (links.isEmpty() || first.isEmpty()) {
            return counts;
        }
        months(
                first.get().atStartOfDay(ZoneOffset.UTC).toInstant(),
                UuidV7.momentOf(before),
                (from, until) -> sql.sql("""
                        select link_id, count(*) from click
                        where workspace_id = :workspace and promotion_id = any(cast(:promotions as uuid[]))
                          and at >= :from and at < :until and link_id = any(cast(:links as uuid[]))
                          and not own and verdict = 'COUNTED' and continued is not true
                        group by link_id
                        """)
                        .param("workspace", workspace.value())
                        .param("promotions", Id.texts(Set.copyOf(links.values())))
                        .param("from", Timestamp.from(from))
                        .param("until", Timestamp.from(until))
                        .param("links", Id.texts(links.keySet()))
                        .query(row -> {
                            counts.merge(new LinkId(row.getObject(1, UUID.class)), row.getLong(2), Long::sum);
                        }));
        return counts;
    }

    /** Since when turns of a variant are counted, in which promotion. */
    public record Turning(PromotionId promotion, Instant since) {}

    /** How often a turn was taken that was one of each variant's; those of which none was are missing. */
    public Map<VariantId, Long> turns(WorkspaceId workspace, Map<VariantId, Turning> asked) {
        Map<VariantId, Long> turns = new HashMap<>();
        List<Map.Entry<VariantId, Turning>> each = List.copyOf(asked.entrySet());
        Optional<Instant> first = asked.values().stream().map(Turning::since).min(Comparator.naturalOrder());
        first.ifPresent(least -> months(
                least,
                clock.instant().plus(Duration.ofDays(1)),
                (from, until) -> TABLES.forEach(table -> sql.sql("""
                                select v.id, count(*)
                                from unnest(cast(:variants as uuid[]), cast(:since as text[])) v (id, since)
                                join %s e on e.variant_id = v.id and e.at >= v.since::timestamptz
                                where e.workspace_id = :workspace and e.promotion_id = any(cast(:promotions as uuid[]))
                                  and e.at >= :from and e.at < :until and e.first_draw
                                group by v.id
                                """.formatted(table))
                        .param("workspace", workspace.value())
                        .param(
                                "promotions",
                                Id.texts(asked.values().stream()
                                        .map(Turning::promotion)
                                        .collect(Collectors.toSet())))
                        .param(
                                "variants",
                                Id.texts(each.stream().map(Map.Entry::getKey).toList()))
                        .param(
                                "since",
                                each.stream()
                                        .map(one -> one.getValue().since().toString())
                                        .toArray(String[]::new))
                        .param("from", Timestamp.from(from))
                        .param("until", Timestamp.from(until))
                        .query(row -> {
                            turns.merge(new VariantId(row.getObject(1, UUID.class)), row.getLong(2), Long::sum);
                        }))));
        return turns;
    }

    /** The months from one moment to another, as they are split in the log; the first and the last in part. */
    private static void months(Instant from, Instant until, BiConsumer<Instant, Instant> each) {
        Instant begin = from;
        while (begin.isBefore(until)) {
            Instant next = begin.atZone(ZoneOffset.UTC)
                    .toLocalDate()
                    .withDayOfMonth(1)
                    .plusMonths(1)
                    .atStartOfDay(ZoneOffset.UTC)
                    .toInstant();
            each.accept(begin, next.isBefore(until) ? next : until);
            begin = next;
        }
    }
}
