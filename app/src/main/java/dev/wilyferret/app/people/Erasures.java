package dev.wilyferret.app.people;

import dev.wilyferret.app.secrets.Seals;
import dev.wilyferret.app.workspace.Workspaces;
import dev.wilyferret.core.id.WorkspaceId;
import java.time.Clock;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Set;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Addresses whose people asked to be forgotten, as keyed hashes: only who has an address can ask whether it is one of them. */
@Component
class Erasures {

    private static final Logger LOG = LoggerFactory.getLogger(Erasures.class);

    private final JdbcClient sql;
    private final Workspaces workspaces;
    private final Clock clock;

    Erasures(JdbcClient sql, Workspaces workspaces, Clock clock) {
        this.sql = sql;
        this.workspaces = workspaces;
        this.clock = clock;
    }

    void note(WorkspaceId workspace, String addressKey) {
        sql.sql(
                        "insert into erased_address (workspace_id, hash, erased_at) values (:workspace, :hash, :at) on conflict do nothing")
                .param("workspace", workspace.value())
                .param("hash", workspaces.erasureHash(workspace, addressKey))
                .param("at", java.sql.Timestamp.from(clock.instant()))
                .update();
    }

    /** Whoever joins by themselves wants to be known again; while the key file is missing only imports go on leaving them out. */
    void lift(WorkspaceId workspace, String addressKey) {
        try {
            sql.sql("delete from erased_address where workspace_id = :workspace and hash = :hash")
                    .param("workspace", workspace.value())
                    .param("hash", workspaces.erasureHash(workspace, addressKey))
                    .update();
        } catch (Seals.Unreadable noKey) {
            LOG.warn("Somebody who joined may still stand among the erased: {}", noKey.getMessage());
        }
    }

    /** Those of the addresses that were erased. */
    Set<String> among(WorkspaceId workspace, Collection<String> addressKeys) {
        Map<String, String> keyByHash = new HashMap<>();
        addressKeys.forEach(key -> keyByHash.put(workspaces.erasureHash(workspace, key), key));
        Set<String> erased = new HashSet<>();
        sql.sql("select hash from erased_address where workspace_id = :workspace and hash = any(:hashes)")
                .param("workspace", workspace.value())
                .param("hashes", keyByHash.keySet().toArray(String[]::new))
                .query(String.class)
                .list()
                .forEach(hash -> erased.add(java.util.Objects.requireNonNull(keyByHash.get(hash))));
        return erased;
    }
}
