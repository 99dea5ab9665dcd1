package dev.wilyferret.app.rotations;

import dev.wilyferret.app.storage.LockingStore;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.data.jpa.repository.Query;

interface RotationStore extends LockingStore<RotationRow> {

    @Query("from RotationRow where key.workspace = :workspace and behind = :behind")
    Optional<RotationRow> behind(UUID workspace, String behind);

    /** Since when a rotation shares visitors out as it does. */
    interface Shared {
        UUID getRotation();

        Instant getSince();
    }

    @Query("select key.id as rotation, sharedSince as since from RotationRow where key.workspace = :workspace")
    List<Shared> shared(UUID workspace);

    @Query("from RotationRow where key.workspace = :workspace")
    List<RotationRow> ofWorkspace(UUID workspace);
}
