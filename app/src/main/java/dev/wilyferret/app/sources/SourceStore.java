package dev.wilyferret.app.sources;

import dev.wilyferret.app.storage.LockingStore;
import java.util.List;
import java.util.UUID;
import org.springframework.data.jpa.repository.Query;

interface SourceStore extends LockingStore<SourceRow> {

    @Query("from SourceRow where key.workspace = :workspace order by lower(name)")
    List<SourceRow> ofWorkspace(UUID workspace);
}
