package dev.wilyferret.app.links;

import dev.wilyferret.app.storage.RowKey;
import java.util.List;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface LinkStore extends JpaRepository<LinkRow, RowKey> {

    @Query("select count(*) > 0 from LinkRow where code = :code")
    boolean taken(String code);

    @Query("from LinkRow where key.workspace = :workspace order by createdAt desc")
    List<LinkRow> ofWorkspace(UUID workspace);
}
