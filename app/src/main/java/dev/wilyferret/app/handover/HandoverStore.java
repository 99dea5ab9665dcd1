package dev.wilyferret.app.handover;

import dev.wilyferret.app.storage.LockingStore;
import java.time.Instant;
import java.util.List;
import java.util.UUID;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.NativeQuery;
import org.springframework.data.jpa.repository.Query;

interface HandoverStore extends LockingStore<HandoverRow> {

    @Query("from HandoverRow where key.workspace = :workspace and list = :list order by madeAt")
    List<HandoverRow> ofList(UUID workspace, UUID list);

    @Modifying
    @NativeQuery("""
            insert into handed (workspace_id, id, handover_id, subscriber_id, state, due_at, attempts, answer)
            values (:workspace, :id, :handover, :subscriber, 'WAITING', :now, 0, '')
            on conflict (workspace_id, handover_id, subscriber_id) do nothing
            """)
    void put(UUID workspace, UUID id, UUID handover, UUID subscriber, Instant now);

    /** Somebody to be handed on. */
    interface Waiting {
        UUID getWorkspace();

        UUID getId();

        UUID getHandover();

        UUID getSubscriber();

        int getAttempts();
    }

    /** Takes those that are due, until {@code lease}: a second process, or this one after a crash, takes them only then. */
    @NativeQuery("""
            update handed h set due_at = :lease
            from (select workspace_id, id from handed where state = 'WAITING' and due_at <= :now
              order by due_at limit :most for update skip locked) due
            where h.workspace_id = due.workspace_id and h.id = due.id
            returning h.workspace_id as workspace, h.id, h.handover_id as handover, h.subscriber_id as subscriber, h.attempts
            """)
    List<Waiting> take(Instant now, Instant lease, int most);

    @Modifying
    @NativeQuery("""
            update handed set state = :state, due_at = :due, attempts = attempts + 1, answer = :answer
            where workspace_id = :workspace and id = :id
            """)
    void note(UUID workspace, UUID id, String state, Instant due, String answer);

    /** What was answered may hold the address. */
    @Modifying
    @NativeQuery("update handed set answer = '' where workspace_id = :workspace and subscriber_id in (:subscribers)")
    void forget(UUID workspace, List<UUID> subscribers);

    /** What became of those handed on, the latest first. */
    interface Handed {
        UUID getHandover();

        UUID getSubscriber();

        String getState();

        int getAttempts();

        String getAnswer();
    }

    @NativeQuery("""
            select d.handover_id as handover, d.subscriber_id as subscriber, d.state, d.attempts, d.answer
            from handed d join handover h on h.workspace_id = d.workspace_id and h.id = d.handover_id
            where d.workspace_id = :workspace and h.list_id = :list order by d.due_at desc limit 50
            """)
    List<Handed> handed(UUID workspace, UUID list);
}
