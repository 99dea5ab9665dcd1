-- The tables of Wily Ferret, by feature.

-- ---- The workspace and who may enter it ---------------------------------------------------------------------------
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
  disclaimer text not null default '',
  -- How large the files may be that the shelf takes.
  most_picture_mb int not null default 8,
  most_file_mb int not null default 50,
  erasure_key bytea not null
);

create table account (
  workspace_id uuid not null references workspace (id),
  id uuid not null,
  email text not null,
  password_hash text not null,
  one_time boolean not null,
  created_at timestamptz not null,
  -- A one-time password ends.
  one_time_until timestamptz,
  primary key (workspace_id, id)
);
create unique index account_email on account (lower(email));

-- Browsers of the workspace's own people, whose visits never count.
create table own_browser (
  workspace_id uuid not null references workspace (id),
  id uuid not null,
  token_hash bytea not null unique,
  label text not null,
  marked_at timestamptz not null,
  released_at timestamptz,
  primary key (workspace_id, id)
);

-- The key that secrets are sealed with, itself sealed with the operator's key, which lies in a file.
create table data_key (
  id int primary key,
  wrapped bytea not null,
  made_at timestamptz not null
);

-- How far something has come that goes over the past day by day.
create table pass_over (
  name text primary key,
  done_until timestamptz not null
);

-- ---- What is on the shelf -----------------------------------------------------------------------------------------

-- Uploaded pictures, videos and files. Smaller copies of a picture are named after it and their width.
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
  description text not null default '',
  widths text not null default '',
  primary key (workspace_id, id),
  unique (workspace_id, name)
);

-- What can be given away: it fills bonus lists, and is handed out on download pages.
create table bonus (
  workspace_id uuid not null references workspace (id),
  id uuid not null,
  name text not null,
  about text not null,
  picture text not null,
  worth text not null,
  file text not null,
  link text not null,
  terms text not null,
  created_at timestamptz not null,
  -- The lists whose people get it; none means those of any list.
  lists uuid[] not null default '{}',
  primary key (workspace_id, id)
);

-- ---- Networks and their offers ------------------------------------------------------------------------------------

create table network (
  workspace_id uuid not null references workspace (id),
  id uuid not null,
  name text not null,
  postback_key text not null unique,
  secret text not null,
  created_at timestamptz not null,
  -- POINT (1,234.50), COMMA (1.234,50), or empty where its owner has not said.
  number_style text not null default '',
  -- What it takes in a sub ID: how many characters (0 for no limit that is known), and which.
  sub_id_most int not null default 0,
  sub_id_signs text not null default 'ANY',
  -- How it writes its postbacks.
  postback_names text not null,
  postback_words text not null,
  without_order boolean not null,
  signed boolean not null,
  zone text not null,
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
  -- What it takes in a day of its network; 0 for no cap.
  cap_most int not null,
  cap_counted text not null,
  watched boolean not null,
  -- The network's day on which the cap was reached last.
  full_on date,
  failing_since timestamptz,
  failing_why text not null,
  primary key (workspace_id, id),
  foreign key (workspace_id, network_id) references network (workspace_id, id)
);

-- ---- Ad platforms -------------------------------------------------------------------------------------------------

create table pixel_account (
  workspace_id uuid not null references workspace (id),
  id uuid not null,
  name text not null,
  pixel_id text not null,
  fire_template text not null,
  view_event text not null,
  lead_event text not null,
  created_at timestamptz not null,
  way text not null,
  server_template text not null,
  server_body text not null,
  token text not null,
  sale_event text not null,
  checkout_event text not null,
  -- Further origins that the image leads browsers over, one a line.
  also_asked text not null,
  -- The own code of an ad platform that browsers run instead of asking for an image; empty for none.
  snippet text not null,
  primary key (workspace_id, id)
);

-- What the program is to tell ad platforms itself, and what came of it.
create table pixel_send (
  workspace_id uuid not null,
  id uuid not null,
  pixel_id uuid not null,
  click_id uuid not null,
  page_id uuid,
  event text not null,
  event_id text not null,
  happened_at timestamptz not null,
  value_minor bigint,
  state text not null,
  tries int not null,
  due_at timestamptz not null,
  answer text not null,
  primary key (workspace_id, id),
  foreign key (workspace_id, pixel_id) references pixel_account (workspace_id, id)
);
create index pixel_send_due on pixel_send (pixel_id, due_at) where state = 'WAITING';
create index pixel_send_of_pixel on pixel_send (workspace_id, pixel_id, happened_at);
create index pixel_send_of_click on pixel_send (workspace_id, click_id);

-- Clicks of people who were erased: nothing of them is put into the queue to ad platforms any more.
create table pixel_forgotten (
  workspace_id uuid not null,
  click_id uuid not null,
  at timestamptz not null,
  primary key (workspace_id, click_id)
);

-- ---- Promotions, their hosts and pages ----------------------------------------------------------------------------

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
  primary key (workspace_id, name)
);
create unique index own_host_at_work on own_host (name) where active_at is not null and removed_at is null;

create table promotion (
  workspace_id uuid not null,
  id uuid not null,
  offer_id uuid not null,
  name text not null,
  slug text not null,
  created_at timestamptz not null,
  -- Where its pages stand; null for the installation's own host. What stood on a host that was removed remembers it, and
  -- goes back when the host does.
  host text,
  host_removed text,
  primary key (workspace_id, id),
  foreign key (workspace_id, host) references own_host (workspace_id, name),
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
  -- The starting design it was made from, so that designs can be told by how their pages did.
  design text not null default '',
  -- Where the draft stands among its kept steps.
  step int not null default 0,
  -- Whether visitors land on it who come without a link.
  landing boolean not null default false,
  primary key (workspace_id, id),
  unique (workspace_id, promotion_id, slug),
  constraint landing_is_read check (kind <> 'REDIRECT' or not landing),
  foreign key (workspace_id, promotion_id) references promotion (workspace_id, id)
);
create unique index one_landing on page (workspace_id, promotion_id) where landing;

alter table own_host
  add foreign key (workspace_id, root_page) references page (workspace_id, id),
  add foreign key (workspace_id, missing_page) references page (workspace_id, id);

-- What was published, each with what had changed.
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

-- The states a draft went through, so that edits can be undone and done again.
create table page_step (
  workspace_id uuid not null,
  page_id uuid not null,
  step int not null,
  document jsonb not null,
  what text not null,
  made_at timestamptz not null,
  primary key (workspace_id, page_id, step),
  foreign key (workspace_id, page_id) references page (workspace_id, id)
);

-- What the live page showed before scrolling, as measured in a browser.
create table page_fold (
  workspace_id uuid not null,
  page_id uuid not null,
  revision int not null,
  facts jsonb not null,
  primary key (workspace_id, page_id),
  foreign key (workspace_id, page_id) references page (workspace_id, id)
);

-- ---- Sources and tracking links -----------------------------------------------------------------------------------

-- Places that traffic comes from.
create table traffic_source (
  workspace_id uuid not null references workspace (id),
  id uuid not null,
  name text not null,
  tag text not null,
  medium text not null,
  -- A line each of parameter, token and sample, with tabs between.
  tokens text not null,
  cost_kind text not null,
  cost_minor bigint not null,
  created_at timestamptz not null,
  primary key (workspace_id, id)
);
create unique index source_tag on traffic_source (workspace_id, lower(tag));

-- Stored addresses elsewhere, by name. The address is a template that may take the click id and tags.
create table elsewhere_place (
  workspace_id uuid not null references workspace (id),
  id uuid not null,
  name text not null,
  address text not null,
  created_at timestamptz not null,
  primary key (workspace_id, id)
);
create unique index elsewhere_name on elsewhere_place (workspace_id, lower(name));

create table link (
  workspace_id uuid not null,
  id uuid not null,
  promotion_id uuid not null,
  code text not null,
  source text not null,
  medium text not null,
  campaign text not null,
  term text not null,
  content text not null,
  paused boolean not null,
  created_at timestamptz not null,
  -- Where it leads, and where it leads once it has ended, as core.link.Destination writes it; empty for nowhere.
  leads_to text not null default 'offer',
  ends_at timestamptz,
  most_clicks int,
  then_to text not null default '',
  source_id uuid,
  own_tags text not null default '',
  note text not null default '',
  ad_words text not null default '',
  archived boolean not null default false,
  host text,
  host_removed text,
  primary key (workspace_id, id),
  foreign key (workspace_id, host) references own_host (workspace_id, name),
  foreign key (workspace_id, promotion_id) references promotion (workspace_id, id),
  foreign key (workspace_id, source_id) references traffic_source (workspace_id, id)
);
create index link_by_promotion on link (workspace_id, promotion_id);

-- Every address a promotion or a link has or had, for good: what was handed out goes on leading there, and nobody else
-- gets it. The host is empty for the installation's own, where all workspaces share one set of addresses.
create table public_place (
  workspace_id uuid not null,
  host text not null,
  path text not null,
  promotion_id uuid,
  link_id uuid,
  primary key (workspace_id, host, path),
  foreign key (workspace_id, link_id) references link (workspace_id, id) deferrable initially deferred,
  foreign key (workspace_id, promotion_id) references promotion (workspace_id, id)
);
create unique index public_place_shared on public_place (path) where host = '';

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

-- ---- Rotations ----------------------------------------------------------------------------------------------------

-- Variants behind one address, which share its new visitors. Behind: as core.rotation.Behind writes it.
create table rotation (
  workspace_id uuid not null references workspace (id),
  id uuid not null,
  promotion_id uuid not null,
  behind text not null,
  in_turn boolean not null,
  seed bigint not null,
  round int not null,
  -- Turns are counted from here on: when weights or states last changed.
  shared_since timestamptz not null,
  created_at timestamptz not null,
  goal text not null,
  -- The smallest difference worth having, and the share that steering leaves each variant, both in percent.
  worth int not null,
  floor int not null,
  sharing text not null,
  leader uuid,
  -- Offers that are shut, and the stretch that goes on once they are back.
  shut_offers uuid[] not null default '{}',
  goes_on int,
  -- Between two changes; numbered through all rounds.
  stretch int not null,
  primary key (workspace_id, id),
  foreign key (workspace_id, promotion_id) references promotion (workspace_id, id)
);
create unique index rotation_behind on rotation (workspace_id, behind);
create index rotation_by_promotion on rotation (workspace_id, promotion_id);

-- Variants for those of whom something is so; read from top to bottom, the rest behind them.
create table rotation_branch (
  workspace_id uuid not null,
  id uuid not null,
  rotation_id uuid not null,
  place int not null,
  circumstance text not null,
  primary key (workspace_id, id),
  foreign key (workspace_id, rotation_id) references rotation (workspace_id, id)
);
create index branch_by_rotation on rotation_branch (workspace_id, rotation_id);

create table rotation_variant (
  workspace_id uuid not null,
  id uuid not null,
  rotation_id uuid not null,
  name text not null,
  note text not null,
  leads_to text not null,
  weight int not null,
  state text not null,
  place int not null,
  branch_id uuid,
  primary key (workspace_id, id),
  foreign key (workspace_id, branch_id) references rotation_branch (workspace_id, id),
  foreign key (workspace_id, rotation_id) references rotation (workspace_id, id)
);
create index variant_by_rotation on rotation_variant (workspace_id, rotation_id);

-- What changed while a rotation counted.
create table rotation_mark (
  workspace_id uuid not null,
  id uuid not null,
  rotation_id uuid not null,
  round int not null,
  stretch int not null,
  at timestamptz not null,
  kind text not null,
  words text not null,
  primary key (workspace_id, id),
  foreign key (workspace_id, rotation_id) references rotation (workspace_id, id)
);
create index rotation_mark_by_rotation on rotation_mark (workspace_id, rotation_id, at);

-- ---- The click log ------------------------------------------------------------------------------------------------
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
  -- Of the link at that moment source, medium, campaign, term and content, a line each; empty without a link.
  tags text not null default '',
  network text not null default '',
  country text not null default '',
  device text not null default 'UNKNOWN',
  -- Headers that have no column of their own, a line each: name, colon, what it says.
  headers text not null default '',
  -- Names for the user agent, once that is cut.
  browser text not null default '',
  -- What was drawn for it, with the share at that moment; first where a turn was taken for it.
  variant_id uuid,
  rotation_id uuid,
  stretch int,
  share real,
  first_draw boolean,
  -- True where it goes on with a visit that had taken all it takes: its link was not followed once more.
  continued boolean,
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
  page_id uuid,
  kind text not null,
  pixel_id uuid,
  pixel_event text,
  pixel_answer text,
  took_ms int,
  offer_id uuid,
  -- The file that a page handed out, by its name on the shelf.
  file text,
  elsewhere_id uuid,
  step_name text,
  -- In minor units of the workspace's currency.
  step_amount bigint,
  step_label text,
  variant_id uuid,
  rotation_id uuid,
  stretch int,
  share real,
  first_draw boolean,
  primary key (workspace_id, id, at)
) partition by range (at);
create index site_event_by_promotion on site_event (workspace_id, promotion_id, at);
create index site_event_by_click on site_event (workspace_id, click_id, id);
create index site_event_by_pixel on site_event (workspace_id, pixel_id, at) where pixel_id is not null;
-- Whether a promotion's lead pixel was ever answered, without going through all its events.
create index site_event_lead_answered on site_event (workspace_id, promotion_id)
  where pixel_event = 'LEAD' and pixel_answer in ('ANSWERED', 'RAN', 'ASKED_WITHOUT_SCRIPT');
-- When a pixel was last answered, and how often of late, without going through all its events.
create index site_event_pixel_answered on site_event (workspace_id, pixel_id, at)
  where pixel_answer in ('ANSWERED', 'RAN', 'ASKED_WITHOUT_SCRIPT');
-- What was told of a page's steps, without going through all its events.
create index site_event_step on site_event (workspace_id, page_id, at) where step_name is not null;

-- What falls into no month that is there; it is moved into its own as soon as that is made.
create table click_default partition of click default;
create table site_event_default partition of site_event default;

-- Makes the partition of the month that holds the moment, of one of the two tables, where it is missing. It is made apart and then put
-- in its place, so that nobody who reads or writes the table is waited for; only who reads the default partition is, and no longer than
-- the caller's lock_timeout: then it fails, and nothing is done.
create function ensure_month_partition(parent text, moment timestamptz) returns boolean language plpgsql as $$
declare
  first timestamptz := date_trunc('month', moment, 'UTC');
  next timestamptz := date_trunc('month', first + interval '32 days', 'UTC');
  part text := parent || '_' || to_char(first at time zone 'UTC', 'YYYY_MM');
begin
  if to_regclass(part) is not null then
    return false;
  end if;
  execute format('create table %I (like %I including defaults including constraints)', part, parent);
  execute format('alter table %I add constraint its_month check (at >= %L and at < %L)', part, first, next);
  execute format('with moved as (delete from %I where at >= %L and at < %L returning *) insert into %I select * from moved',
    parent || '_default', first, next, part);
  execute format('alter table %I attach partition %I for values from (%L) to (%L)', parent, part, first, next);
  execute format('alter table %I drop constraint its_month', part);
  return true;
end $$;

-- Views by browsers without script: of no click, since nothing is known of who saw the page.
create table image_view (
  workspace_id uuid not null,
  id uuid not null,
  at timestamptz not null,
  promotion_id uuid not null,
  page_id uuid not null,
  primary key (workspace_id, id)
);
create index image_view_by_page on image_view (workspace_id, page_id, at);

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

-- ---- Sales --------------------------------------------------------------------------------------------------------

-- What was sold. An order can have several items, and an item be paid more than once; each is a sale of its own.
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
  state text not null,
  refunded_minor bigint not null,
  item text not null,
  kind text not null,
  product text not null,
  primary key (workspace_id, id),
  constraint sale_of_order unique (workspace_id, network_id, order_ref, item, kind)
);
create index sale_by_click on sale (workspace_id, click_id);

-- Everything that was said of a sale, in its order; the first begins it.
create table sale_change (
  workspace_id uuid not null,
  sale_id uuid not null,
  number int not null,
  state text not null,
  amount_minor bigint not null,
  at timestamptz not null,
  by_hand boolean not null,
  primary key (workspace_id, sale_id, number),
  foreign key (workspace_id, sale_id) references sale (workspace_id, id)
);

-- Every postback as it came, what became of it, and the click that somebody gave it by hand.
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
  status text not null,
  item text not null,
  kind text not null,
  event text not null,
  currency text not null,
  product text not null,
  sent text not null,
  matched_click uuid,
  primary key (workspace_id, id)
);
create index postback_by_outcome on postback (workspace_id, outcome, received_at);
create index postback_by_order on postback (workspace_id, network_id, order_ref);

-- ---- Lists and who is on them -------------------------------------------------------------------------------------

create table mail_list (
  workspace_id uuid not null references workspace (id),
  id uuid not null,
  name text not null,
  sender_name text not null,
  sender_address text not null,
  reply_to text not null,
  double_opt_in boolean not null,
  buyers boolean not null,
  check_page uuid,
  confirmed_page uuid,
  left_page uuid,
  created_at timestamptz not null,
  -- Where the links in its mails stand; null for the installation's own host.
  host text,
  host_removed text,
  primary key (workspace_id, id),
  foreign key (workspace_id, host) references own_host (workspace_id, name)
);
create unique index mail_list_name on mail_list (workspace_id, lower(name));

create extension if not exists pg_trgm;

-- One address on one list. Erasing empties what identifies the person and keeps the row for the sums.
create table subscriber (
  workspace_id uuid not null,
  id uuid not null,
  list_id uuid not null,
  email text not null,
  address_key text not null,
  first_name text not null,
  last_name text not null,
  phone text not null,
  answers jsonb not null,
  tags text[] not null,
  state text not null,
  promotion_id uuid,
  page_id uuid,
  click_id uuid,
  source text not null,
  campaign text not null,
  country text not null,
  consent text not null,
  suspect text not null,
  order_ref text not null,
  joined_at timestamptz not null,
  confirmed_at timestamptz,
  left_at timestamptz,
  in_sequence boolean not null,
  look_at timestamptz,
  -- What is mailed names a person by it, which tells nothing of when they joined.
  pass_id uuid not null default gen_random_uuid(),
  -- What was typed for somebody who is confirmed waits here until they confirm once more.
  aside jsonb,
  primary key (workspace_id, id),
  foreign key (workspace_id, list_id) references mail_list (workspace_id, id)
);
create unique index subscriber_once on subscriber (workspace_id, list_id, address_key);
create index subscriber_by_list on subscriber (workspace_id, list_id, joined_at desc, id desc);
create index subscriber_by_state on subscriber (workspace_id, list_id, state);
create index subscriber_by_address on subscriber (workspace_id, address_key);
create index subscriber_by_tag on subscriber using gin (tags);
create index subscriber_to_look_at on subscriber (look_at) where look_at is not null;
create index subscriber_search on subscriber using gin ((email || ' ' || first_name || ' ' || last_name) gin_trgm_ops);
create unique index subscriber_by_pass on subscriber (workspace_id, pass_id);

-- Who left an address, with what was known of the visit; the same address again is the same lead.
create table lead (
  workspace_id uuid not null,
  id uuid not null,
  promotion_id uuid not null,
  page_id uuid not null,
  click_id uuid not null,
  email text not null,
  answers jsonb not null,
  consent text not null,
  suspect text not null,
  at timestamptz not null,
  source text not null default '',
  medium text not null default '',
  campaign text not null default '',
  country text not null default '',
  subscriber_id uuid,
  -- What a form sent in the name of somebody confirmed waits here until they confirm once more.
  aside jsonb,
  primary key (workspace_id, id),
  foreign key (workspace_id, page_id) references page (workspace_id, id)
);
create unique index lead_once on lead (workspace_id, promotion_id, lower(email));
create index lead_by_promotion on lead (workspace_id, promotion_id, at);
create index lead_by_click on lead (workspace_id, click_id);
create index lead_by_subscriber on lead (workspace_id, subscriber_id) where subscriber_id is not null;

-- An order belongs to the first address that claims it, until the owner frees it.
create table order_claim (
  workspace_id uuid not null references workspace (id),
  order_key text not null,
  address_key text not null,
  claimed_at timestamptz not null,
  primary key (workspace_id, order_key)
);

-- Addresses that were erased, as keyed hashes: enough to keep an import from bringing them back, and nothing else.
create table erased_address (
  workspace_id uuid not null references workspace (id),
  hash text not null,
  erased_at timestamptz not null,
  primary key (workspace_id, hash)
);

-- Imports of subscribers, with what became of each row.
create table import_run (
  workspace_id uuid not null,
  id uuid not null,
  list_id uuid not null,
  name text not null,
  content bytea not null,
  columns jsonb not null,
  state text not null,
  total int not null,
  done int not null,
  added int not null,
  errors text not null,
  made_at timestamptz not null,
  primary key (workspace_id, id)
);

-- ---- Mail ---------------------------------------------------------------------------------------------------------

-- A mail as it is written: the confirmation of a list, a step of its sequence, or a broadcast.
create table mail (
  workspace_id uuid not null,
  id uuid not null,
  list_id uuid not null,
  kind text not null,
  position int not null,
  name text not null,
  subject text not null,
  preview text not null,
  body text not null,
  revision int not null,
  live boolean not null,
  delay_minutes int not null,
  after_opt_in boolean not null,
  audience jsonb,
  state text not null,
  send_at timestamptz,
  made_at timestamptz not null,
  removed_at timestamptz,
  primary key (workspace_id, id),
  foreign key (workspace_id, list_id) references mail_list (workspace_id, id)
);
create index mail_by_list on mail (workspace_id, list_id, kind, position);

-- Every mail to be sent to one person, once; its message id stays the same however often it is tried.
create table outbox (
  workspace_id uuid not null,
  id uuid not null,
  mail_id uuid not null,
  subscriber_id uuid not null,
  round int not null,
  state text not null,
  due_at timestamptz not null,
  attempts int not null,
  answer text not null,
  sent_at timestamptz,
  -- Opens the letter's links; the id that it shows (its Message-ID) does not.
  open_id uuid not null default gen_random_uuid(),
  -- The host that its links were sent with.
  host text,
  primary key (workspace_id, id),
  unique (workspace_id, mail_id, subscriber_id, round),
  foreign key (workspace_id, mail_id) references mail (workspace_id, id),
  foreign key (workspace_id, subscriber_id) references subscriber (workspace_id, id)
);
create index outbox_waiting on outbox (due_at, id) where state in ('WAITING', 'SENDING');
create index outbox_by_subscriber on outbox (workspace_id, subscriber_id);
create index outbox_by_mail on outbox (workspace_id, mail_id, state);
create unique index outbox_by_open_id on outbox (workspace_id, open_id);
create index outbox_by_host on outbox (workspace_id, host, mail_id) where host is not null;

-- The addresses a mail links to; what is sent names them by id, so that a request cannot choose where it leads.
create table mail_link (
  workspace_id uuid not null,
  id uuid not null,
  mail_id uuid not null,
  destination text not null,
  link_id uuid,
  primary key (workspace_id, id),
  unique (workspace_id, mail_id, destination),
  foreign key (workspace_id, mail_id) references mail (workspace_id, id)
);

-- Who followed which link of a mail.
create table mail_click (
  workspace_id uuid not null,
  id uuid not null,
  mail_link_id uuid not null,
  outbox_id uuid not null,
  at timestamptz not null,
  primary key (workspace_id, id)
);
create index mail_click_by_outbox on mail_click (workspace_id, outbox_id);

-- Who fetched what was given away.
create table fetched (
  workspace_id uuid not null,
  id uuid not null,
  bonus_id uuid not null,
  subscriber_id uuid not null,
  at timestamptz not null,
  primary key (workspace_id, id)
);
create index fetched_by_bonus on fetched (workspace_id, bonus_id);
create index fetched_by_subscriber on fetched (workspace_id, subscriber_id);

-- ---- Subscribers handed on ----------------------------------------------------------------------------------------

-- Lists elsewhere that subscribers are handed on to.
create table handover (
  workspace_id uuid not null,
  id uuid not null,
  list_id uuid not null,
  kind text not null,
  address text not null,
  secret text not null,
  fields jsonb not null,
  live boolean not null,
  made_at timestamptz not null,
  primary key (workspace_id, id),
  foreign key (workspace_id, list_id) references mail_list (workspace_id, id)
);

create table handed (
  workspace_id uuid not null,
  id uuid not null,
  handover_id uuid not null,
  subscriber_id uuid not null,
  state text not null,
  due_at timestamptz not null,
  attempts int not null,
  answer text not null,
  primary key (workspace_id, id),
  unique (workspace_id, handover_id, subscriber_id),
  foreign key (workspace_id, handover_id) references handover (workspace_id, id)
);
create index handed_waiting on handed (due_at) where state = 'WAITING';

-- ---- Figures ------------------------------------------------------------------------------------------------------
-- All of it can be thrown away and made from the click log again.

-- Clicks that have to be told anew. Each writer notes them in its own transaction; the follower deletes the rows it has read.
create table visit_work (
  id bigint generated always as identity primary key,
  workspace_id uuid not null,
  click_id uuid not null
);

-- Clicks that cannot be told yet, and why.
create table visit_aside (
  workspace_id uuid not null,
  click_id uuid not null,
  why text not null,
  noted_at timestamptz not null,
  primary key (workspace_id, click_id)
);

-- Figures of a workspace are made whole beside those that are shown, and then take their place.
create table figure_generation (
  workspace_id uuid not null,
  generation int not null,
  shown boolean not null,
  visitors int not null default 0,
  -- Made from the latest day to the first: days before this one are still to be made. Empty once all are.
  made_from date,
  first_day date,
  last_day date,
  primary key (workspace_id, generation)
);

-- How far the day that is being made was read in the log, by promotion.
create table figure_progress (
  workspace_id uuid not null,
  generation int not null,
  promotion_id uuid not null,
  day date not null,
  read_to uuid not null,
  done boolean not null,
  primary key (workspace_id, generation, promotion_id, day)
);

-- Generations that had their time, whose rows are thrown away little by little.
create table figure_leftover (
  workspace_id uuid not null,
  generation int not null,
  primary key (workspace_id, generation)
);

create table visitor_number (
  workspace_id uuid not null,
  generation int not null,
  visitor_id uuid not null,
  number int not null,
  primary key (workspace_id, generation, visitor_id)
);

-- Visits that came or changed since the sheet of their day was made.
create table visit (
  workspace_id uuid not null,
  generation int not null,
  click_id uuid not null,
  promotion_id uuid not null,
  day date not null,
  visitor int not null,
  standing text not null,
  traits text not null,
  legs text not null,
  opt_ins int not null,
  confirmed int not null,
  sold text not null,
  told_at timestamptz not null,
  primary key (workspace_id, generation, click_id)
);
create index visit_by_day on visit (workspace_id, generation, day, promotion_id);

-- All visits of a promotion and UTC day, packed; and what they add up to. A day of many visits has several parts, each from
-- its first click on to that of the next part; the first part begins with the day.
create table day_sheet (
  workspace_id uuid not null,
  generation int not null,
  promotion_id uuid not null,
  day date not null,
  part uuid not null,
  made bigint generated by default as identity,
  visits int not null,
  columns bytea not null,
  clicks bytea not null,
  tally bytea not null,
  primary key (workspace_id, generation, promotion_id, day, part)
);
alter table day_sheet alter column columns set storage external;
alter table day_sheet alter column clicks set storage external;

-- ---- What the public site hears of --------------------------------------------------------------------------------
-- Whatever it draws on announces whose it is when it changes, whichever process changed it. A kept draft announces nothing.

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
create trigger announce after insert or update or delete on traffic_source for each row execute function announce_site_change();
create trigger announce after insert or update or delete on elsewhere_place for each row execute function announce_site_change();
create trigger announce after insert or update or delete on link for each row execute function announce_site_change();
create trigger announce after insert or update or delete on public_place for each row execute function announce_site_change();
create trigger announce after insert or update or delete on rotation for each row execute function announce_site_change();
create trigger announce after insert or update or delete on rotation_branch for each row execute function announce_site_change();
create trigger announce after insert or update or delete on rotation_variant for each row execute function announce_site_change();
create trigger announce after insert or update or delete on mail_list for each row execute function announce_site_change();
create trigger announce after insert or delete or update of slug, published on page for each row execute function announce_site_change();
create trigger announce after insert or delete or update of active_at, removed_at, failing_since, root_page, missing_page on own_host
  for each row execute function announce_site_change();
