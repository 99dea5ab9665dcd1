package dev.wilyferret.app.promotions;

import dev.wilyferret.app.storage.RowKey;
import java.util.List;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface PromotionStore extends JpaRepository<PromotionRow, RowKey> {

    @Query("from PromotionRow where key.workspace = :workspace order by createdAt")
    List<PromotionRow> ofWorkspace(UUID workspace);

    @Query("from PromotionRow where key.workspace = :workspace and host = :host")
    List<PromotionRow> on(UUID workspace, String host);

    @Query("from PromotionRow where key.workspace = :workspace and host is null and hostRemoved = :host")
    List<PromotionRow> thatStoodOn(UUID workspace, String host);
}
