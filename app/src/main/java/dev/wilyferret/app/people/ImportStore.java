package dev.wilyferret.app.people;

import dev.wilyferret.app.storage.LockingStore;
import jakarta.persistence.LockModeType;
import java.time.Instant;
import java.util.List;
import java.util.UUID;
import org.springframework.data.jpa.repository.Lock;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.NativeQuery;
import org.springframework.data.jpa.repository.Query;

interface ImportStore extends LockingStore<ImportRow> {

    @Query("from ImportRow where state = RUNNING")
    List<ImportRow> running();

    @Lock(LockModeType.PESSIMISTIC_WRITE)
    @Query("from ImportRow where key.workspace = :workspace and state <> DONE order by key.id")
    List<ImportRow> undone(UUID workspace);

    /** Keeps the imports of a workspace from going on until the transaction ends. */
    @NativeQuery("select id from import_run where workspace_id = :workspace order by id for no key update")
    List<UUID> hold(UUID workspace);

    /** Puts rows on a list as confirmed, leaving out addresses it has; gives the keys of those that were put. */
    @NativeQuery("""
            with put as (
              insert into subscriber (workspace_id, id, list_id, email, address_key, first_name, last_name, phone, answers, tags,
                state, source, campaign, country, consent, suspect, order_ref, joined_at, confirmed_at, in_sequence, look_at)
              select :workspace, t.id, :list, t.email, t.key, t.first, t.last, t.phone, '{}',
                case when t.tag = '' then array[]::text[] else array[t.tag] end,
                'CONFIRMED', 'import', '', '', '', '', '', cast(:now as timestamptz), cast(:now as timestamptz), :sequence,
                case when :sequence then cast(:now as timestamptz) else null end
              from unnest(cast(:ids as uuid[]), cast(:emails as text[]), cast(:keys as text[]), cast(:firsts as text[]),
                cast(:lasts as text[]), cast(:phones as text[]), cast(:tags as text[])) as t(id, email, key, first, last, phone, tag)
              on conflict (workspace_id, list_id, address_key) do nothing
              returning address_key)
            select address_key from put
            """)
    List<String> put(
            UUID workspace,
            UUID list,
            Instant now,
            boolean sequence,
            UUID[] ids,
            String[] emails,
            String[] keys,
            String[] firsts,
            String[] lasts,
            String[] phones,
            String[] tags);

    /** The rows that were not taken name their addresses. */
    @Modifying
    @NativeQuery("""
            update import_run set errors = replace(replace(errors, :address, '(erased)'), :key, '(erased)')
            where workspace_id = :workspace and (position(:address in errors) > 0 or position(:key in errors) > 0)
            """)
    void forget(UUID workspace, String address, String key);

    @NativeQuery(
            "select address_key from subscriber where workspace_id = :workspace and list_id = :list and state = 'LEFT' and address_key = any(cast(:keys as text[]))")
    List<String> left(UUID workspace, UUID list, String[] keys);
}
