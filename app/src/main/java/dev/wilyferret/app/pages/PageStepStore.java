package dev.wilyferret.app.pages;

import java.util.List;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;

interface PageStepStore extends JpaRepository<PageStepRow, PageStepRow.Key> {

    @Query("from PageStepRow where key.workspace = :workspace and key.page = :page and key.step <= :step"
            + " order by key.step desc")
    List<PageStepRow> upTo(UUID workspace, UUID page, int step);

    @Modifying(flushAutomatically = true, clearAutomatically = false)
    @Query(
            "delete PageStepRow where key.workspace = :workspace and key.page = :page and (key.step > :last or key.step < :first)")
    void keepOnly(UUID workspace, UUID page, int first, int last);
}
