-- Hosts of a workspace's own, by name. One is at work from when its name was first seen to lead here until it is removed.
create table own_host (
  workspace_id uuid not null references workspace (id),
  name text not null,
  added_at timestamptz not null,
  active_at timestamptz,
  removed_at timestamptz,
  -- What the last look at it found; empty when it led here.
  checked_at timestamptz,
  finding text not null default '',
  failing_since timestamptz,
  -- The page shown at its root, and the one shown where there is nothing.
  root_page uuid,
  missing_page uuid,
  primary key (workspace_id, name),
  foreign key (workspace_id, root_page) references page (workspace_id, id),
  foreign key (workspace_id, missing_page) references page (workspace_id, id)
);
create unique index own_host_at_work on own_host (name) where active_at is not null and removed_at is null;
create trigger announce after insert or delete or update of active_at, removed_at, failing_since, root_page, missing_page on own_host
  for each row execute function announce_site_change();

-- Where a promotion's pages, a link, and the links in a list's mails stand; null for the installation's own host. What stood
-- on a host that was removed remembers it, and goes back when the host does.
alter table promotion
  add column host text,
  add column host_removed text,
  add foreign key (workspace_id, host) references own_host (workspace_id, name),
  drop constraint promotion_slug_key;
alter table link
  add column host text,
  add column host_removed text,
  add foreign key (workspace_id, host) references own_host (workspace_id, name),
  drop constraint link_code_key;
alter table mail_list
  add column host text,
  add column host_removed text,
  add foreign key (workspace_id, host) references own_host (workspace_id, name);
-- The host that the links of a letter were sent with.
alter table outbox add column host text;
create index outbox_by_host on outbox (workspace_id, host, mail_id) where host is not null;

-- Every address a promotion or a link has or had, for good: what was handed out goes on leading there, and nobody else
-- gets it. The host is empty for the installation's own, where all workspaces share one set of addresses.
create table public_place (
  workspace_id uuid not null,
  host text not null,
  path text not null,
  promotion_id uuid,
  link_id uuid,
  primary key (workspace_id, host, path),
  foreign key (workspace_id, promotion_id) references promotion (workspace_id, id),
  foreign key (workspace_id, link_id) references link (workspace_id, id) deferrable initially deferred
);
create unique index public_place_shared on public_place (path) where host = '';
create trigger announce after insert or update or delete on public_place for each row execute function announce_site_change();

insert into public_place (workspace_id, host, path, promotion_id) select workspace_id, '', '/' || slug, id from promotion;
insert into public_place (workspace_id, host, path, link_id) select workspace_id, '', '/go/' || code, id from link;

create function keep_public_place() returns trigger language plpgsql as $$
declare
  its_path text := case when tg_table_name = 'link' then '/go/' || (to_jsonb(new) ->> 'code') else '/' || (to_jsonb(new) ->> 'slug') end;
  its_host text := coalesce(new.host, '');
begin
  insert into public_place as known (workspace_id, host, path, promotion_id, link_id)
  values (new.workspace_id, its_host, its_path,
    case when tg_table_name = 'promotion' then new.id end, case when tg_table_name = 'link' then new.id end)
  on conflict do nothing;
  if not exists (
    select 1 from public_place where workspace_id = new.workspace_id and host = its_host and path = its_path
      and coalesce(promotion_id, link_id) = new.id) then
    raise unique_violation using message = its_host || its_path || ' is taken';
  end if;
  return null;
end $$;
create trigger keep_place after insert or update of host, slug on promotion for each row execute function keep_public_place();
create trigger keep_place after insert or update of host, code on link for each row execute function keep_public_place();
