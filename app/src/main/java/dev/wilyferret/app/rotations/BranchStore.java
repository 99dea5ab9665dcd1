package dev.wilyferret.app.rotations;

import dev.wilyferret.app.storage.LockingStore;
import java.util.List;
import java.util.UUID;
import org.springframework.data.jpa.repository.Query;

interface BranchStore extends LockingStore<BranchRow> {

    @Query("from BranchRow where key.workspace = :workspace order by place")
    List<BranchRow> ofWorkspace(UUID workspace);

    @Query("from BranchRow where key.workspace = :workspace and rotation = :rotation order by place")
    List<BranchRow> of(UUID workspace, UUID rotation);
}
