package dev.wilyferret.app.pages;

import dev.wilyferret.app.storage.RowKey;
import java.util.List;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface PageStore extends JpaRepository<PageRow, RowKey> {

    @Query("from PageRow where key.workspace = :workspace and promotion = :promotion order by createdAt")
    List<PageRow> ofPromotion(UUID workspace, UUID promotion);

    @Query("from PageRow where key.workspace = :workspace order by createdAt")
    List<PageRow> ofWorkspace(UUID workspace);
}
