package dev.wilyferret.app.hosts;

import java.util.Collection;
import java.util.List;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface PublicPlaceStore extends JpaRepository<PublicPlaceRow, PublicPlaceRow.Key> {

    @Query("from PublicPlaceRow where key.workspace = :workspace and lost = :lost")
    List<PublicPlaceRow> ofWorkspace(UUID workspace, boolean lost);

    /** Of whichever workspace. */
    @Query("from PublicPlaceRow where not lost and key.host = :host and key.path in :paths")
    List<PublicPlaceRow> on(String host, Collection<String> paths);
}
