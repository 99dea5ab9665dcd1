package dev.wilyferret.app.pixels;

import dev.wilyferret.app.storage.LockingStore;
import java.util.List;
import java.util.UUID;
import org.springframework.data.jpa.repository.Query;

interface PixelAccountStore extends LockingStore<PixelAccountRow> {

    @Query("from PixelAccountRow where key.workspace = :workspace order by createdAt")
    List<PixelAccountRow> ofWorkspace(UUID workspace);
}
