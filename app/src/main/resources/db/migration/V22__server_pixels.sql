-- Who tells an ad platform of what happens, and how the program does.
alter table pixel_account
  add column way text not null default 'BROWSER',
  add column server_template text not null default '',
  add column server_body text not null default '',
  add column token text not null default '',
  add column sale_event text not null default '';
alter table pixel_account
  alter column way drop default,
  alter column server_template drop default,
  alter column server_body drop default,
  alter column token drop default,
  alter column sale_event drop default;

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
