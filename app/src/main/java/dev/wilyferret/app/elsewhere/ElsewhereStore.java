package dev.wilyferret.app.elsewhere;

import dev.wilyferret.app.storage.RowKey;
import java.util.List;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface ElsewhereStore extends JpaRepository<ElsewhereRow, RowKey> {

    @Query("from ElsewhereRow where key.workspace = :workspace order by lower(name)")
    List<ElsewhereRow> ofWorkspace(UUID workspace);
}
