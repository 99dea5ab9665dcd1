package dev.wilyferret.app.workspace;

import dev.wilyferret.app.storage.LockingStore;
import java.util.List;
import java.util.UUID;
import org.springframework.data.jpa.repository.Query;

interface OwnBrowserStore extends LockingStore<OwnBrowserRow> {

    @Query("from OwnBrowserRow where key.workspace = :workspace order by markedAt desc")
    List<OwnBrowserRow> ofWorkspace(UUID workspace);
}
