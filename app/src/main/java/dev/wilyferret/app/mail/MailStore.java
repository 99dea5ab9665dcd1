package dev.wilyferret.app.mail;

import dev.wilyferret.app.storage.LockingStore;
import dev.wilyferret.app.storage.RowKey;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.NativeQuery;
import org.springframework.data.jpa.repository.Query;

interface MailStore extends LockingStore<MailRow> {

    @Query(
            "from MailRow where key.workspace = :workspace and list = :list and kind = :kind and removedAt is null order by position, madeAt")
    List<MailRow> ofKind(UUID workspace, UUID list, Written.Kind kind);

    @Query("""
            select list from MailRow where key.workspace = :workspace and kind = SEQUENCE and removedAt is null
            group by list having max(case when live then 1 else 0 end) = 0
            """)
    Set<UUID> listsSwitchedOff(UUID workspace);

    /** Broadcasts that are under way, or whose time has come. */
    @Query("""
            select key from MailRow
            where kind = BROADCAST and removedAt is null and (state = RUNNING or state = SCHEDULED and sendAt <= :now)
            order by key.id
            """)
    List<RowKey> underWay(Instant now);

    @Query("select max(position) from MailRow where key.workspace = :workspace and list = :list and kind = :kind")
    Optional<Integer> lastPosition(UUID workspace, UUID list, Written.Kind kind);

    /** Names the destination of a link once a mail; the id it has stays. */
    @Modifying
    @NativeQuery("""
            insert into mail_link (workspace_id, id, mail_id, destination, link_id) values (:workspace, :id, :mail, :destination, null)
            on conflict (workspace_id, mail_id, destination) do nothing
            """)
    int nameLink(UUID workspace, UUID id, UUID mail, String destination);

    /** A link of a mail. */
    interface Linked {
        UUID getId();

        UUID getMail();

        String getDestination();

        Optional<UUID> getLink();
    }

    @NativeQuery(
            "select id, mail_id as mail, destination, link_id as link from mail_link where workspace_id = :workspace and mail_id = :mail")
    List<Linked> links(UUID workspace, UUID mail);

    @NativeQuery(
            "select id, mail_id as mail, destination, link_id as link from mail_link where workspace_id = :workspace and id = :id")
    Optional<Linked> link(UUID workspace, UUID id);

    @Modifying
    @NativeQuery("update mail_link set link_id = :link where workspace_id = :workspace and id = :id")
    void tie(UUID workspace, UUID id, UUID link);

    /** A link of a mail that somebody followed. */
    interface Came {
        UUID getSubscriber();

        UUID getMail();

        Instant getAt();
    }

    /** @param people ids as they write themselves */
    @NativeQuery("""
            select o.subscriber_id as subscriber, o.mail_id as mail, c.at as at from outbox o
            join mail_click c on c.workspace_id = o.workspace_id and c.outbox_id = o.id
            where o.workspace_id = :workspace and o.subscriber_id = any(cast(:people as uuid[]))
            """)
    List<Came> came(UUID workspace, String[] people);

    @Modifying
    @NativeQuery(
            "insert into mail_click (workspace_id, id, mail_link_id, outbox_id, at) values (:workspace, :id, :link, :outbox, :at)")
    void noteClick(UUID workspace, UUID id, UUID link, UUID outbox, Instant at);
}
