-- How large the files may be that the shelf takes.
alter table workspace add column most_picture_mb int not null default 8;
alter table workspace add column most_file_mb int not null default 50;

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
  primary key (workspace_id, id)
);

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
  primary key (workspace_id, id)
);
create unique index mail_list_name on mail_list (workspace_id, lower(name));

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
  primary key (workspace_id, id),
  foreign key (workspace_id, list_id) references mail_list (workspace_id, id)
);
create unique index subscriber_once on subscriber (workspace_id, list_id, address_key);
create index subscriber_by_list on subscriber (workspace_id, list_id, joined_at desc, id desc);
create index subscriber_by_state on subscriber (workspace_id, list_id, state);
create index subscriber_by_address on subscriber (workspace_id, address_key);
create index subscriber_by_tag on subscriber using gin (tags);
create index subscriber_to_look_at on subscriber (look_at) where look_at is not null;
create extension if not exists pg_trgm;
create index subscriber_search on subscriber using gin ((email || ' ' || first_name || ' ' || last_name) gin_trgm_ops);

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
  primary key (workspace_id, id),
  unique (workspace_id, mail_id, subscriber_id, round),
  foreign key (workspace_id, mail_id) references mail (workspace_id, id),
  foreign key (workspace_id, subscriber_id) references subscriber (workspace_id, id)
);
create index outbox_waiting on outbox (due_at, id) where state in ('WAITING', 'SENDING');
create index outbox_by_subscriber on outbox (workspace_id, subscriber_id);
create index outbox_by_mail on outbox (workspace_id, mail_id, state);

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

-- Subscribers handed on to a list elsewhere.
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

-- What more is known of a lead: where it came from, and the list it was put on.
alter table lead add column source text not null default '';
alter table lead add column medium text not null default '';
alter table lead add column campaign text not null default '';
alter table lead add column country text not null default '';
alter table lead add column subscriber_id uuid;

create trigger announce after insert or update or delete on mail_list for each row execute function announce_site_change();
