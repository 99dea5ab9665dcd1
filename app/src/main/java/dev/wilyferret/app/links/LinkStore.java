package dev.wilyferret.app.links;

import dev.wilyferret.app.storage.RowKey;
import java.util.List;
import java.util.Set;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface LinkStore extends JpaRepository<LinkRow, RowKey> {

    @Query("select count(*) > 0 from LinkRow where code = :code")
    boolean taken(String code);

    @Query("select code from LinkRow where code in :codes")
    Set<String> takenOf(List<String> codes);

    @Query("from LinkRow where key.workspace = :workspace order by createdAt desc, key.id desc")
    List<LinkRow> ofWorkspace(UUID workspace);

    @Query(
            "from LinkRow where key.workspace = :workspace and promotion = :promotion order by createdAt desc, key.id desc")
    List<LinkRow> ofPromotion(UUID workspace, UUID promotion);
}
