package dev.wilyferret.app.elsewhere;

import dev.wilyferret.app.storage.LockingStore;
import java.util.List;
import java.util.UUID;
import org.springframework.data.jpa.repository.Query;

interface ElsewhereStore extends LockingStore<ElsewhereRow> {

    @Query("from ElsewhereRow where key.workspace = :workspace order by lower(name)")
    List<ElsewhereRow> ofWorkspace(UUID workspace);
}
