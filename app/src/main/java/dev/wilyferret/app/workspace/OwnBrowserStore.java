package dev.wilyferret.app.workspace;

import dev.wilyferret.app.storage.RowKey;
import java.util.List;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface OwnBrowserStore extends JpaRepository<OwnBrowserRow, RowKey> {

    @Query("from OwnBrowserRow where key.workspace = :workspace order by markedAt desc")
    List<OwnBrowserRow> ofWorkspace(UUID workspace);
}
