package dev.wilyferret.app.pages;

import java.util.List;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface PageVersionStore extends JpaRepository<PageVersionRow, PageVersionRow.Key> {

    @Query("from PageVersionRow where key.workspace = :workspace and key.page = :page order by key.version desc")
    List<PageVersionRow> ofPage(UUID workspace, UUID page);
}
