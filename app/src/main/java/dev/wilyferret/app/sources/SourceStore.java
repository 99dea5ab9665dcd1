package dev.wilyferret.app.sources;

import dev.wilyferret.app.storage.RowKey;
import java.util.List;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface SourceStore extends JpaRepository<SourceRow, RowKey> {

    @Query("from SourceRow where key.workspace = :workspace order by lower(name)")
    List<SourceRow> ofWorkspace(UUID workspace);
}
