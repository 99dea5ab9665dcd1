package dev.wilyferret.app.shelf;

import dev.wilyferret.app.storage.RowKey;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.NativeQuery;
import org.springframework.data.jpa.repository.Query;

interface MediaStore extends JpaRepository<MediaRow, RowKey> {

    @Query("from MediaRow where key.workspace = :workspace and name = :name")
    Optional<MediaRow> named(UUID workspace, String name);

    @Query("from MediaRow where key.workspace = :workspace order by createdAt desc")
    List<MediaRow> ofWorkspace(UUID workspace);

    /** Waits until nobody else has the turn of this name; it is let go with the transaction. */
    @NativeQuery("select cast(pg_advisory_xact_lock(hashtextextended(:name, 0)) as text)")
    String takeTurn(String name);
}
