package dev.wilyferret.app.clicks;

import dev.wilyferret.core.id.Id;
import dev.wilyferret.core.id.LinkId;
import dev.wilyferret.core.id.VariantId;
import dev.wilyferret.core.id.WorkspaceId;
import java.time.Instant;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Counts in the click log for whoever counts on from there: many things of a workspace at once, each by an index of just these clicks. */
@Service
public class ClickCounts {

    private final JdbcClient sql;

    ClickCounts(JdbcClient sql) {
        this.sql = sql;
    }

    /**
     * Clicks by some links that their sellers bill for: not one's own, no declared crawlers, none that goes on with a visit.
     *
     * @param before below this id; ids are in the order of their moments
     * @return links without clicks are missing
     */
    @Transactional(readOnly = true)
    public Map<LinkId, Long> billed(WorkspaceId workspace, Collection<LinkId> links, UUID before) {
        Map<LinkId, Long> counts = new HashMap<>();
        sql.sql("""
                        select link_id, count(*) from click
                        where workspace_id = :workspace and link_id = any(cast(:links as uuid[])) and id < :before
                          and not own and verdict = 'COUNTED' and continued is not true
                        group by link_id
                        """)
                .param("workspace", workspace.value())
                .param("links", Id.texts(links))
                .param("before", before)
                .query(row -> {
                    counts.put(new LinkId(row.getObject(1, UUID.class)), row.getLong(2));
                });
        return counts;
    }

    /** How often since a moment a turn was taken that was one of each variant's. */
    @Transactional(readOnly = true)
    public Map<VariantId, Long> turns(WorkspaceId workspace, Map<VariantId, Instant> since) {
        Map<VariantId, Long> turns = new HashMap<>();
        List<Map.Entry<VariantId, Instant>> each = List.copyOf(since.entrySet());
        sql.sql("""
                        select v.id,
                          (select count(*) from click
                            where workspace_id = :workspace and variant_id = v.id and first_draw and at >= v.since::timestamptz)
                          + (select count(*) from site_event
                            where workspace_id = :workspace and variant_id = v.id and first_draw and at >= v.since::timestamptz)
                        from unnest(cast(:variants as uuid[]), cast(:since as text[])) v (id, since)
                        """)
                .param("workspace", workspace.value())
                .param("variants", Id.texts(each.stream().map(Map.Entry::getKey).toList()))
                .param(
                        "since",
                        each.stream().map(one -> one.getValue().toString()).toArray(String[]::new))
                .query(row -> {
                    turns.put(new VariantId(row.getObject(1, UUID.class)), row.getLong(2));
                });
        return turns;
    }
}
