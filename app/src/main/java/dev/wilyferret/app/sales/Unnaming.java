package dev.wilyferret.app.sales;

import dev.wilyferret.app.people.People;
import dev.wilyferret.app.secrets.Seals;
import dev.wilyferret.app.workspace.Workspaces;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.people.AddressesIn;
import java.util.ArrayList;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.event.EventListener;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/**
 * Takes the addresses of whoever is erased out of what networks told: of what stands there, and of what comes later. Words with
 * such an address become a keyed hash of theirs, the same each time, so that what is told of an order later still finds its sale.
 */
@Component
class Unnaming {

    private static final Logger LOG = LoggerFactory.getLogger(Unnaming.class);
    private static final int AT_ONCE = 1000;

    /** What was sent is emptied; its parts, which are read again in its stead, are not. */
    private static final String SENT = "sent";

    /** Rows with words of others, by the column that tells them apart within a workspace. */
    private record Told(String table, String key, List<String> words) {}

    private static final List<Told> TOLD = List.of(
            new Told(
                    "postback",
                    "id",
                    List.of(
                            SENT,
                            "note",
                            "click_ref",
                            "order_ref",
                            "commission",
                            "order_value",
                            "status",
                            "item",
                            "kind",
                            "event",
                            "currency",
                            "product")),
            new Told("sale", "id", List.of("order_ref", "item", "product")),
            new Told("order_claim", "order_key", List.of("order_key")));

    private final JdbcClient sql;
    private final People people;
    private final Workspaces workspaces;

    Unnaming(JdbcClient sql, People people, Workspaces workspaces) {
        this.sql = sql;
        this.people = people;
        this.workspaces = workspaces;
    }

    @EventListener
    @Transactional
    public void forget(People.Erased erased) {
        Set<String> gone = Set.of(erased.addressKey());
        for (Told told : TOLD) {
            naming(erased.workspace(), told, gone).forEach(key -> forget(erased.workspace(), told, key, gone));
        }
    }

    /** Which rows name somebody; without an @ or something encoded none does. */
    private List<Object> naming(WorkspaceId workspace, Told told, Set<String> gone) {
        List<Object> keys = new ArrayList<>();
        sql.sql("""
                        select %s, words from (
                          select %1$s, concat_ws(' ', %s) as words from %s where workspace_id = :workspace) as row
                        where words ~ '[@%%]'
                        """.formatted(told.key, String.join(", ", told.words), told.table))
                .param("workspace", workspace.value())
                .withFetchSize(AT_ONCE)
                .query(row -> {
                    if (names(row.getString(2), gone)) {
                        keys.add(row.getObject(1));
                    }
                });
        return keys;
    }

    private void forget(WorkspaceId workspace, Told told, Object key, Set<String> gone) {
        Map<String, Object> row = sql.sql("select %s from %s where workspace_id = :workspace and %s = :key for update"
                        .formatted(String.join(", ", told.words), told.table, told.key))
                .param("workspace", workspace.value())
                .param("key", key)
                .query()
                .singleRow();
        Map<String, String> kept = new LinkedHashMap<>();
        told.words.forEach(column -> {
            String words = String.valueOf(row.get(column));
            kept.put(column, column.equals(SENT) && names(words, gone) ? "" : unnamed(workspace, words, gone));
        });
        String set = told.words.stream().map(column -> column + " = :" + column).collect(Collectors.joining(", "));
        sql.sql("update %s set %s where workspace_id = :workspace and %s = :key".formatted(told.table, set, told.key))
                .params(kept)
                .param("workspace", workspace.value())
                .param("key", key)
                .update();
    }

    /** What arrives, without the addresses of whoever is erased already. */
    Postback.Arrived kept(WorkspaceId workspace, Postback.Arrived arrived) {
        Set<String> gone = erased(workspace, AddressesIn.text(arrived.sent()));
        if (gone.isEmpty()) {
            return arrived;
        }
        return new Postback.Arrived(
                arrived.said().entrySet().stream()
                        .collect(
                                Collectors.toMap(Map.Entry::getKey, part -> unnamed(workspace, part.getValue(), gone))),
                "");
    }

    private Set<String> erased(WorkspaceId workspace, Set<String> addressKeys) {
        try {
            return addressKeys.isEmpty() ? Set.of() : people.erasedAmong(workspace, addressKeys);
        } catch (Seals.Unreadable noKey) {
            LOG.warn("What a network reports may name somebody who was erased: {}", noKey.getMessage());
            return Set.of();
        }
    }

    private static boolean names(String words, Set<String> gone) {
        return !Collections.disjoint(AddressesIn.text(words), gone);
    }

    private String unnamed(WorkspaceId workspace, String words, Set<String> gone) {
        return names(words, gone)
                ? "(erased %s)"
                        .formatted(workspaces.erasureHash(workspace, words).substring(0, 16))
                : words;
    }
}
