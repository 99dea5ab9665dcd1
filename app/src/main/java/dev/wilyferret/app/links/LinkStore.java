package dev.wilyferret.app.links;

import dev.wilyferret.app.storage.LockingStore;
import java.util.List;
import java.util.UUID;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;

interface LinkStore extends LockingStore<LinkRow> {

    @Query("from LinkRow where key.workspace = :workspace order by createdAt desc, key.id desc")
    List<LinkRow> ofWorkspace(UUID workspace);

    @Query(
            "from LinkRow where key.workspace = :workspace and promotion = :promotion order by createdAt desc, key.id desc")
    List<LinkRow> ofPromotion(UUID workspace, UUID promotion);

    /** A link and what it is of. */
    interface Of {
        UUID getLink();

        UUID getPromotion();
    }

    @Query(
            "select key.id as link, promotion as promotion from LinkRow where key.workspace = :workspace and mostClicks is not null")
    List<Of> endingByClicks(UUID workspace);

    @Query("from LinkRow where key.workspace = :workspace and host = :host")
    List<LinkRow> on(UUID workspace, String host);

    @Query("select count(*) from LinkRow where key.workspace = :workspace and host = :host")
    long countOn(UUID workspace, String host);

    /** What stands on a host stands on the installation's own, and remembers where it was. */
    @Modifying(flushAutomatically = true, clearAutomatically = true)
    @Query("update LinkRow set host = null, hostRemoved = :host where key.workspace = :workspace and host = :host")
    void leave(UUID workspace, String host);

    /** What remembers a host goes back there, unless it was put elsewhere since. */
    @Modifying(flushAutomatically = true, clearAutomatically = true)
    @Query(
            "update LinkRow set host = :host, hostRemoved = null where key.workspace = :workspace and host is null and hostRemoved = :host")
    void comeBack(UUID workspace, String host);
}
