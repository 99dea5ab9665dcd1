package dev.wilyferret.app.pages;

import dev.wilyferret.app.storage.RowKey;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.NativeQuery;

interface PageFoldStore extends JpaRepository<PageFoldRow, RowKey> {

    /** Keeps what was measured, whichever of several browsers comes first; of an older draft, it stays as it is. */
    @Modifying
    @NativeQuery("""
            insert into page_fold as known (workspace_id, page_id, revision, facts)
            values (:workspace, :page, :revision, cast(:facts as jsonb))
            on conflict (workspace_id, page_id) do update set revision = excluded.revision, facts = excluded.facts
            where known.revision <= excluded.revision
            """)
    void keep(UUID workspace, UUID page, int revision, String facts);
}
