-- Pages that stand on hosts of their own: visitors may land there, and its script tells of steps that their owner named.
alter table page drop constraint landing_is_read;
alter table page add constraint landing_is_read check (kind <> 'REDIRECT' or not landing);

alter table site_event add column step_name text;
-- In minor units of the workspace's currency.
alter table site_event add column step_amount bigint;
alter table site_event add column step_label text;

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
