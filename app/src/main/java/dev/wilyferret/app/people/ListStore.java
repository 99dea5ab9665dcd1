package dev.wilyferret.app.people;

import dev.wilyferret.app.storage.LockingStore;
import java.util.List;
import java.util.UUID;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.NativeQuery;
import org.springframework.data.jpa.repository.Query;

interface ListStore extends LockingStore<ListRow> {

    /** How many stand on a list, by how they stand. */
    interface Members {
        UUID getList();

        String getState();

        long getPeople();
    }

    @Query("from ListRow where key.workspace = :workspace order by createdAt, key.id")
    List<ListRow> ofWorkspace(UUID workspace);

    @NativeQuery("""
            select list_id as list, state, count(*) as people
            from subscriber where workspace_id = :workspace group by list_id, state
            """)
    List<Members> members(UUID workspace);

    @Query("from ListRow where key.workspace = :workspace and host = :host")
    List<ListRow> on(UUID workspace, String host);

    /** What stands on a host stands on the installation's own, and remembers where it was. */
    @Modifying(flushAutomatically = true, clearAutomatically = true)
    @Query("update ListRow set host = null, hostRemoved = :host where key.workspace = :workspace and host = :host")
    void leave(UUID workspace, String host);

    /** What remembers a host goes back there, unless it was put elsewhere since. */
    @Modifying(flushAutomatically = true, clearAutomatically = true)
    @Query(
            "update ListRow set host = :host, hostRemoved = null where key.workspace = :workspace and host is null and hostRemoved = :host")
    void comeBack(UUID workspace, String host);
}
