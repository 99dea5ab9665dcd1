package dev.wilyferret.app.offers;

import dev.wilyferret.app.storage.LockingStore;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.data.jpa.repository.Query;

interface NetworkStore extends LockingStore<NetworkRow> {

    @Query("from NetworkRow where key.workspace = :workspace and lower(name) = lower(:name)")
    Optional<NetworkRow> named(UUID workspace, String name);

    @Query("from NetworkRow where key.workspace = :workspace order by name")
    List<NetworkRow> ofWorkspace(UUID workspace);
}
