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
create trigger announce after insert or update or delete on elsewhere_place for each row execute function announce_site_change();

-- Places that traffic comes from. Tokens: a line each of parameter, token and sample, with tabs between.
create table traffic_source (
  workspace_id uuid not null references workspace (id),
  id uuid not null,
  name text not null,
  tag text not null,
  medium text not null,
  tokens text not null,
  cost_kind text not null,
  cost_minor bigint not null,
  created_at timestamptz not null,
  primary key (workspace_id, id)
);
create unique index source_tag on traffic_source (workspace_id, lower(tag));
create trigger announce after insert or update or delete on traffic_source for each row execute function announce_site_change();

-- Where a link leads, and where it leads once it has ended, as core.link.Destination writes it; empty for nowhere.
alter table link
  add column leads_to text not null default 'offer',
  add column ends_at timestamptz,
  add column most_clicks int,
  add column then_to text not null default '',
  add column source_id uuid,
  add column own_tags text not null default '',
  add column note text not null default '',
  add column ad_words text not null default '',
  add column archived boolean not null default false,
  add foreign key (workspace_id, source_id) references traffic_source (workspace_id, id);
update link set leads_to = 'page ' || page_id where page_id is not null;
alter table link drop column page_id;
create index link_by_promotion on link (workspace_id, promotion_id);
