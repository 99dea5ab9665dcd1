package dev.wilyferret.app.promotions;

import dev.wilyferret.app.storage.RowKey;
import java.util.List;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface PromotionStore extends JpaRepository<PromotionRow, RowKey> {

    @Query("select count(*) > 0 from PromotionRow where slug = :slug")
    boolean taken(String slug);

    @Query("from PromotionRow where key.workspace = :workspace order by createdAt")
    List<PromotionRow> ofWorkspace(UUID workspace);
}
