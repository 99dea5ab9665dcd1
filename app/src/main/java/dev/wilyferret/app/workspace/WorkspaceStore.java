package dev.wilyferret.app.workspace;

import jakarta.persistence.LockModeType;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Lock;
import org.springframework.data.jpa.repository.Query;

interface WorkspaceStore extends JpaRepository<WorkspaceRow, UUID> {

    /** As it stands now, for whoever is going to change it. */
    @Lock(LockModeType.PESSIMISTIC_WRITE)
    @Query("from WorkspaceRow where id = :id")
    Optional<WorkspaceRow> toChange(UUID id);

    @Query("select id from WorkspaceRow")
    List<UUID> ids();
}
