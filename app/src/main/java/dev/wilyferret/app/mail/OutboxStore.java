package dev.wilyferret.app.mail;

import dev.wilyferret.app.people.Audience;
import dev.wilyferret.app.storage.LockingStore;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.NativeQuery;
import org.springframework.data.jpa.repository.Query;

interface OutboxStore extends LockingStore<OutboxRow> {

    @NativeQuery("""
            select o.* from outbox o join mail m on m.workspace_id = o.workspace_id and m.id = o.mail_id
            where o.state = 'WAITING' and o.due_at <= :now and m.state <> 'STOPPED'
            order by o.due_at, o.id limit :most for update of o skip locked
            """)
    List<OutboxRow> nextDue(Instant now, int most);

    @Modifying
    @NativeQuery("update outbox set state = 'WAITING', due_at = :now where state = 'SENDING'")
    int resume(Instant now);

    /** Whom a broadcast goes to, each once however often this is asked. */
    @Modifying
    @NativeQuery("""
            insert into outbox (workspace_id, id, mail_id, subscriber_id, round, state, due_at, attempts, answer)
            select workspace_id, gen_random_uuid(), :mail, id, 0, 'WAITING', :now, 0, ''
            from
            """ + Audience.MEANT + """
            on conflict (workspace_id, mail_id, subscriber_id, round) do nothing
            """)
    int address(
            UUID workspace,
            UUID mail,
            UUID list,
            Instant now,
            String state,
            String tag,
            String source,
            @org.jspecify.annotations.Nullable UUID page,
            @org.jspecify.annotations.Nullable Instant from,
            @org.jspecify.annotations.Nullable Instant until,
            String text);

    @Query("from OutboxRow where key.workspace = :workspace and open = :open")
    Optional<OutboxRow> opened(UUID workspace, UUID open);

    /** When the last mail that asks for a confirmation is or was due to some of these people. */
    @NativeQuery("""
            select max(o.due_at) from outbox o
            join mail m on m.workspace_id = o.workspace_id and m.id = o.mail_id
            where o.workspace_id = :workspace and m.kind = 'CONFIRM' and o.subscriber_id in :subscribers
            """)
    Optional<Instant> lastAsked(UUID workspace, List<UUID> subscribers);

    /** How many letters of a mail are how far. */
    interface Count {
        UUID getMail();

        String getState();

        long getLetters();
    }

    @NativeQuery("""
            select o.mail_id as mail, o.state as state, count(*) as letters
            from outbox o join mail m on m.workspace_id = o.workspace_id and m.id = o.mail_id
            where o.workspace_id = :workspace and m.list_id = :list
            group by o.mail_id, o.state
            """)
    List<Count> counts(UUID workspace, UUID list);

    @NativeQuery(
            "select mail_id as mail, state, count(*) as letters from outbox where workspace_id = :workspace and mail_id = :mail group by mail_id, state")
    List<Count> countsOf(UUID workspace, UUID mail);

    @Query("select state, count(*) from OutboxRow where key.workspace = :workspace group by state")
    List<Object[]> states(UUID workspace);

    @Query("from OutboxRow where key.workspace = :workspace and state in :states order by dueAt desc, key.id desc")
    List<OutboxRow> latest(UUID workspace, List<Letter.State> states, Limit limit);

    @Query("from OutboxRow where key.workspace = :workspace and subscriber in :subscribers order by dueAt")
    List<OutboxRow> ofPeople(UUID workspace, List<UUID> subscribers);

    @Query(
            "from OutboxRow where key.workspace = :workspace and mail = :mail and subscriber = :subscriber order by round desc limit 1")
    Optional<OutboxRow> lastRound(UUID workspace, UUID mail, UUID subscriber);

    /** The place in the sequence a person has reached, and when they got the mail that stands there. */
    interface Reached {
        int getPosition();

        /** Whether nothing more comes of it: it was sent, refused or dropped. */
        boolean getOver();

        Instant getAt();
    }

    @NativeQuery("""
            select m.position as position, coalesce(o.sent_at, o.due_at) as at,
              o.state not in ('WAITING', 'SENDING') as over
            from outbox o join mail m on m.workspace_id = o.workspace_id and m.id = o.mail_id
            where o.workspace_id = :workspace and o.subscriber_id = :subscriber and m.kind = 'SEQUENCE'
            order by m.position desc limit 1
            """)
    Optional<Reached> reached(UUID workspace, UUID subscriber);

    /** How many confirmed people have reached a place of the sequence; place 0 for those who got nothing of it. */
    interface Reaching {
        int getPosition();

        long getPeople();
    }

    @NativeQuery("""
            select coalesce(r.position, 0) as position, count(*) as people
            from
            """ + Audience.IN_SEQUENCE + """
            left join (
              select o.subscriber_id, max(m.position) as position
              from outbox o join mail m on m.workspace_id = o.workspace_id and m.id = o.mail_id
              where o.workspace_id = :workspace and m.list_id = :list and m.kind = 'SEQUENCE'
              group by o.subscriber_id) r on r.subscriber_id = reader.id
            group by 1
            """)
    List<Reaching> reaching(UUID workspace, UUID list);

    @Modifying
    @Query(
            "update OutboxRow set state = DROPPED, answer = :why where key.workspace = :workspace and subscriber in :subscribers and state = WAITING")
    void drop(UUID workspace, List<UUID> subscribers, String why);

    /** What mail servers answer may hold the address. */
    @Modifying
    @Query("update OutboxRow set answer = '' where key.workspace = :workspace and subscriber in :subscribers")
    void forgetAnswers(UUID workspace, List<UUID> subscribers);

    /** Links of a person's mails that they followed, the latest first. */
    interface Followed {
        Instant getAt();

        UUID getMail();

        String getDestination();
    }

    @NativeQuery("""
            select c.at as at, l.mail_id as mail, l.destination as destination
            from mail_click c
            join mail_link l on l.workspace_id = c.workspace_id and l.id = c.mail_link_id
            join outbox o on o.workspace_id = c.workspace_id and o.id = c.outbox_id
            where c.workspace_id = :workspace and o.subscriber_id in :subscribers
            order by c.at desc limit 100
            """)
    List<Followed> followed(UUID workspace, List<UUID> subscribers);

    @NativeQuery("""
            select o.mail_id as mail, 'CLICKED' as state, count(distinct c.outbox_id) as letters
            from mail_click c join outbox o on o.workspace_id = c.workspace_id and o.id = c.outbox_id
            join mail m on m.workspace_id = o.workspace_id and m.id = o.mail_id
            where c.workspace_id = :workspace and m.list_id = :list group by o.mail_id
            """)
    List<Count> clicked(UUID workspace, UUID list);

    /** What is out in the world with addresses on a host. */
    interface SentWith {
        long getLinks();

        long getLeaving();
    }

    @NativeQuery("""
            select coalesce(sum(s.letters * (s.own + (select count(*) from mail_link l
                where l.workspace_id = s.workspace_id and l.mail_id = s.mail_id))), 0) as links,
              coalesce(sum(case when s.kind = 'CONFIRM' then 0 else s.letters end), 0) as leaving
            from (
              select o.workspace_id, o.mail_id, m.kind, count(*) as letters,
                case when m.kind in ('CONFIRM', 'DELIVERY') then 1 else 0 end as own
              from outbox o join mail m on m.workspace_id = o.workspace_id and m.id = o.mail_id
              where o.workspace_id = :workspace and o.host = :host
              group by o.workspace_id, o.mail_id, m.kind) s
            """)
    SentWith sentWith(UUID workspace, String host);
}
