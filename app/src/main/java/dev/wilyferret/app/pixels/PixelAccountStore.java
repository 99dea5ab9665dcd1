package dev.wilyferret.app.pixels;

import dev.wilyferret.app.storage.RowKey;
import java.util.List;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface PixelAccountStore extends JpaRepository<PixelAccountRow, RowKey> {

    @Query("from PixelAccountRow where key.workspace = :workspace order by createdAt")
    List<PixelAccountRow> ofWorkspace(UUID workspace);
}
