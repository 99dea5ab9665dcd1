package dev.wilyferret.app.pages;

import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;

interface PageStepStore extends JpaRepository<PageStepRow, PageStepRow.Key> {

    @Modifying(flushAutomatically = true, clearAutomatically = false)
    @Query(
            "delete PageStepRow where key.workspace = :workspace and key.page = :page and (key.step > :last or key.step < :first)")
    void keepOnly(UUID workspace, UUID page, int first, int last);
}
