package dev.wilyferret.app.people;

import dev.wilyferret.app.storage.LockingStore;
import dev.wilyferret.app.storage.RowKey;
import jakarta.persistence.LockModeType;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.data.jpa.repository.Lock;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.NativeQuery;
import org.springframework.data.jpa.repository.Query;

interface SubscriberStore extends LockingStore<SubscriberRow> {

    /** Takes an address for a list; 0 if it has it already. Two at the same moment cannot both take it. */
    @Modifying
    @NativeQuery("""
            insert into subscriber (workspace_id, id, list_id, email, address_key, first_name, last_name, phone, answers, tags,
              state, source, campaign, country, consent, suspect, order_ref, joined_at, in_sequence)
            values (:workspace, :id, :list, :email, :key, '', '', '', '{}', '{}', 'PENDING', '', '', '', '', '', '', :at, true)
            on conflict (workspace_id, list_id, address_key) do nothing
            """)
    int insertOnce(UUID workspace, UUID id, UUID list, String email, String key, Instant at);

    @Query("from SubscriberRow where key.workspace = :workspace and list = :list and addressKey = :key")
    Optional<SubscriberRow> onList(UUID workspace, UUID list, String key);

    @Lock(LockModeType.PESSIMISTIC_WRITE)
    @Query("from SubscriberRow where key.workspace = :workspace and list = :list and addressKey = :key")
    Optional<SubscriberRow> onListToChange(UUID workspace, UUID list, String key);

    /** Somebody who confirmed an address. */
    interface Confirmed {
        UUID getId();

        Instant getAt();
    }

    @NativeQuery("""
            select id, confirmed_at as at from subscriber
            where workspace_id = :workspace and id = any(cast(:ids as uuid[])) and confirmed_at is not null
            """)
    List<Confirmed> confirmed(UUID workspace, String[] ids);

    @Query("select addressKey from SubscriberRow where key = :key")
    Optional<String> addressKey(RowKey key);

    @Query("from SubscriberRow where key.workspace = :workspace and pass = :pass")
    Optional<SubscriberRow> ofPass(UUID workspace, UUID pass);

    @Query("from SubscriberRow where key.workspace = :workspace and addressKey = :key order by joinedAt")
    List<SubscriberRow> ofAddress(UUID workspace, String key);

    @Lock(LockModeType.PESSIMISTIC_WRITE)
    @Query("from SubscriberRow where key.workspace = :workspace and addressKey = :key order by key.id")
    List<SubscriberRow> ofAddressToChange(UUID workspace, String key);

    @NativeQuery("select * from " + Audience.MEANT + " order by joined_at desc, id desc limit :most offset :skip")
    List<SubscriberRow> meant(
            UUID workspace,
            UUID list,
            String state,
            String tag,
            String source,
            @Nullable UUID page,
            @Nullable Instant from,
            @Nullable Instant until,
            String text,
            int most,
            int skip);

    @NativeQuery("select count(*) from " + Audience.MEANT)
    long count(
            UUID workspace,
            UUID list,
            String state,
            String tag,
            String source,
            @Nullable UUID page,
            @Nullable Instant from,
            @Nullable Instant until,
            String text);

    @NativeQuery("select * from subscriber where look_at <= :now order by look_at limit :most for update skip locked")
    List<SubscriberRow> toLookAt(Instant now, int most);

    /** Somebody to look at. */
    interface Due {
        UUID getWorkspace();

        UUID getId();
    }

    @NativeQuery(
            "select workspace_id as workspace, id from subscriber where look_at <= :now order by look_at limit :most")
    List<Due> dueToLookAt(Instant now, int most);

    @NativeQuery(
            "select * from subscriber where workspace_id = :workspace and id = :id and look_at <= :now for update skip locked")
    Optional<SubscriberRow> toLookAt(UUID workspace, UUID id, Instant now);

    @Modifying
    @NativeQuery("update subscriber set look_at = :later where workspace_id = :workspace and id = :id")
    void putOff(UUID workspace, UUID id, Instant later);

    @Modifying
    @NativeQuery("""
            update subscriber set look_at = :now
            where workspace_id = :workspace and list_id = :list and state = 'CONFIRMED' and in_sequence
            """)
    void lookAgain(UUID workspace, UUID list, Instant now);

    @Modifying
    @NativeQuery("""
            update subscriber set look_at = :now
            where workspace_id = :workspace and id = :subscriber and state = 'CONFIRMED' and in_sequence
            """)
    void lookOn(UUID workspace, UUID subscriber, Instant now);

    @NativeQuery(
            "select distinct source from subscriber where workspace_id = :workspace and list_id = :list and source <> '' order by 1 limit 100")
    List<String> sources(UUID workspace, UUID list);

    @NativeQuery(
            "select distinct unnest(tags) from subscriber where workspace_id = :workspace and list_id = :list order by 1 limit 200")
    List<String> tags(UUID workspace, UUID list);
}
