-- Every row belongs to a workspace, and its id comes first in keys, so that large tables can later be spread by it.
create table workspace (
  id uuid primary key,
  name text not null,
  currency char(3) not null,
  zone text not null,
  signing_key bytea not null,
  legal_name text not null default '',
  postal_address text not null default '',
  contact text not null default '',
  privacy text not null default '',
  disclaimer text not null default ''
);

create table account (
  workspace_id uuid not null references workspace (id),
  id uuid not null,
  email text not null,
  password_hash text not null,
  one_time boolean not null,
  created_at timestamptz not null,
  primary key (workspace_id, id)
);
create unique index account_email on account (lower(email));

create table own_browser (
  workspace_id uuid not null references workspace (id),
  id uuid not null,
  token_hash bytea not null unique,
  label text not null,
  marked_at timestamptz not null,
  released_at timestamptz,
  primary key (workspace_id, id)
);

create table media (
  workspace_id uuid not null references workspace (id),
  id uuid not null,
  name text not null,
  kind text not null,
  content_type text not null,
  original_name text not null,
  bytes bigint not null,
  width int not null,
  height int not null,
  created_at timestamptz not null,
  primary key (workspace_id, id),
  unique (workspace_id, name)
);

create table network (
  workspace_id uuid not null references workspace (id),
  id uuid not null,
  name text not null,
  postback_key text not null unique,
  secret text not null,
  created_at timestamptz not null,
  primary key (workspace_id, id)
);
create unique index network_name on network (workspace_id, lower(name));

create table offer (
  workspace_id uuid not null,
  id uuid not null,
  network_id uuid not null,
  name text not null,
  link_template text not null,
  link_fills jsonb not null,
  payout_kind text not null,
  payout_minor bigint not null,
  countries text not null,
  pixel_allowed boolean not null,
  created_at timestamptz not null,
  primary key (workspace_id, id),
  foreign key (workspace_id, network_id) references network (workspace_id, id)
);

create table pixel_account (
  workspace_id uuid not null references workspace (id),
  id uuid not null,
  name text not null,
  pixel_id text not null,
  fire_template text not null,
  view_event text not null,
  lead_event text not null,
  created_at timestamptz not null,
  primary key (workspace_id, id)
);

create table promotion (
  workspace_id uuid not null,
  id uuid not null,
  offer_id uuid not null,
  name text not null,
  slug text not null unique,
  created_at timestamptz not null,
  primary key (workspace_id, id),
  foreign key (workspace_id, offer_id) references offer (workspace_id, id)
);

create table page (
  workspace_id uuid not null,
  id uuid not null,
  promotion_id uuid not null,
  kind text not null,
  name text not null,
  slug text not null,
  draft jsonb not null,
  revision int not null,
  published jsonb,
  published_version int not null,
  published_at timestamptz,
  created_at timestamptz not null,
  primary key (workspace_id, id),
  unique (workspace_id, promotion_id, slug),
  foreign key (workspace_id, promotion_id) references promotion (workspace_id, id)
);

create table page_version (
  workspace_id uuid not null,
  page_id uuid not null,
  version int not null,
  document jsonb not null,
  changes text not null,
  published_at timestamptz not null,
  primary key (workspace_id, page_id, version),
  foreign key (workspace_id, page_id) references page (workspace_id, id)
);

create table link (
  workspace_id uuid not null,
  id uuid not null,
  promotion_id uuid not null,
  code text not null unique,
  page_id uuid,
  source text not null,
  medium text not null,
  campaign text not null,
  term text not null,
  content text not null,
  paused boolean not null,
  created_at timestamptz not null,
  primary key (workspace_id, id),
  foreign key (workspace_id, promotion_id) references promotion (workspace_id, id),
  foreign key (workspace_id, page_id) references page (workspace_id, id)
);

-- What visitors do: append-only, split by month. The moment is the one inside the id, so the key stays unique per id.
create table click (
  workspace_id uuid not null,
  id uuid not null,
  at timestamptz not null,
  promotion_id uuid not null,
  visitor_id uuid not null,
  link_id uuid,
  own boolean not null,
  verdict text not null,
  verdict_sign text not null,
  address text not null,
  user_agent text not null,
  referrer text not null,
  language text not null,
  query text not null,
  primary key (workspace_id, id, at)
) partition by range (at);
create index click_by_promotion on click (workspace_id, promotion_id, at);

create table site_event (
  workspace_id uuid not null,
  id uuid not null,
  at timestamptz not null,
  promotion_id uuid not null,
  click_id uuid not null,
  visitor_id uuid not null,
  page_id uuid not null,
  kind text not null,
  pixel_id uuid,
  pixel_event text,
  pixel_answer text,
  took_ms int,
  primary key (workspace_id, id, at)
) partition by range (at);
create index site_event_by_promotion on site_event (workspace_id, promotion_id, at);
create index site_event_by_click on site_event (workspace_id, click_id);
create index site_event_by_pixel on site_event (workspace_id, pixel_id, at) where pixel_id is not null;

create table click_default partition of click default;
create table site_event_default partition of site_event default;

-- Makes the partition of the month that holds the moment, where it is missing; says whether it made one.
create function ensure_month_partitions(moment timestamptz) returns boolean language plpgsql as $$
declare
  first timestamptz := date_trunc('month', moment, 'UTC');
  next timestamptz := date_trunc('month', first + interval '32 days', 'UTC');
  suffix text := to_char(first at time zone 'UTC', 'YYYY_MM');
  made boolean := false;
  parent text;
begin
  foreach parent in array array['click', 'site_event'] loop
    if to_regclass(parent || '_' || suffix) is null then
      execute format('create table %I partition of %I for values from (%L) to (%L)', parent || '_' || suffix, parent, first, next);
      made := true;
    end if;
  end loop;
  return made;
end $$;

-- The owner's word on a click, over the verdict: the latest stands. The click itself never changes.
create table click_ruling (
  workspace_id uuid not null,
  click_id uuid not null,
  counts boolean not null,
  ruled_at timestamptz not null,
  primary key (workspace_id, click_id)
);

-- How each click stands in the figures: the one place that says so.
create view standing_click as
select
  c.*,
  case
    when r.counts then 'COUNTED'
    when r.counts = false then 'TAKEN_OUT'
    when c.own then 'OWN'
    when c.verdict <> 'COUNTED' then 'FILTERED'
    else 'COUNTED'
  end as standing
from click c
left join click_ruling r on r.workspace_id = c.workspace_id and r.click_id = c.id;

create table sale (
  workspace_id uuid not null,
  id uuid not null,
  network_id uuid not null,
  order_ref text not null,
  click_id uuid not null,
  promotion_id uuid not null,
  offer_id uuid not null,
  commission_minor bigint not null,
  order_minor bigint not null,
  sold_at timestamptz not null,
  primary key (workspace_id, id),
  unique (workspace_id, network_id, order_ref)
);
create index sale_by_click on sale (workspace_id, click_id);

create table postback (
  workspace_id uuid not null,
  id uuid not null,
  network_id uuid not null,
  received_at timestamptz not null,
  outcome text not null,
  note text not null,
  click_ref text not null,
  order_ref text not null,
  commission text not null,
  order_value text not null,
  primary key (workspace_id, id)
);
create index postback_by_outcome on postback (workspace_id, outcome, received_at);

-- Whatever the public site draws on announces whose it is when it changes, whichever process changed it.
create function announce_site_change() returns trigger language plpgsql as $$
declare
  changed jsonb := to_jsonb(coalesce(new, old));
begin
  perform pg_notify('site_change', coalesce(changed ->> 'workspace_id', changed ->> 'id'));
  return null;
end $$;

create trigger announce after insert or update or delete on workspace for each row execute function announce_site_change();
create trigger announce after insert or update or delete on own_browser for each row execute function announce_site_change();
create trigger announce after insert or update or delete on media for each row execute function announce_site_change();
create trigger announce after insert or update or delete on network for each row execute function announce_site_change();
create trigger announce after insert or update or delete on offer for each row execute function announce_site_change();
create trigger announce after insert or update or delete on pixel_account for each row execute function announce_site_change();
create trigger announce after insert or update or delete on promotion for each row execute function announce_site_change();
create trigger announce after insert or update or delete on link for each row execute function announce_site_change();
create trigger announce after insert or delete or update of slug, published on page for each row execute function announce_site_change();
