package dev.wilyferret.app.shelf;

import dev.wilyferret.app.storage.LockingStore;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.NativeQuery;
import org.springframework.data.jpa.repository.Query;

interface BonusStore extends LockingStore<BonusRow> {

    /** How often a bonus was fetched, and by how many. */
    interface Fetched {
        UUID getBonus();

        long getTimes();

        long getPeople();
    }

    @Query("from BonusRow where key.workspace = :workspace order by createdAt, key.id")
    List<BonusRow> ofWorkspace(UUID workspace);

    @Query("select key.workspace from BonusRow where key.id = :id")
    Optional<UUID> workspaceOf(UUID id);

    @Modifying
    @NativeQuery(
            "insert into fetched (workspace_id, id, bonus_id, subscriber_id, at) values (:workspace, :id, :bonus, :subscriber, :at)")
    void note(UUID workspace, UUID id, UUID bonus, UUID subscriber, Instant at);

    /** A bonus that somebody fetched. */
    interface HandedOut {
        UUID getSubscriber();

        UUID getBonus();

        Instant getAt();
    }

    /** @param people ids as they write themselves */
    @NativeQuery("""
            select subscriber_id as subscriber, bonus_id as bonus, at from fetched
            where workspace_id = :workspace and subscriber_id = any(cast(:people as uuid[]))
            """)
    List<HandedOut> handedOut(UUID workspace, String[] people);

    @NativeQuery("""
            select bonus_id as bonus, count(*) as times, count(distinct subscriber_id) as people
            from fetched where workspace_id = :workspace group by bonus_id
            """)
    List<Fetched> fetched(UUID workspace);
}
