package dev.wilyferret.app.rotations;

import dev.wilyferret.app.storage.RowKey;
import java.util.List;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface MarkStore extends JpaRepository<MarkRow, RowKey> {

    @Query("from MarkRow where key.workspace = :workspace and rotation = :rotation order by at, key.id")
    List<MarkRow> of(UUID workspace, UUID rotation);
}
