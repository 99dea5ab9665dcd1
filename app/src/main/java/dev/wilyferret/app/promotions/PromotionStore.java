package dev.wilyferret.app.promotions;

import dev.wilyferret.app.storage.LockingStore;
import java.util.List;
import java.util.UUID;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;

interface PromotionStore extends LockingStore<PromotionRow> {

    @Query("from PromotionRow where key.workspace = :workspace order by createdAt")
    List<PromotionRow> ofWorkspace(UUID workspace);

    @Query("from PromotionRow where key.workspace = :workspace and host = :host")
    List<PromotionRow> on(UUID workspace, String host);

    /** What stands on a host stands on the installation's own, and remembers where it was. */
    @Modifying(flushAutomatically = true, clearAutomatically = true)
    @Query("update PromotionRow set host = null, hostRemoved = :host where key.workspace = :workspace and host = :host")
    void leave(UUID workspace, String host);

    /** What remembers a host goes back there, unless it was put elsewhere since. */
    @Modifying(flushAutomatically = true, clearAutomatically = true)
    @Query(
            "update PromotionRow set host = :host, hostRemoved = null where key.workspace = :workspace and host is null and hostRemoved = :host")
    void comeBack(UUID workspace, String host);
}
