package dev.wilyferret.app.hosts;

import java.util.Collection;
import java.util.List;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface PublicPlaceStore extends JpaRepository<PublicPlaceRow, PublicPlaceRow.Key> {

    @Query("from PublicPlaceRow where key.workspace = :workspace")
    List<PublicPlaceRow> ofWorkspace(UUID workspace);

    /** All workspaces share the addresses of the installation's own host. */
    @Query("from PublicPlaceRow where key.host = '' and key.path in :paths")
    List<PublicPlaceRow> onTheSharedHost(Collection<String> paths);

    @Query("from PublicPlaceRow where key.workspace = :workspace and key.host = :host and key.path in :paths")
    List<PublicPlaceRow> on(UUID workspace, String host, Collection<String> paths);
}
