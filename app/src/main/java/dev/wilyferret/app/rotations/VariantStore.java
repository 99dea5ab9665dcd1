package dev.wilyferret.app.rotations;

import dev.wilyferret.app.storage.RowKey;
import java.util.List;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface VariantStore extends JpaRepository<VariantRow, RowKey> {

    @Query("from VariantRow where key.workspace = :workspace order by place")
    List<VariantRow> ofWorkspace(UUID workspace);

    @Query("from VariantRow where key.workspace = :workspace and leadsTo = :page")
    List<VariantRow> leadingTo(UUID workspace, String page);

    @Query("from VariantRow where key.workspace = :workspace and rotation = :rotation order by place")
    List<VariantRow> of(UUID workspace, UUID rotation);
}
